import { afterAll, beforeAll, expect, test, vi } from "vitest";
import { PIER_HEAD, ROPE_LOFT } from "#data/demo/bench.ts";
import { aCard } from "./cards.ts";
import { demoDatabase, type OwnDatabase } from "./database.ts";

/** The browser's cookies, as far as a site is chosen by them. */
const jar = vi.hoisted(() => new Map<string, string>());
vi.mock("next/headers", () => ({
  cookies: async () => ({ get: (name: string) => (jar.has(name) ? { value: jar.get(name) } : undefined) }),
  headers: async () => new Headers(),
}));

/** The next day has begun at the demo house, an hour ahead of UTC in summer. */
const NOW = new Date("2026-07-14T23:30:00Z");
let fresh: OwnDatabase;
let site: typeof import("#server/site.ts");

beforeAll(async () => {
  fresh = await demoDatabase("site", NOW);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  process.env.TUMBEK_NOW = NOW.toISOString();
  site = await import("#server/site.ts");
});
afterAll(async () => {
  delete process.env.TUMBEK_NOW;
  await fresh.drop();
});

const asks = (query: string) => site.siteAsked(new Request(`http://house.example/api/v1/cards${query}`));

test("an API request is about the site that it names, the first where it names none, and no other", async () => {
  expect(await asks("")).toBe(PIER_HEAD);
  expect(await asks(`?site=${ROPE_LOFT}`)).toBe(ROPE_LOFT);
  for (const unknown of ["", "nowhere", PIER_HEAD.toUpperCase().replaceAll("0", "f")]) {
    await expect(asks(`?site=${unknown}`)).rejects.toMatchObject({
      message: "There is no site by that id.",
      code: "notThere",
      field: "site",
    });
  }
});

test("a browser works at the site of its cookie, at the first one without, and there it finds that site's cards", async () => {
  const id = await aCard(fresh.db, NOW);
  const findAt = async (siteId: string | undefined) => {
    jar.clear();
    if (siteId) jar.set(site.SITE_COOKIE, siteId);
    return { bench: await site.currentBench(), cards: await site.cardsToFind() };
  };
  for (const none of [undefined, "nowhere"]) {
    const { bench, cards } = await findAt(none);
    expect(bench).toMatchObject({ site: { id: PIER_HEAD } });
    expect(cards.map((card) => card.id)).toContain(id);
  }
  const { bench, cards } = await findAt(ROPE_LOFT);
  expect(bench).toMatchObject({ site: { id: ROPE_LOFT } });
  expect(cards.map((card) => card.id)).not.toContain(id);
});

test("recipes are found at every site, and today is the site's own day", async () => {
  const bench = await site.currentBench();
  if (typeof bench === "string") throw new Error(bench);
  expect(await site.recipesToFind()).toEqual(bench.recipes);
  expect(bench.recipes.length).toBeGreaterThan(0);
  expect(await site.siteToday()).toBe("2026-07-15");
});
