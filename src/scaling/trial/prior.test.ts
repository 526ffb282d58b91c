import { expect, test } from "vitest";
import type { Bench } from "#contract/bench.ts";
import { firstState } from "#scaling/choice";
import { BENCH } from "#tests/pierHead.ts";
import { priorOf } from "./index.ts";

const STATE = firstState(BENCH);
const of = (bench: Bench) => priorOf(firstState(bench), bench);

test("without an approved batch it begins where the forecast is extracted as its source was", () => {
  const prior = of(BENCH);
  expect(prior).toMatchObject({ from: "forecast", sd: 2 });
  expect(prior?.setting).toBeGreaterThan(9);
  expect(prior?.setting).toBeLessThan(13);
});

test("without a basket or a curve it begins by the house rule, which is less sure", () => {
  const bare = {
    ...BENCH,
    grinders: BENCH.grinders.map((each) => ({ ...each, curve: [], curveVersion: null })),
  };
  const noCurves = {
    ...bare,
    recipes: bare.recipes.map((each) => ({
      ...each,
      grinder: each.grinder && { ...each.grinder, curve: [] },
    })),
  };
  expect(of(noCurves)).toMatchObject({ from: "rule", sd: 4 });
});

test("where nothing says anything of the dial there is no beginning; a setting by hand is one", () => {
  const none = {
    ...BENCH,
    recipes: BENCH.recipes.map((each) => ({ ...each, grinder: null, texture: null, dialSetting: null })),
  };
  expect(of(none)).toBeUndefined();
  expect(priorOf({ ...firstState(none), grind: 9 }, none)).toEqual({ from: "rule", setting: 9, sd: 4 });
});

test("a pot that was approved begins at its setting", () => {
  const approved = {
    id: "s",
    batchId: "b",
    coffeeId: STATE.coffee,
    brewerId: STATE.brewer,
    serve: "hot" as const,
    method: null,
    sizeG: 2800,
    approvedAt: "2026-07-01T08:00:00.000Z",
    brewedOn: "2026-07-01",
    approvedBy: "Oda Venn",
    grinderId: STATE.grinder,
    dialSetting: 11.5,
    doseG: 202,
    waterG: 3229,
    iceG: 0,
    yieldG: 2800,
    brewTimeS: 350,
    strengthPct: 1.4,
    densityGPerMl: 0.4,
    roastedOn: null,
    curve: { version: BENCH.grinders[0]!.curveVersion!, points: BENCH.grinders[0]!.curve },
  };
  expect(of({ ...BENCH, standards: [approved] })).toEqual({ from: "learned", setting: 11.5, sd: 1 });
});
