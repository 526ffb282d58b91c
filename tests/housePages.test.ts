import { afterAll, beforeAll, describe, expect, test, vi } from "vitest";
import type { Bench } from "#contract/bench.ts";
import { LEAD, PIER_HEAD, ROPE_LOFT } from "#data/demo/bench.ts";
import { readHouse } from "#data/house.ts";
import { cards, people } from "#data/schema/index.ts";
import { aCard } from "./cards.ts";
import { demoDatabase, type OwnDatabase } from "./database.ts";
import { forgetProcess } from "./ownProcess.ts";
import { shown } from "./shown.ts";

/*
 * The door, the house's settings and its cards, while the database answers and while it is away.
 */

const NOW = new Date("2026-07-14T08:30:00Z");
const by = { personId: LEAD, at: NOW };

const browser = vi.hoisted(() => ({ cookies: new Map<string, string>(), address: "127.0.0.1" }));
vi.mock("next/headers", () => ({
  headers: async () => new Headers({ "x-tumbek-address": browser.address }),
  cookies: async () => ({
    get: (name: string) => (browser.cookies.has(name) ? { value: browser.cookies.get(name) } : undefined),
  }),
}));

let fresh: OwnDatabase;
let door: typeof import("#server/read/door.ts");
let settings: typeof import("#server/settings.ts");
let cardPages: typeof import("#server/read/cards.ts");
let session: typeof import("#server/read/session.ts");
let health: typeof import("#server/health.ts");
let site: typeof import("#server/site.ts");

beforeAll(async () => {
  fresh = await demoDatabase("house_pages", NOW);
  vi.stubEnv("TUMBEK_DATABASE", JSON.stringify(fresh.address));
  vi.stubEnv("TUMBEK_NOW", NOW.toISOString());
  door = await import("#server/read/door.ts");
  settings = await import("#server/settings.ts");
  cardPages = await import("#server/read/cards.ts");
  session = await import("#server/read/session.ts");
  health = await import("#server/health.ts");
  site = await import("#server/site.ts");
});
afterAll(async () => {
  vi.unstubAllEnvs();
  await fresh.drop();
});

describe("the door", () => {
  test("names the house and who may come in, and asks nobody for a first lead", async () => {
    const page = await shown(door.readDoorPage());
    expect(page).toMatchObject({ house: (await readHouse(fresh.db))!.name, first: undefined });
    expect(page.people.map(({ name }) => name)).toEqual(expect.arrayContaining(["Oda Venn", "Ida Quill"]));
    expect(page.people.every(({ tapIn }) => !tapIn)).toBe(true);
  });

  test("of a house that nobody leads asks whoever sits at its machine, and sends others there", async () => {
    await fresh.db.update(people).set({ archived: true });
    expect(await shown(door.readDoorPage())).toMatchObject({ people: [], first: "ask" });
    browser.address = "192.0.2.9";
    expect(await shown(door.readDoorPage())).toMatchObject({ first: "elsewhere" });
    browser.address = "::1";
    expect(await shown(door.readDoorPage())).toMatchObject({ first: "ask" });
    await fresh.db.update(people).set({ archived: false });
  });
});

describe("the house's settings", () => {
  const now = async () => (await readHouse(fresh.db))!;
  test("are kept by a clean name; who was slower is shown the other's, and by whom", async () => {
    const before = await now();
    const typed = {
      name: "  The  Quay ",
      settings: { ...before.settings, roomTempC: 19 },
      revision: before.revision,
    };
    expect(await settings.putSettings(typed, by)).toBeUndefined();
    expect(await now()).toMatchObject({
      name: "The Quay",
      settings: { roomTempC: 19 },
      revision: before.revision + 1,
    });
    const late = { ...typed, name: "Pier", settings: { ...before.settings, roomTempC: 25 } };
    expect(await settings.putSettings(late, by)).toEqual({
      changedBy: "Oda Venn",
      revision: before.revision + 1,
      name: "The Quay",
      settings: { ...before.settings, roomTempC: 19 },
    });
    await expect(settings.putSettings({ ...typed, name: " " }, by)).rejects.toMatchObject({ field: "name" });
    expect(await now()).toMatchObject({ name: "The Quay" });
  });
});

describe("cards", () => {
  test("are listed with what they are brewed by, since when and by whom; those put away by themselves", async () => {
    const id = await aCard(fresh.db, NOW);
    const listed = async (retired: boolean) => shown(cardPages.readCardListPage(retired));
    const page = await listed(false);
    expect(page).toMatchObject({ site: "Pier Head", retired: false });
    expect(page.cards.find((card) => card.id === id)).toEqual({
      id,
      title: expect.stringMatching(/^Saltmarsh/),
      brew: {
        doseG: expect.any(Number),
        dial: expect.anything(),
        settingG: expect.any(Number),
        marked: undefined,
        iceG: 0,
        vessel: expect.any(String),
      },
      createdAt: NOW.toISOString(),
      made: expect.stringMatching(/09:30/),
      person: "Oda Venn",
      listedDays: 0,
      batches: 0,
    });
    expect((await listed(true)).cards.map((card) => card.id)).not.toContain(id);
    await fresh.db.update(cards).set({ retired: true });
    expect((await listed(true)).cards.map((card) => card.id)).toContain(id);
    expect((await listed(false)).cards).toEqual([]);
    await fresh.db.update(cards).set({ retired: false });
  });

  test("and recipes are found by name from anywhere at this browser's site", async () => {
    const bench = (await site.currentBench()) as Bench;
    expect(bench.site.id).toBe(PIER_HEAD);
    expect(await site.siteToday()).toBe("2026-07-14");
    expect(await site.cardsToFind()).not.toEqual([]);
    expect(await site.recipesToFind()).toEqual(bench.recipes);
    browser.cookies.set("site", ROPE_LOFT);
    expect(((await site.currentBench()) as Bench).site.id).toBe(ROPE_LOFT);
    expect(await site.cardsToFind()).toEqual([]);
    browser.cookies.clear();
  });
});

test("nobody is signed in without a session, and the database is there", async () => {
  expect(await session.readSession()).toBe("nobody");
  expect(await health.isDatabaseThere()).toBe(true);
  expect(health.eventLoopP99Ms()).toBeGreaterThanOrEqual(0);
});

test("while the database is away every page says so, and nothing pretends to be empty", async () => {
  vi.stubEnv("TUMBEK_DATABASE", JSON.stringify({ ...fresh.address, port: 9 }));
  forgetProcess();
  browser.cookies.set("tumbek.session", "a token");
  expect(await door.readDoorPage()).toBe("gone");
  expect(await cardPages.readCardListPage(false)).toBe("gone");
  expect(await session.readSession()).toBe("gone");
  expect(await health.isDatabaseThere()).toBe(false);
  expect(await site.currentBench()).toBe("gone");
  expect([await site.cardsToFind(), await site.recipesToFind()]).toEqual([[], []]);
  expect(await site.siteToday()).toBe("2026-07-14");
});
