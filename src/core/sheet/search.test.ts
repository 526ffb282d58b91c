import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { Lattice } from "./lattice.ts";
import { misfit, termsOf } from "./misfit.ts";
import { yieldOf } from "./pins.ts";
import { brewable, type Choice, FEW, massesAt, nearestChoice, type Search } from "./search.ts";
import type { Given, Pins } from "./types.ts";

/** Hot, and nothing stays in the bed: all water is beverage, so that sums are easy. */
const GIVEN: Given = { serve: "hot", retentionGPerG: 0 };
const even = (stepG: number, first: number, last: number): Lattice => ({
  startG: 0,
  stepG,
  slope: 1,
  interceptG: 0,
  first,
  last,
});
const NONE: Lattice = even(0, 0, 0);

function found(pins: Pins, lattices: readonly Lattice[], change: Partial<Search> = {}) {
  const choice = nearestChoice({
    lattices,
    pins,
    given: GIVEN,
    yieldLimitG: Number.POSITIVE_INFINITY,
    ...change,
  });
  return choice && massesAt(lattices, choice as Choice);
}

test("no coffee, or water that stays in the bed, is nothing to brew", () => {
  const given: Given = { serve: "hot", retentionGPerG: 2 };
  const none = { bypassG: 0, iceG: 0 };
  expect(brewable({ ...none, doseG: 0, brewWaterG: 800 }, given)).toBe(false);
  expect(brewable({ ...none, doseG: 50, brewWaterG: 100 }, given)).toBe(false);
  expect(brewable({ ...none, doseG: 50, brewWaterG: 101 }, given)).toBe(true);
});

describe.each([
  { boxes: "gone through one by one", spread: 1 },
  { boxes: "halved", spread: FEW },
])("the nearest candidate, its box $boxes", ({ spread }) => {
  test("of two as near as each other it yields less", () => {
    // 1,000 and 1,200 g lie as far from 1,100 g; the ratio of 10 is kept by 100 and by 120 g.
    const lattices = [even(20, 5 - spread, 6 + spread), even(200, 5 - spread, 6 + spread), NONE, NONE];
    const near = found({ yieldG: 1100, brewRatio: 10 }, lattices.map(above0));
    expect(near).toMatchObject({ doseG: 100, brewWaterG: 1000 });
  });

  test("of two that also yield the same it takes the lower dose", () => {
    // Nothing says a dose: any is as near, and the yield does not ask it.
    const lattices = [even(10, 3, 3 + spread), even(100, 8, 12 + spread), NONE, NONE];
    expect(found({ yieldG: 1000 }, lattices)).toMatchObject({ doseG: 30, brewWaterG: 1000 });
  });

  test("of two of one dose it takes less brew water, and lets the rest run by", () => {
    const lattices = [even(50, 1, 1), even(100, 4, 9 + spread), even(100, 1, 6 + spread), NONE];
    expect(found({ yieldG: 1000 }, lattices)).toMatchObject({ brewWaterG: 400, bypassG: 600 });
  });

  test("a yield just at the limit is within it, one step above is not", () => {
    const lattices = [even(50, 1, 1), even(100, 1, 12 + spread), NONE, NONE];
    expect(found({ yieldG: 1100 }, lattices, { yieldLimitG: 1000 })).toMatchObject({ brewWaterG: 1000 });
    expect(found({ yieldG: 1100 }, lattices, { yieldLimitG: 999.9 })).toMatchObject({ brewWaterG: 900 });
    expect(found({ yieldG: 1100 }, lattices, { yieldLimitG: 50 })).toBeUndefined();
  });
});

/** The slow, obvious way: every candidate in turn, in the order of the tie rules. */
function plainly({ lattices, pins, given, yieldLimitG }: Search): Choice | undefined {
  const terms = termsOf(pins, given);
  const indices = ({ first, last }: Lattice) => Array.from({ length: last - first + 1 }, (_, i) => first + i);
  const [doses, waters, bypasses, ices] = lattices.map(indices) as [number[], number[], number[], number[]];
  return doses
    .flatMap((dose) =>
      waters.flatMap((water) => bypasses.flatMap((by) => ices.map((ice) => [dose, water, by, ice]))),
    )
    .map((choice) => ({
      choice: choice as unknown as Choice,
      masses: massesAt(lattices, choice as unknown as Choice),
    }))
    .map((each) => ({ ...each, cost: misfit(each.masses, terms), yieldG: yieldOf(each.masses, given) }))
    .filter(({ masses, yieldG }) => yieldG <= yieldLimitG + 1e-9 && brewable(masses, given))
    .reduce<{ choice: Choice; cost: number; yieldG: number } | undefined>((best, next) => {
      if (!best || next.cost < best.cost - 1e-12) return next;
      return next.cost <= best.cost + 1e-12 && next.yieldG < best.yieldG - 1e-9 ? next : best;
    }, undefined)?.choice;
}

test("whatever the limit, a yield that just keeps to it is found", () => {
  const lattices = [even(10, 1, 40), even(100, 1, 40), NONE, NONE];
  for (let yieldLimitG = 100; yieldLimitG <= 4000; yieldLimitG += 100) {
    expect(found({ yieldG: 5000 }, lattices, { yieldLimitG })).toMatchObject({ brewWaterG: yieldLimitG });
  }
});

test("among round figures, where many are as near, it finds what going through all finds", () => {
  const lattice = (stepG: number) =>
    fc
      .tuple(fc.integer({ min: 1, max: 9 }), fc.integer({ min: 0, max: 9 }))
      .map(([first, more]) => even(stepG, first, first + more));
  const tens = (min: number, max: number) => fc.integer({ min, max }).map((tenth) => 10 * tenth);
  const searches = fc.record({
    lattices: fc.tuple(lattice(10), lattice(100), lattice(100), fc.constant(NONE)),
    pins: fc.record(
      { doseG: tens(1, 15), yieldG: tens(10, 250), brewRatio: fc.integer({ min: 5, max: 20 }) },
      { requiredKeys: [] },
    ),
    given: fc.constantFrom(GIVEN, { ...GIVEN, retentionGPerG: 2 }),
    yieldLimitG: fc.oneof(fc.constant(Number.POSITIVE_INFINITY), tens(10, 250)),
  });
  fc.assert(
    fc.property(searches, (search) => {
      expect(nearestChoice(search)).toEqual(plainly(search));
    }),
    { numRuns: 500 },
  );
});

/** A dose or water of nothing is no candidate. */
function above0(lattice: Lattice): Lattice {
  return { ...lattice, first: Math.max(lattice === NONE ? 0 : 1, lattice.first) };
}
