import { describe, expect, test } from "vitest";
import { must } from "#core/result";
import { CHOUGH } from "#tests/grinders.ts";
import { FULMAR, LOFT, NOTHING_YET } from "#tests/planned.ts";
import { brewInputOf, compareWays, outlookAt, type Plan, type WayAsked } from "./index.ts";

const HALF: Plan = { ...FULMAR, doseG: FULMAR.doseG / 2, waterG: FULMAR.waterG / 2 };
const DEEP: Plan = { ...FULMAR, doseG: 900 };

function way(change: Partial<WayAsked>): WayAsked {
  return {
    source: brewInputOf(LOFT, 800),
    plan: FULMAR,
    dial: CHOUGH,
    // Ground as it was approved, so that each figure is known.
    settings: { standard: 11.5 },
    teaching: NOTHING_YET,
    by: "one",
    times: 1,
    yieldG: 2850,
    bypassG: 0,
    betweenS: 120,
    against: 0,
    ...change,
  };
}
const only = (single: WayAsked, wantedG = 2850) => compareWays([single], wantedG)[0]!;

describe("one way to brew it", () => {
  test("at once: the forecast's own figures at the setting that would be suggested", () => {
    const { brew, strengthPct } = must(outlookAt(FULMAR, CHOUGH, 11.5));
    expect(only(way({}), 2800)).toMatchObject({
      doseG: 205,
      bypassPct: 0,
      surplusG: 50,
      starts: 1,
      pours: 0,
      clean: true,
      brewed: {
        setting: 11.5,
        by: "standard",
        timeS: brew.brewTimeS,
        strengthPct,
        extractionPct: brew.extractionPct,
      },
    });
  });

  test("in two batches: both brews and what lies between them, and two starts", () => {
    const { brew } = must(outlookAt(HALF, CHOUGH, 9));
    const two = only(way({ by: "two", times: 2, plan: HALF, yieldG: 1425, settings: { standard: 9 } }));
    expect(two.brewed!.timeS).toBeCloseTo(2 * brew.brewTimeS + 120, 9);
    expect(two).toMatchObject({ surplusG: 0, starts: 2, pours: 0 });
  });

  test("with a share round the bed: its share of the hot water, and a pour for each batch", () => {
    const plan = { ...FULMAR, waterG: 2700, addedG: 300 };
    expect(only(way({ by: "bypass", plan, bypassG: 300 }))).toMatchObject({ bypassPct: 10, pours: 1 });
    expect(only(way({ by: "bypass", times: 2, plan, bypassG: 300 })).pours).toBe(2);
  });

  test("is not clean where the sheet or the forecast says something, or where nothing can be brewed", () => {
    expect(only(way({ against: 1 })).clean).toBe(false);
    expect(only(way({ settings: { standard: 4 } })).clean).toBe(false);
    expect(only(way({ plan: DEEP }))).toMatchObject({
      brewed: undefined,
      clean: false,
      bedDepthMm: undefined,
    });
  });
});

describe("ways of one kind", () => {
  const [warned, clean] = [way({ against: 1, yieldG: 1 }), way({ yieldG: 2 })];

  test("give the first that nothing is said against, by its place, else the first", () => {
    expect(compareWays([warned, warned, clean, clean], 0).map(({ place }) => place)).toEqual([2]);
    expect(compareWays([warned, warned], 0).map(({ place }) => place)).toEqual([0]);
  });

  test("stand in one order, whatever order they are asked in", () => {
    const ways = [way({ by: "trim" }), way({ by: "two", times: 2 }), way({ by: "one" })];
    expect(compareWays(ways, 0).map(({ by, place }) => [by, place])).toEqual([
      ["one", 2],
      ["two", 1],
      ["trim", 0],
    ]);
  });
});
