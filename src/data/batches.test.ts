import { eq } from "drizzle-orm";
import { v7 as uuidv7 } from "uuid";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import type { LoggedBatch } from "#contract/batch.ts";
import { NO_SIGNS } from "#contract/batch.ts";
import { learnRetention } from "#core/measure";
import { must } from "#core/result";
import { aCard } from "#tests/cards.ts";
import { demoDatabase, type OwnDatabase } from "#tests/database.ts";
import {
  correctBatch,
  findBatch,
  LOG_PAGE,
  type LogPlace,
  logBatch,
  readBatches,
  readWork,
  readYields,
} from "./batches.ts";
import { readCard } from "./cards.ts";
import { BREWERS, DEMO_IDS, LEAD, PIER_HEAD, ROPE_LOFT } from "./demo/bench.ts";
import { demoHistory, HISTORY_DAYS } from "./demo/history.ts";
import { cards } from "./schema/index.ts";
import { readStandards } from "./standards.ts";

const AT = new Date("2026-07-14T08:30:00Z");
const by = { personId: LEAD, at: AT };
let fresh: OwnDatabase;
beforeAll(async () => {
  fresh = await demoDatabase("batches", AT);
});
afterAll(() => fresh.drop());

const TURNSTONE = DEMO_IDS.brewers.turnstone;
const POT: LoggedBatch = {
  id: "0190a5c0-0000-7000-8000-0000000f0001",
  brewerId: TURNSTONE,
  coffeeId: null,
  vesselId: null,
  cardId: null,
  recipeVersionId: null,
  method: null,
  grinderId: DEMO_IDS.grinders.chough,
  dialSetting: 9,
  doseG: 100,
  waterG: 1600,
  iceG: 0,
  yieldG: 1395,
  brewTimeS: 300,
  strengthPct: null,
  sampledAt: null,
  ...NO_SIGNS,
  liked: null,
  note: "",
  at: AT.toISOString(),
};

describe("the demo house's eight weeks", () => {
  const history = demoHistory(AT);

  test("are the same each time, end before now, and have some 900 batches of every brewer in use", () => {
    expect(demoHistory(AT)).toEqual(history);
    expect(history.length).toBeGreaterThan(800);
    const times = history.map(({ at }) => at.getTime());
    expect(Math.max(...times)).toBeLessThan(AT.getTime());
    expect(AT.getTime() - Math.min(...times)).toBeLessThanOrEqual(HISTORY_DAYS * 86_400_000);
    expect(new Set(history.map(({ id }) => id)).size).toBe(history.length);
  });

  test("keep what each brewer was measured to keep, spilt pots or not", () => {
    for (const name of ["turnstone", "cone"] as const) {
      const id = DEMO_IDS.brewers[name];
      const measured = BREWERS.find((brewer) => brewer.id === id)!.retentionGPerG;
      const yields = history
        .filter(({ brewerId }) => brewerId === id)
        .map(({ doseG, waterG, iceG = 0, yieldG }) => ({ doseG, waterG: waterG + iceG, yieldG: yieldG! }));
      expect(Math.abs(must(learnRetention(yields)).retentionGPerG - measured)).toBeLessThan(0.02);
    }
  });

  test("hold a grinder that drifts: Chough's brews run longer at the end than at the beginning", () => {
    const mean = (from: number, to: number) => {
      const some = history.filter(
        ({ at, brewerId }) => brewerId === TURNSTONE && at.getTime() >= from && at.getTime() < to,
      );
      return some.reduce((sum, { brewTimeS }) => sum + brewTimeS!, 0) / some.length;
    };
    const week = 7 * 86_400_000;
    const late = mean(AT.getTime() - week, AT.getTime());
    const early = mean(AT.getTime() - 8 * week, AT.getTime() - 6 * week);
    expect(late - early).toBeGreaterThan(12);
  });
});

