import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { must } from "#core/result";
import { type BathInput, bathIceFor, chillInBath } from "./index.ts";

/** A full-strength batch of 2.4 l in its closed steel vessel. */
const BATH: BathInput = {
  coffeeG: 2400,
  startTempC: 75,
  wantedTempC: 8,
  vesselJPerK: 350,
  wallWPerK: 90,
  bathWaterG: 4000,
  bathWaterTempC: 14,
  bathIceG: 5000,
  iceTempC: -1,
  iceWetShare: 0.08,
  roomTempC: 21,
};
const bath = (change: Partial<BathInput> = {}) => chillInBath({ ...BATH, ...change });

describe("a closed bath", () => {
  test("while ice is left the coffee comes down as Newton has it against 0 °C", () => {
    const { doneS, points } = must(bath({ bathIceG: 9000 }));
    const expected = ((4.19 * 2400 + 350) / 90) * Math.log(75 / 8);
    expect(Math.abs(doneS - expected)).toBeLessThan(6);
    for (const { bathTempC } of points) expect(bathTempC).toBe(0);
    expect(points.at(-1)!.coffeeTempC).toBeLessThanOrEqual(8);
  });

  test("a turned vessel is done sooner, and more coffee takes longer", () => {
    const minutes = (change: Partial<BathInput>) => must(bath({ bathIceG: 9000, ...change })).doneS;
    expect(minutes({ wallWPerK: 140 })).toBeLessThan(minutes({}));
    expect(minutes({ coffeeG: 3000 })).toBeGreaterThan(minutes({}));
  });

  test("too little ice is refused with how much more would do, and that does", () => {
    const refused = bath({ bathIceG: 1000 });
    expect(refused).toMatchObject({ failure: { code: "bathTooSmall", wantedTempC: 8 } });
    if (refused.ok || refused.failure.code !== "bathTooSmall") return;
    expect(refused.failure.restTempC).toBeGreaterThan(8);
    expect(bath({ bathIceG: 1000 + 1.05 * refused.failure.moreIceG }).ok).toBe(true);
    // No more than that: with nine tenths of it the rest stays above what is wanted.
    expect(bath({ bathIceG: 1000 + 0.9 * refused.failure.moreIceG }).ok).toBe(false);
  });

  test("the ice that is called for balances what coffee, vessel and water give", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 300, max: 4000, noNaN: true }),
        fc.double({ min: 2, max: 15, noNaN: true }),
        (coffeeG, wantedTempC) => {
          const iceG = bathIceFor({ ...BATH, coffeeG, wantedTempC });
          const rest = Math.max(0, wantedTempC - 0.5);
          const gives = (4.19 * coffeeG + 350) * (75 - rest) + 4.19 * 4000 * (14 - rest);
          const takes = iceG * (0.92 * (2.09 + 333.6) + 4.19 * rest);
          expect(Math.abs(gives - takes)).toBeLessThan(1e-9 * gives);
        },
      ),
    );
  });

  test("coffee only falls and ice only shrinks", () => {
    const { points } = must(bath());
    for (const [i, point] of points.slice(1).entries()) {
      expect(point.coffeeTempC).toBeLessThanOrEqual(points[i]!.coffeeTempC);
      expect(point.iceLeftG).toBeLessThanOrEqual(points[i]!.iceLeftG);
    }
  });
});
