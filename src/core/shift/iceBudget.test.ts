import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { type IceDay, iceBudget } from "./index.ts";

/** The demo house's bin on a warm day: 11 kg when it is full, 26 kg a day, half of it for other drinks. */
const DAY: IceDay = {
  needs: [{ batches: 4, serverG: 1100, glassesG: 820 }],
  supply: { storeKg: 11, kgPerDay: 26, otherShare: 0.5 },
  fromMin: 660,
  toMin: 1020,
  inBinG: null,
  aheadG: 0,
};
const budget = (change: Partial<IceDay> = {}) => iceBudget({ ...DAY, ...change })!;

describe("a day's ice", () => {
  test("four servers and their glasses are there from a full bin, and not from an empty one", () => {
    expect(budget().needG).toBeCloseTo(4 * (1100 + 820), 6);
    expect(budget().shortG).toBe(0);
    expect(budget().emptyMin).toBeUndefined();
    const empty = budget({ inBinG: 0 });
    expect(empty.emptyMin).toBe(660);
    expect(empty.shortG).toBeGreaterThan(3000);
    expect(empty.hours[0]!.shortG).toBeGreaterThan(800);
  });

  test("what is short frozen ahead is enough, a gram less is not", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 6000, noNaN: true }),
        fc.integer({ min: 1, max: 9 }),
        (inBinG, batches) => {
          const needs = [{ ...DAY.needs[0]!, batches }];
          const { shortG } = budget({ inBinG, needs });
          fc.pre(shortG > 1);
          expect(budget({ inBinG, needs, aheadG: shortG }).shortG).toBeCloseTo(0, 6);
          expect(budget({ inBinG, needs, aheadG: shortG - 1 }).shortG).toBeCloseTo(1, 6);
        },
      ),
    );
  });

  test("a bin whose size nobody noted takes all that is made", () => {
    const supply = { storeKg: null, kgPerDay: 24, otherShare: 0 };
    const quiet = budget({ needs: [], supply, inBinG: 500 });
    expect(quiet.leftG).toBeCloseTo(500 + 6 * 1000, 6);
    // A full one of 11 kg takes nothing.
    expect(budget({ needs: [], supply: { ...supply, storeKg: 11 } }).leftG).toBe(11_000);
  });

  test("nothing is lost: what was there and made is drawn, left, or short", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 11_000, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (inBinG, otherShare) => {
          const { hours, needG, leftG, shortG } = budget({ inBinG, supply: { ...DAY.supply, otherShare } });
          const madeG = hours.reduce((sum, hour) => sum + hour.madeG, 0);
          // Other drinks take their share of all that could be made.
          const othersG = otherShare * (inBinG + (26_000 / 24) * 6);
          expect(hours.reduce((sum, hour) => sum + hour.othersG, 0)).toBeCloseTo(othersG, 5);
          expect(inBinG + madeG + shortG).toBeCloseTo(needG + othersG + leftG, 5);
          expect(madeG).toBeLessThanOrEqual((26_000 / 24) * 6 + 1e-6);
        },
      ),
    );
  });

  test("a server's ice is drawn when its batch begins, a glass's while it is sold", () => {
    const { hours } = budget({ needs: [{ batches: 2, serverG: 1000, glassesG: 0 }] });
    expect(hours.map(({ needG }) => needG)).toEqual([1000, 0, 0, 1000, 0, 0]);
    const glasses = budget({ needs: [{ batches: 2, serverG: 0, glassesG: 300 }] });
    for (const { needG } of glasses.hours) expect(needG).toBeCloseTo(100, 9);
  });

  test("a bin heaped over its full mark is drawn down before the machine makes more", () => {
    const { hours, leftG } = budget({
      inBinG: 14_000,
      supply: { ...DAY.supply, otherShare: 0 },
      needs: [{ batches: 1, serverG: 4000, glassesG: 0 }],
    });
    // One server is drawn in the first quarter of an hour; what is missing to 14 kg is made again from then on.
    const perH = 26_000 / 24;
    expect(hours[0]!.madeG).toBeCloseTo(0.75 * perH, 6);
    expect(leftG).toBeCloseTo(Math.min(14_000, 10_000 + 5.75 * perH), 6);
    const idle = budget({ inBinG: 14_000, needs: [], supply: { ...DAY.supply, otherShare: 0 } });
    expect(idle.leftG).toBe(14_000);
    expect(idle.hours.every(({ madeG }) => madeG === 0)).toBe(true);
  });

  test("a tray only holds; what nobody noted cannot be budgeted; half an hour is an hour's rest", () => {
    const tray = { storeKg: 2, kgPerDay: null, otherShare: 0 };
    expect(budget({ supply: tray, needs: [{ batches: 1, serverG: 2500, glassesG: 0 }] }).shortG).toBeCloseTo(
      500,
      9,
    );
    expect(iceBudget({ ...DAY, supply: { storeKg: null, kgPerDay: null, otherShare: 0 } })).toBeUndefined();
    expect(budget({ toMin: 690 }).hours).toHaveLength(1);
    expect(() => budget({ toMin: 660 })).toThrow(/hours/);
  });
});
