import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { type Pour, sprayPours, usualSpray } from "./index.ts";

const TURNSTONE = [
  { upToG: 1900, rateGPerS: 6, bloomPct: 15, bloomS: 30, pulses: 4 },
  { upToG: 1000, rateGPerS: 4, bloomPct: 15, bloomS: 30, pulses: 4 },
];
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
