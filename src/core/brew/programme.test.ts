import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { handPours, type Pour, rescaledPours, sprayPours, usualSpray } from "./index.ts";

const TURNSTONE = [
  { upToG: 1900, rateGPerS: 6, bloomPct: 15, bloomS: 30, pulses: 4 },
  { upToG: 1000, rateGPerS: 4, bloomPct: 15, bloomS: 30, pulses: 4 },
];
const LOFT = { doseG: 22, waterG: 352, bloomG: 55, bloomS: 40, doneS: 190 };
const sum = (pours: readonly Pour[]) => pours.reduce((all, { waterG }) => all + waterG, 0);
const endS = (pours: readonly Pour[]) => {
  const last = pours.at(-1)!;
  return ("atS" in last ? last.atS : Number.NaN) + last.waterG / last.rateGPerS;
};

describe("a spray programme", () => {
  test("goes by the batch's size: slowly below a litre, and the largest mode for what is larger", () => {
    expect(sprayPours(900, TURNSTONE)[0]).toMatchObject({ waterG: 135, rateGPerS: 4 });
    expect(sprayPours(1500, TURNSTONE)[0]).toMatchObject({ rateGPerS: 6 });
    expect(sprayPours(2500, TURNSTONE)[0]).toMatchObject({ rateGPerS: 6 });
  });

  test("blooms, waits and pulses: 1.2 l in 30 s of bloom, 30 s of pause and four pulses", () => {
    const pours = sprayPours(1200, TURNSTONE);
    expect(pours).toHaveLength(5);
    expect(pours.map((pour) => ("atS" in pour ? pour.atS : undefined))).toEqual([0, 60, 102.5, 145, 187.5]);
    expect(sum(pours)).toBeCloseTo(1200, 9);
  });

  test("without a bloom it sprays on; unmeasured, in four minutes", () => {
    expect(sprayPours(1200, [usualSpray(1200)])).toEqual([{ atS: 0, waterG: 1200, rateGPerS: 5 }]);
  });

  test("no water is lost, and no pulse begins before the one before has ended", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 200, max: 4000, noNaN: true }),
        fc.record({
          upToG: fc.constant(4000),
          rateGPerS: fc.double({ min: 1, max: 20, noNaN: true }),
          bloomPct: fc.double({ min: 0, max: 80, noNaN: true }),
          bloomS: fc.double({ min: 0, max: 90, noNaN: true }),
          pulses: fc.integer({ min: 1, max: 12 }),
        }),
        (waterG, mode) => {
          const pours = sprayPours(waterG, [mode]);
          expect(sum(pours)).toBeCloseTo(waterG, 6);
          for (const [i, pour] of pours.slice(1).entries()) {
            expect("atS" in pour && pour.atS).toBeGreaterThanOrEqual(endS([pours[i]!]) - 1e-9);
          }
        },
      ),
    );
  });
});

describe("a hand's pours", () => {
  test("the bloom, its wait, and one even pour that leaves time to draw down", () => {
    const pours = handPours(LOFT);
    expect(pours).toMatchObject([
      { atS: 0, waterG: 55 },
      { atS: 40, waterG: 297 },
    ]);
    expect(endS(pours)).toBeCloseTo(40 + 0.7 * 150, 9);
  });

  test("at half the dose everything is half, at the same times; a short brew is over sooner", () => {
    const half = rescaledPours(LOFT, { doseG: 11, waterG: 176 });
    expect(sum(half)).toBeCloseTo(176, 9);
    expect(half[0]).toMatchObject({ waterG: 27.5 });
    expect(endS(half)).toBeCloseTo(endS(handPours(LOFT)), 9);
    expect(endS(rescaledPours(LOFT, { doseG: 22, waterG: 240 }))).toBeLessThan(endS(handPours(LOFT)));
  });

  test("without a bloom, or with one that is all the water, it is one pour", () => {
    expect(handPours({ ...LOFT, bloomG: 0 })).toHaveLength(1);
    expect(rescaledPours(LOFT, { doseG: 22, waterG: 50 })).toHaveLength(1);
  });
});
