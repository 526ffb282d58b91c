import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { must } from "#core/result";
import { type CurvePoint, fitCurve, settingAt, umAt } from "./index.ts";

const sieve = (pairs: readonly (readonly [number, number])[]): CurvePoint[] =>
  pairs.map(([setting, um]) => ({ setting, um, by: "sieve" }));
const CHOUGH = sieve([
  [0, 430],
  [5, 620],
  [9.5, 800],
  [14, 980],
  [24, 1420],
]);

describe("a dial's curve", () => {
  test("goes through its points, and a worked value lies between: ln µm halfway on two points", () => {
    const curve = must(fitCurve(CHOUGH));
    for (const { setting, um } of CHOUGH) expect(umAt(curve, setting)).toBeCloseTo(um, 9);
    const straight = must(
      fitCurve(
        sieve([
          [0, 400],
          [10, 900],
        ]),
      ),
    );
    // √(400 · 900) = 600.
    expect(umAt(straight, 5)).toBeCloseTo(600, 9);
    // As straight as it ends: one more step of ten is 900 · 900/400.
    expect(umAt(straight, 20)).toBeCloseTo(2025, 9);
  });

  test("a slope between two unlike stretches is their weighted harmonic mean, worked by hand", () => {
    const at = (setting: number, ln: number) => ({ setting, um: 100 * Math.exp(ln), by: "sieve" as const });
    const { slopes } = must(fitCurve([at(0, 0), at(2, 2), at(10, 6)]));
    // Secants 1 and 0.5 over 2 and 8: weights 2 · 8 + 2 and 8 + 2 · 2.
    expect(slopes[0]).toBeCloseTo(1, 12);
    expect(slopes[1]).toBeCloseTo(30 / (18 / 1 + 12 / 0.5), 12);
    expect(slopes[2]).toBeCloseTo(0.5, 12);
  });

  test("one point, a setting twice and a turn back are refused, with the two that fight", () => {
    expect(fitCurve(CHOUGH.slice(0, 1))).toEqual({ ok: false, failure: { code: "tooFewPoints", least: 2 } });
    const twice = fitCurve([...CHOUGH, { setting: 5, um: 640, by: "word" }]);
    expect(twice.ok ? undefined : twice.failure.code).toBe("curveTurnsBack");
    const back = fitCurve(
      sieve([
        [0, 500],
        [5, 450],
        [10, 900],
      ]),
    );
    expect(back.ok ? undefined : back.failure).toMatchObject({ first: { um: 500 }, second: { um: 450 } });
  });

  const curves = fc
    .tuple(
      fc.uniqueArray(fc.integer({ min: 0, max: 60 }), { minLength: 2, maxLength: 8 }),
      fc.array(fc.double({ min: 1.02, max: 1.6, noNaN: true }), { minLength: 8, maxLength: 8 }),
      fc.boolean(),
    )
    .map(([settings, ratios, rises]) => {
      const sorted = settings.toSorted((a, b) => (rises ? a - b : b - a));
      return sorted.map((setting, i) => ({
        setting,
        um: 200 * ratios.slice(0, i).reduce((product, ratio) => product * ratio, 1),
        by: "word" as const,
      }));
    });

  test("is monotone between its points, whichever way the dial counts", () => {
    fc.assert(
      fc.property(curves, fc.double({ min: 0, max: 1, noNaN: true }), (points, share) => {
        const curve = must(fitCurve(points));
        const sorted = points.toSorted((a, b) => a.setting - b.setting);
        for (const [i, second] of sorted.slice(1).entries()) {
          const first = sorted[i]!;
          const um = umAt(curve, first.setting + share * (second.setting - first.setting));
          expect(um).toBeGreaterThanOrEqual(Math.min(first.um, second.um) * (1 - 1e-9));
          expect(um).toBeLessThanOrEqual(Math.max(first.um, second.um) * (1 + 1e-9));
        }
      }),
    );
  });

  test("runs back: the setting for a size grinds that size, beyond the points too", () => {
    fc.assert(
      fc.property(curves, fc.double({ min: 100, max: 2500, noNaN: true }), (points, um) => {
        const curve = must(fitCurve(points));
        expect(umAt(curve, settingAt(curve, um)) / um).toBeCloseTo(1, 6);
      }),
    );
  });
});
