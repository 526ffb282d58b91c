import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { bagShift, bagUnits } from "./bag.ts";
import { eightInTen } from "./eightInTen.ts";

const bag = fc.record({
  densityGPerMl: fc.double({ min: 0.3, max: 0.45, noNaN: true }),
  roast: fc.constantFrom("light" as const, "medium" as const, "dark" as const),
  daysSinceRoast: fc.option(fc.integer({ min: 0, max: 200 })),
});

describe("from one bag to another", () => {
  test("there and back again is nothing, and as unsure either way", () => {
    fc.assert(
      fc.property(bag, bag, (a, b) => {
        const [there, back] = [bagShift(a, b), bagShift(b, a)];
        expect(there.units + back.units).toBeCloseTo(0, 12);
        expect(there.sdUnits).toBeCloseTo(back.sdUnits, 12);
        expect(there.units).toBeCloseTo(bagUnits(b) - bagUnits(a), 12);
      }),
    );
  });

  test("no bag is surer than two that are alike", () => {
    fc.assert(
      fc.property(bag, bag, (a, b) => {
        expect(bagShift(a, b).sdUnits).toBeGreaterThanOrEqual(bagShift(a, a).sdUnits);
      }),
    );
  });

  test("0.05 g/ml denser is half a unit finer, a shade darker 0.4 coarser, a week older 0.15 finer", () => {
    const usual = { densityGPerMl: 0.35, roast: "light" as const, daysSinceRoast: 10 };
    expect(bagShift(usual, { ...usual, densityGPerMl: 0.4 }).units).toBeCloseTo(-0.5, 9);
    expect(bagShift(usual, { ...usual, roast: "medium" }).units).toBeCloseTo(0.4, 9);
    expect(bagShift(usual, { ...usual, daysSinceRoast: 17 }).units).toBeCloseTo(-0.15, 9);
    expect(bagShift(usual, { ...usual, daysSinceRoast: 17 }).sdUnits).toBeCloseTo(Math.hypot(0.3, 0.075), 9);
  });

  test("before it has settled and when it is old, days change nothing", () => {
    const old = { densityGPerMl: 0.35, roast: "medium" as const, daysSinceRoast: 45 };
    expect(bagShift(old, { ...old, daysSinceRoast: 90 }).units).toBe(0);
    expect(bagShift({ ...old, daysSinceRoast: 0 }, { ...old, daysSinceRoast: null }).units).toBe(0);
  });
});

test("eight in ten lie 1.28 standard deviations to either side, and none beyond the dial", () => {
  const dial = { min: 0, max: 24 };
  const [low, high] = eightInTen(12, 1, dial);
  expect([low, high]).toEqual([expect.closeTo(10.7184, 9), expect.closeTo(13.2816, 9)]);
  expect(eightInTen(23.5, 2, dial)[1]).toBe(24);
  expect(eightInTen(0.2, 2, dial)[0]).toBe(0);
  expect(eightInTen(7, 0, dial)).toEqual([7, 7]);
});