describe("a batch", () => {
  test("sent twice is one, with the filter, the ending and the curve of its day", async () => {
    must(await logBatch(fresh.db, POT, by));
    must(await logBatch(fresh.db, POT, by));
    const found = (await readBatches(fresh.db, PIER_HEAD)).filter(({ id }) => id === POT.id);
    expect(found).toHaveLength(1);
    expect(found[0]).toMatchObject({ ...POT, brewer: "Turnstone", grinder: "Chough", person: "Oda Venn" });
    const { batches } = await import("./schema/index.ts");
    const [row] = (await fresh.db.select().from(batches)).filter(({ id }) => id === POT.id);
    const { filterId } = BREWERS.find(({ id }) => id === TURNSTONE)!;
    expect(row).toMatchObject({ siteId: PIER_HEAD, filterId, ending: "drained", curveVersion: 1 });
  });

  test("that is corrected or taken out is so for what is learned from it", async () => {
    const { filterId } = BREWERS.find(({ id }) => id === TURNSTONE)!;
    const bedding = { brewerId: TURNSTONE, filterId, ending: "drained" as const };
    const newest = async () => (await readYields(fresh.db, bedding))[0];
    expect(await newest()).toMatchObject({ id: POT.id, waterG: 1600, yieldG: 1395 });
    must(await correctBatch(fresh.db, { id: POT.id, revision: 1 }, { iceG: 200, yieldG: 1590 }, by));
    expect(await newest()).toMatchObject({ id: POT.id, waterG: 1800, yieldG: 1590 });
    expect(await correctBatch(fresh.db, { id: POT.id, revision: 1 }, { yieldG: 1 }, by)).toMatchObject({
      failure: { code: "stale", theirs: { id: POT.id, revision: 2 } },
    });
    must(await correctBatch(fresh.db, { id: POT.id, revision: 2 }, { removed: true }, by));
    expect((await newest())?.id).not.toBe(POT.id);
    expect((await readBatches(fresh.db, PIER_HEAD)).map(({ id }) => id)).not.toContain(POT.id);
  });

  test("corrected to another brewer and grinder goes by what those have", async () => {
    const id = "0190a5c0-0000-7000-8000-0000000f0003";
    must(await logBatch(fresh.db, { ...POT, id }, by));
    const { fulmar } = DEMO_IDS.brewers;
    const moved = await correctBatch(
      fresh.db,
      { id, revision: 1 },
      { brewerId: fulmar, grinderId: null },
      by,
    );
    expect(must(moved).brewerIds).toEqual([TURNSTONE, fulmar]);
    // What was learned of the pair that it was logged with is learned anew, too.
    expect(must(moved).pairs).toEqual([
      { siteId: PIER_HEAD, brewerId: TURNSTONE, grinderId: DEMO_IDS.grinders.chough },
    ]);
    const { batches } = await import("./schema/index.ts");
    const [row] = (await fresh.db.select().from(batches)).filter((batch) => batch.id === id);
    const { filterId } = BREWERS.find((brewer) => brewer.id === fulmar)!;
    expect(row).toMatchObject({ brewerId: fulmar, filterId, grinderId: null, curveVersion: null });
    must(await correctBatch(fresh.db, { id, revision: 2 }, { removed: true }, by));
  });

  test("corrected to a card of its site is of that one; to one of another site, or none, is refused", async () => {
    const id = "0190a5c0-0000-7000-8000-0000000f0004";
    must(await logBatch(fresh.db, { ...POT, id }, by));
    const [atPier, atLoft] = [await aCard(fresh.db, AT), await aCard(fresh.db, AT)];
    await fresh.db.update(cards).set({ siteId: ROPE_LOFT }).where(eq(cards.id, atLoft));
    const linked = (cardId: string) => correctBatch(fresh.db, { id, revision: 1 }, { cardId }, by);
    for (const cardId of [atLoft, LEAD])
      expect(await linked(cardId)).toMatchObject({ failure: { code: "noCard" } });
    must(await linked(atPier));
    const { chosen } = (await readCard(fresh.db, atPier))!.sheet;
    expect(await findBatch(fresh.db, id)).toMatchObject({ cardId: atPier, recipeVersionId: chosen.recipe });
    must(await correctBatch(fresh.db, { id, revision: 2 }, { removed: true }, by));
  });

  test("of a brewer that is not there is refused", async () => {
    const nowhere = { ...POT, id: "0190a5c0-0000-7000-8000-0000000f0002", brewerId: LEAD };
    expect(await logBatch(fresh.db, nowhere, by)).toMatchObject({ failure: { code: "notThere" } });
  });
});

