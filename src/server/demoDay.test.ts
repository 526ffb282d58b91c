import { afterAll, beforeAll, expect, test } from "vitest";
import { momentsOf } from "#contract/days.ts";
import { potNow } from "#core/bar";
import { must } from "#core/result";
import { finished } from "#core/turns";
import { readSales } from "#data/bar.ts";
import { countBrewed } from "#data/batches.ts";
import { benchFrom, readPieces } from "#data/bench.ts";
import { listCards } from "#data/cards.ts";
import { PIER_HEAD, ROPE_LOFT } from "#data/demo/bench.ts";
import { readShift } from "#data/shifts.ts";
import { readQuery, serveAs } from "#scaling/choice";
import { solveState } from "#scaling/sheet";
import { wallInTurns, wallPlan } from "#scaling/wall";
import { demoDatabase, type OwnDatabase } from "#tests/database.ts";
import { barOf } from "./bar.ts";
import { planDemoDays } from "./demoDay.ts";

const NOW = new Date("2026-07-14T08:30:00Z");
let fresh: OwnDatabase;

beforeAll(async () => {
  process.env.TUMBEK_NOW = NOW.toISOString();
  fresh = await demoDatabase("demo_day", NOW);
  await planDemoDays(fresh.db, NOW);
});
afterAll(() => {
  delete process.env.TUMBEK_NOW;
  return fresh.drop();
});

test("the demo house opens with cards of both sites, hot, iced and steeped, and none of them is a draft", async () => {
  const [pier, loft] = await Promise.all([PIER_HEAD, ROPE_LOFT].map((site) => listCards(fresh.db, site)));
  const drafts = [...pier!, ...loft!].filter(({ draft }) => draft);
  expect(drafts.map(({ id, sheet }) => [id, sheet.result.checks])).toEqual([]);
  const made = (cards: typeof pier) =>
    cards!.map(({ sheet }) => (sheet.chosen.serve === "hot" ? "hot" : sheet.chosen.iced.method));
  expect(made(pier).toSorted()).toEqual(["hot", "hot", "onIce", "steep"]);
  expect(loft!.map(({ sheet }) => sheet.madeWith.brewer).toSorted()).toEqual([
    "hand cone",
    "hand cone",
    "immersion press",
  ]);
});

test("every recipe that Scale is opened with is a sheet without a stop, iced as iced and pressed as pressed", async () => {
  for (const site of [PIER_HEAD, ROPE_LOFT]) {
    const bench = { ...benchFrom(await readPieces(fresh.db, site, undefined), site)!, today: "2026-07-14" };
    for (const recipe of bench.recipes) {
      const { state } = readQuery({ recipe: recipe.versionId }, bench);
      const sheet = must(solveState(state, bench));
      const stops = sheet.checks.filter(({ severity }) => severity === "stop");
      expect([recipe.name, bench.site.name, stops]).toEqual([recipe.name, bench.site.name, []]);
      expect(state).toMatchObject({ serve: recipe.serve, coffee: recipe.coffeeId });
      const other = serveAs(state.serve === "hot" ? "iced" : "hot", state, bench);
      const turned = must(solveState(other, bench)).checks.filter(({ severity }) => severity === "stop");
      expect([recipe.name, bench.site.name, other.serve, turned]).toEqual([
        recipe.name,
        bench.site.name,
        other.serve,
        [],
      ]);
    }
  }
});

test("on the demo's walls at most one forecast cell in ten is warned of", async () => {
  const cells = [];
  for (const site of [PIER_HEAD, ROPE_LOFT]) {
    const bench = { ...benchFrom(await readPieces(fresh.db, site, undefined), site)!, today: "2026-07-14" };
    for (const coffee of bench.coffees) {
      cells.push(...finished(wallInTurns(bench, wallPlan(bench, coffee, {})!)));
    }
  }
  const warned = cells.filter(
    ({ made }) =>
      "failure" in made || (made.ground === "forecast" && made.checks.length + made.warnings.length > 0),
  );
  expect(cells.length).toBeGreaterThan(50);
  expect(warned.length / cells.length).toBeLessThanOrEqual(0.1);
});

test("today and tomorrow are planned", async () => {
  for (const day of ["2026-07-14", "2026-07-15"]) {
    const { items } = await readShift(fresh.db, { siteId: PIER_HEAD, day });
    expect(items.length).toBeGreaterThan(2);
  }
});

test("of today's list half is brewed", async () => {
  const day = "2026-07-14";
  const { items } = await readShift(fresh.db, { siteId: PIER_HEAD, day });
  const brewed = await countBrewed(fresh.db, { siteId: PIER_HEAD, ...momentsOf("Europe/London", day) });
  const planned = items.reduce((sum, { batches }) => sum + batches, 0);
  const done = items.reduce(
    (sum, { cardId, batches }) => sum + Math.min(batches, brewed.get(cardId) ?? 0),
    0,
  );
  expect([done, planned]).toEqual([3, 6]);
  // The day after nothing is.
  expect(
    (await countBrewed(fresh.db, { siteId: PIER_HEAD, ...momentsOf("Europe/London", "2026-07-15") })).size,
  ).toBe(0);
});

test("pots of different ages stand at its bar, one near its hold, the iced server half full; and cups were sold all day", async () => {
  const bench = {
    ...benchFrom(await readPieces(fresh.db, PIER_HEAD, undefined), PIER_HEAD)!,
    today: "2026-07-14",
  };
  const { folded, kit } = await barOf(fresh.db, bench);
  expect(folded.state.odd).toEqual([]);
  const stands = [...folded.state.pots].flatMap(([id, { standing }]) => (standing ? [{ id, standing }] : []));
  const rules = bench.settings.hold;
  const nows = stands.map(({ id, standing }) => ({
    serve: standing.serve,
    share: standing.liquidG / standing.brewedG,
    ...potNow(standing, kit.vessels[id]!, { atMs: NOW.getTime(), roomTempC: kit.roomTempC, rules }),
  }));
  expect(nows.map(({ mark }) => mark).toSorted()).toEqual(["fresh", "fresh", "near"]);
  const iced = nows.find(({ serve }) => serve === "iced")!;
  expect(iced.share).toBeGreaterThan(0.3);
  expect(iced.share).toBeLessThan(0.7);
  const day = momentsOf(bench.site.timeZone, "2026-07-14");
  const sold = await readSales(fresh.db, { siteId: PIER_HEAD, ...day });
  expect(sold.reduce((cups, { count }) => cups + count, 0)).toBeGreaterThan(40);
  expect(sold.every(({ at }) => at <= NOW)).toBe(true);
});
