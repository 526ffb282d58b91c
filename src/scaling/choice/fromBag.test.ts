import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { must } from "#core/result";
import { solveState } from "#scaling/sheet";
import { BENCH } from "#tests/pierHead.ts";
import { fromBag } from "./fromBag.ts";
import { firstState } from "./start.ts";
import { fromRecipe } from "./state.ts";

const START = firstState(BENCH);

test("186 g left: all of it is ground, and its water is what the recipe gives it", () => {
  const left = fromBag(186.4, START, BENCH);
  expect(left.pins).toEqual([
    { name: "doseG", value: 186 },
    { name: "brewRatio", value: 16 },
  ]);
  // 186 · 16 = 2976, of which the bed keeps 186 · 2.12 = 394.
  expect(must(solveState(left, BENCH)).exact.yieldG).toBeCloseTo(2976 - 186 * 2.12, 6);
});

test("the pot is the smallest that takes what comes out", () => {
  const vessels = [
    { ...BENCH.vessels[0]!, id: "small", workingG: 1600, brimG: 1750 },
    { ...BENCH.vessels[0]!, id: "large", workingG: 2850, brimG: 3100 },
  ];
  const bench = { ...BENCH, vessels };
  // 100 · 13.88 = 1388 g, 120 · 13.88 = 1666 g.
  expect(fromBag(100, START, bench).vessel).toBe("small");
  expect(fromBag(120, START, bench).vessel).toBe("large");
});

describe("the brewer", () => {
  const FULMAR = BENCH.brewers[0]!;
  const small = {
    ...FULMAR,
    id: "turnstone",
    lattice: { ...FULMAR.lattice, minSettingG: 500, maxSettingG: 1800 },
    doseMaxG: 110,
  };
  const cone = { ...small, id: "cone", kind: "hand" as const };
  const on = (leftG: number, brewers: readonly (typeof FULMAR)[], state = START) =>
    fromBag(leftG, state, { ...BENCH, brewers }).brewer;

  test("stays where it takes the dose and its water, to the last gram", () => {
    // 0.976 · 1200 + 8 = 1179.2 g at least, a sixteenth of which is 73.7; 230 g is its largest dose.
    expect(on(74, [FULMAR, small])).toBe("fulmar");
    expect(on(220, [FULMAR, small])).toBe("fulmar");
    expect(on(73, [FULMAR, small])).toBe("turnstone");
    // 3521.6 g at most: 220.1 g of coffee.
    const stronger = { ...FULMAR, doseMaxG: 400 };
    expect(
      on(225, [stronger, { ...stronger, id: "tall", lattice: { ...FULMAR.lattice, maxSettingG: 5000 } }]),
    ).toBe("tall");
  });

  test("gives way to another of its kind, else to any that takes it, and stays where none does", () => {
    expect(on(73, [FULMAR, cone, small])).toBe("turnstone");
    expect(on(73, [FULMAR, cone])).toBe("cone");
    expect(on(20, [FULMAR, small])).toBe("fulmar");
    expect(on(73, [FULMAR, { ...small, doseMinG: 74 }])).toBe("fulmar");
    expect(on(73, [FULMAR, { ...small, doseMinG: 73 }])).toBe("turnstone");
  });
});

test("iced goes into an iced vessel, hot into none", () => {
  expect(fromBag(120, START, BENCH).vessel).toBe("pot");
  expect(fromBag(120, fromRecipe("slack", START, BENCH), BENCH).vessel).toBe("steel");
  // What no pot holds goes into the largest.
  expect(fromBag(229, START, BENCH).vessel).toBe("dispenser");
  const exact = { ...BENCH.vessels[0]!, id: "exact", workingG: 100 * 13.88 };
  expect(fromBag(100, START, { ...BENCH, vessels: [...BENCH.vessels, exact] }).vessel).toBe("exact");
});

test("iced keeps its ratio and its temperature", () => {
  const iced = fromBag(120, fromRecipe("slack", START, BENCH), BENCH);
  expect(iced.pins.map(({ name }) => name)).toEqual(["doseG", "totalRatio", "finalTempC"]);
});

test("never more than the bag holds, and less than a step below it", () => {
  fc.assert(
    fc.property(fc.double({ min: 8, max: 230, noNaN: true }), (leftG) => {
      const [{ value: doseG } = { value: 0 }] = fromBag(leftG, START, BENCH).pins;
      const stepG = leftG < 60 ? 0.1 : 1;
      expect(doseG).toBeLessThanOrEqual(leftG + 1e-6);
      expect(doseG).toBeGreaterThan(leftG - stepG - 1e-6);
    }),
  );
});