test("what a concentrate kept teaches nothing of its brewer's bed", async () => {
  const bedding = BREWERS.find(({ id }) => id === TURNSTONE)!;
  const ids = async () =>
    (await readYields(fresh.db, { ...bedding, brewerId: TURNSTONE, ending: "drained" })).map(({ id }) => id);
  for (const [method, counts] of [
    ["steep", false],
    ["bath", true],
  ] as const) {
    const id = uuidv7();
    must(await logBatch(fresh.db, { ...POT, id, method }, by));
    expect((await ids()).includes(id)).toBe(counts);
    must(await correctBatch(fresh.db, { id, revision: 1 }, { removed: true }, by));
  }
});

test("every batch and standard of the demo house says how it was iced", async () => {
  const rows = await readBatches(fresh.db, PIER_HEAD, {}, 3000);
  expect(new Set(rows.map(({ method }) => method))).toEqual(new Set([null, "onIce"]));
  for (const { iceG, method } of rows) expect(method !== null).toBe(iceG > 0);
  const places = await readStandards(fresh.db);
  expect(places.some(({ serve }) => serve === "iced")).toBe(true);
  for (const { serve, method } of places) expect(method).toBe(serve === "iced" ? "onIce" : null);
});

test("lists are filtered and paged, the newest first, each site's own", async () => {
  const liked = await readBatches(fresh.db, ROPE_LOFT, { liked: true }, 20);
  expect(liked.every((row) => row.liked === true && row.brewer === "hand cone")).toBe(true);
  const first = await readBatches(fresh.db, PIER_HEAD, { brewerId: TURNSTONE }, 10);
  const { at, id } = first.at(-1)!;
  const after = { at: new Date(at), id };
  const next = await readBatches(fresh.db, PIER_HEAD, { brewerId: TURNSTONE, after }, 10);
  const times = [...first, ...next].map((batch) => batch.at);
  expect(times).toEqual(times.toSorted().toReversed());
  expect(new Set(times).size).toBe(20);
});

test("many batches of one minute are all on some page, each once", async () => {
  const at = new Date("2026-07-14T08:15:00Z").toISOString();
  const sent = Array.from({ length: 60 }, () => uuidv7());
  for (const id of sent) must(await logBatch(fresh.db, { ...POT, id, at }, by));
  const seen: string[] = [];
  let after: LogPlace | undefined;
  for (;;) {
    const page = (await readBatches(fresh.db, PIER_HEAD, { brewerId: TURNSTONE, after })).slice(0, LOG_PAGE);
    seen.push(...page.map(({ id }) => id));
    const last = page.at(-1);
    if (!last || new Date(last.at) < new Date(at)) break;
    after = { at: new Date(last.at), id: last.id };
  }
  expect(seen.filter((id) => sent.includes(id)).toSorted()).toEqual(sent.toSorted());
  for (const id of sent) must(await correctBatch(fresh.db, { id, revision: 1 }, { removed: true }, by));
});

test("work is litres of a brewer and kilograms of a grinder since a day", async () => {
  const since = new Date("2026-07-13T00:00:00Z");
  const { litres, kg } = await readWork(fresh.db, { brewerId: TURNSTONE, grinderId: null, since });
  const rows = (await readBatches(fresh.db, PIER_HEAD, { brewerId: TURNSTONE })).filter(
    ({ at }) => new Date(at) >= since,
  );
  expect(litres).toBeCloseTo(rows.reduce((sum, { waterG }) => sum + waterG, 0) / 1000, 9);
  expect(kg).toBe(0);
});
