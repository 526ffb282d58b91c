import { eq } from "drizzle-orm";
import { afterAll, beforeAll, describe, expect, test, vi } from "vitest";
import { USUAL_SETTINGS } from "#contract/house.ts";
import { DEMO_IDS, demoId, PIER_HEAD, ROPE_LOFT } from "#data/demo/bench.ts";
import { createHouse, turnBench } from "#data/house.ts";
import { brewers, coffees, standards, vessels } from "#data/schema/index.ts";
import { transact } from "#data/transact.ts";
import { NO_ZONE } from "#words/figures";
import { demoDatabase, freshDatabase, type OwnDatabase } from "./database.ts";
import { forgetProcess } from "./ownProcess.ts";
import { shown } from "./shown.ts";

/*
 * Pages of a house that is new: without a site, and with a bench of which some was not weighed yet.
 */

const NOW = new Date("2026-07-14T08:30:00Z");
const jar = vi.hoisted(() => new Map<string, string>());
vi.mock("next/headers", () => ({
  headers: async () => new Headers(),
  cookies: async () => ({ get: (name: string) => (jar.has(name) ? { value: jar.get(name) } : undefined) }),
}));

let fresh: OwnDatabase;
let bench: typeof import("#server/read/bench.ts");
afterAll(() => vi.unstubAllEnvs());

/** Loads the server anew: the process keeps the database that was asked first. */
async function loadOn(house: OwnDatabase) {
  fresh = house;
  vi.stubEnv("TUMBEK_DATABASE", JSON.stringify(fresh.address));
  vi.stubEnv("TUMBEK_NOW", NOW.toISOString());
  forgetProcess();
  vi.resetModules();
  bench = await import("#server/read/bench.ts");
}

describe("a house without a site", () => {
  beforeAll(async () => {
    const house = await freshDatabase("new_house_pages");
    await createHouse(house.db, { kind: "real", name: "", settings: USUAL_SETTINGS, createdAt: NOW });
    await loadOn(house);
  });
  afterAll(async () => {
    vi.unstubAllEnvs();
    await fresh.drop();
  });

  test("begins with the guide, whose first form has what the house decided", async () => {
    const { site, overview } = await shown(bench.readOverview());
    expect(site).toEqual({
      id: expect.stringMatching(/^[0-9a-f-]{36}$/),
      name: "",
      altitudeM: 0,
      currency: "",
      roomC: USUAL_SETTINGS.roomTempC,
      refs: { filter: [], brewer: [], grinder: [], coffee: [], vessel: [] },
      scales: [],
    });
    expect(overview).toEqual({
      guide: { hasSite: false, brewers: [], vessels: [], grinders: [], coffees: [], recipes: 0 },
      proposals: [],
      worth: [],
      counts: [],
      due: [],
      sure: undefined,
    });
  });

  test("has nothing to show anywhere else, and says so", async () => {
    expect(await bench.readPart("brewers")).toBe("none");
    const [cards, wall, day, log, guide] = await Promise.all([
      import("#server/read/cards.ts").then((page) => page.readCardListPage(false)),
      import("#server/read/wall.ts").then((page) => page.readWallPage(new URLSearchParams())),
      import("#server/read/shift.ts").then((page) => page.readShift(undefined)),
      import("#server/read/log.ts").then((page) => page.readLog(new URLSearchParams())),
      import("#server/read/guide.ts").then((page) => page.readGuidePage(demoId(1))),
    ]);
    expect([cards, wall, day, log, guide]).toEqual(["none", "none", "none", "none", "none"]);
  });

  test("has no recipe to hand out, which is an empty file", async () => {
    const { recipeFile } = await import("#server/read/files.ts");
    expect((await recipeFile(undefined)).recipes).toEqual([]);
    await expect(recipeFile(demoId(60))).rejects.toMatchObject({ code: "notThere" });
  });

  test("reads times in no place's zone", async () => {
    const { readerTimes } = await import("#server/reader.ts");
    expect(await readerTimes()).toEqual({ timeZone: NO_ZONE, clock: "24 h" });
  });
});

describe("a bench of which something was never weighed", () => {
  beforeAll(async () => loadOn(await demoDatabase("unweighed_pages", NOW)));
  afterAll(() => fresh.drop());
  const touched = () => transact(fresh.db, (tx) => turnBench(tx, "equipment"));
  const guide = async () => (await shown(bench.readOverview())).overview.guide;

  test.each([
    ["a brewer", brewers, DEMO_IDS.brewers.fulmar, "delivery"],
    ["a brewer's bed", brewers, DEMO_IDS.brewers.fulmar, "retention"],
    ["a vessel", vessels, DEMO_IDS.vessels.left, "fill"],
    ["a coffee", coffees, DEMO_IDS.coffees.saltmarsh, "density"],
  ] as const)("goes on with the guide for %s", async (_, table, id, aspect) => {
    const typical = table as unknown as typeof brewers;
    const [before] = await fresh.db.select().from(typical).where(eq(typical.id, id));
    await fresh.db.update(typical).set({ typical: [] });
    await touched();
    expect(await guide()).toBeUndefined();
    await fresh.db
      .update(typical)
      .set({ typical: [aspect] })
      .where(eq(typical.id, id));
    await touched();
    expect(await guide()).toMatchObject({
      hasSite: true,
      brewers: [{ figures: { name: "Fulmar" } }, { figures: { name: "Turnstone" } }],
      grinders: [{ figures: { name: "Chough" } }],
      vessels: { length: 5 },
      coffees: { length: 4 },
    });
    await fresh.db.update(typical).set({ typical: before!.typical });
    await touched();
  });

  test("has nothing to say of what else is typical, or of what stands further down", async () => {
    await fresh.db.update(brewers).set({ typical: [] });
    await fresh.db.update(vessels).set({ typical: [] });
    await fresh.db.update(coffees).set({ typical: [] });
    await fresh.db
      .update(brewers)
      .set({ typical: ["delivery"] })
      .where(eq(brewers.id, DEMO_IDS.brewers.turnstone));
    await touched();
    expect(await guide()).toBeUndefined();
  });

  test("where nothing was approved yet has nothing that could have moved", async () => {
    const { readMoved } = await import("#server/read/moved.ts");
    expect((await shown(readMoved())).standards.length).toBeGreaterThan(0);
    await fresh.db.delete(standards);
    await transact(fresh.db, (tx) => turnBench(tx, "learned"));
    expect(await shown(readMoved())).toMatchObject({ verdicts: [], standards: [] });
  });

  test("without a brewer goes on with it too, and leaves out what was taken off", async () => {
    await fresh.db.update(brewers).set({ removed: true }).where(eq(brewers.siteId, PIER_HEAD));
    await fresh.db.update(vessels).set({ removed: true }).where(eq(vessels.id, DEMO_IDS.vessels.left));
    await touched();
    expect(await guide()).toMatchObject({
      hasSite: true,
      brewers: [],
      vessels: { length: 4 },
      recipes: expect.any(Number),
    });
    jar.set("site", ROPE_LOFT);
    expect(await guide()).toBeUndefined();
    jar.clear();
  });
});
