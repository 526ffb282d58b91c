import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { type AheadInput, aheadFor } from "./ahead.ts";

const EACH_DAY = [{ weight: 1, factor: 1 }];
const TOMORROW: AheadInput = {
  meanCups: 30,
  varianceToMean: 1,
  dayFactors: EACH_DAY,
  cupsPerBatch: 12,
  cupsThere: 0,
  lostPerCup: 3,
  pouredPerCup: 0.4,
  keptCups: 0,
  fixed: 1,
  mostBatches: 20,
};

describe("what is made ahead", () => {
  test("single cups come to the newsvendor's share of days", () => {
    const single = { ...TOMORROW, cupsPerBatch: 1, fixed: 0, mostBatches: 80 };
    const { batches, enough } = aheadFor(single);
    // 3 ÷ 3.4 of all days: 36 would be enough on 88.0 in 100 of them, and 88.2 are wanted.
    expect(batches).toBe(37);
    expect(enough).toBeGreaterThan(3 / 3.4);
    expect(enough).toBeLessThan(3 / 3.4 + 0.05);
  });

  test("of twelve cups a batch it is three: two lose too many, four are poured away", () => {
    const { batches, lostCups, pouredCups, cost } = aheadFor(TOMORROW);
    expect(batches).toBe(3);
    expect(lostCups).toBeLessThan(0.6);
    expect(pouredCups).toBeCloseTo(36 - 30 + lostCups, 6);
    expect(cost).toBeCloseTo(lostCups * 3 + pouredCups * 0.4 + 3, 9);
  });

  test("what is there already is not made again, and nothing is made where nobody comes", () => {
    expect(aheadFor({ ...TOMORROW, cupsThere: 24 }).batches).toBe(1);
    expect(aheadFor({ ...TOMORROW, cupsThere: 60 }).batches).toBe(0);
    expect(aheadFor({ ...TOMORROW, meanCups: 0 })).toMatchObject({ batches: 0, cost: 0, enough: 1 });
  });

  test("what keeps for another day may be made in larger numbers", () => {
    const dear = { ...TOMORROW, pouredPerCup: 2.5 };
    expect(aheadFor({ ...dear, keptCups: 30 }).batches).toBeGreaterThanOrEqual(aheadFor(dear).batches);
    expect(aheadFor({ ...dear, keptCups: 30 }).cost).toBeLessThan(aheadFor(dear).cost);
  });

  test("days that differ want more where a lost cup is dear", () => {
    const busy = [
      { weight: 1 / 6, factor: 0.6 },
      { weight: 2 / 3, factor: 1 },
      { weight: 1 / 6, factor: 1.4 },
    ];
    const single = { ...TOMORROW, cupsPerBatch: 1, fixed: 0, mostBatches: 90 };
    expect(aheadFor({ ...single, dayFactors: busy }).batches).toBeGreaterThan(aheadFor(single).batches);
  });

  test("no other number costs less", () => {
    const figure = (max: number) => fc.double({ min: 0, max, noNaN: true });
    fc.assert(
      fc.property(
        fc.record({
          meanCups: figure(80),
          lostPerCup: figure(5),
          pouredPerCup: figure(2),
          fixed: figure(3),
          keptCups: figure(20),
          cupsPerBatch: fc.integer({ min: 1, max: 30 }),
        }),
        (part) => {
          const input = { ...TOMORROW, ...part };
          const { cost } = aheadFor(input);
          for (let batches = 0; batches <= 12; batches++) {
            const exactly = aheadFor({ ...input, cupsThere: batches * input.cupsPerBatch, mostBatches: 0 });
            expect(cost).toBeLessThanOrEqual(exactly.cost + batches * input.fixed + 1e-9);
          }
        },
      ),
    );
  });
});
