import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { LOFT_RECIPE } from "#tests/recipes.ts";
import {
  forecastBrew,
  handPours,
  type Pour,
  type Rhythm,
  rescaled,
  startOf,
  usualRhythm,
  waterOf,
} from "./index.ts";

const sum = (pours: readonly Pour[]) => pours.reduce((all, { waterG }) => all + waterG, 0);
const endS = (pour: Pour) => ("atS" in pour ? pour.atS : Number.NaN) + pour.waterG / pour.rateGPerS;

describe("a hand's pours", () => {
  test("amounts are what the scale's totals differ by, at the kettle's pace where none is written down", () => {
    expect(handPours(LOFT_RECIPE)).toEqual([
      { atS: 0, waterG: 55, rateGPerS: 6 },
      { atS: 40, waterG: 95, rateGPerS: 6 },
      { atS: 75, waterG: 100, rateGPerS: 6 },
      { atS: 110, waterG: 102, rateGPerS: 6 },
    ]);
  });

  test("a written pace is kept; one that is given by its end, and one that the next pour hurries, follow", () => {
    const [first, second, third] = handPours({
      pours: [
        { toG: 60, start: { atS: 0 }, pace: { gPerS: 4 } },
        { toG: 160, start: { atS: 30 }, pace: { byS: 50 } },
        { toG: 400, start: { atS: 60 }, pace: null },
        { toG: 410, start: { atS: 80 }, pace: null },
      ],
    });
    expect(first!.rateGPerS).toBe(4);
    expect(second!.rateGPerS).toBe(5);
    // 240 g in nine tenths of 20 s.
    expect(third!.rateGPerS).toBeCloseTo(240 / 18, 9);
  });

  test("a pour that waits for the bed starts when the forecast says so", () => {
    const pours = handPours({
      pours: [
        { toG: 60, start: { atS: 0 }, pace: null },
        { toG: 200, start: { whenDrained: true }, pace: null },
        { toG: 300, start: { afterDropMm: 8 }, pace: null },
      ],
    });
    const brew = forecastBrew({
      doseG: 20,
      grindUm: 800,
      waterTempC: 93,
      basket: { shape: "cone", topDiameterMm: 116, bottomDiameterMm: 0, heightMm: 95 },
      pours,
    });
    expect(brew.ok && brew.value.pourStartsS[1]).toBeGreaterThan(60 / 6);
    expect(brew.ok && brew.value.pourStartsS[2]).toBeGreaterThan(brew.ok ? brew.value.pourStartsS[1]! : 0);
  });
});

describe("at another size", () => {
  test("at half the dose everything is half, at the same times", () => {
    const half = rescaled(LOFT_RECIPE, { doseG: 11, waterG: 176 });
    expect(half.pours.map(({ toG }) => toG)).toEqual([27.5, 75, 125, 176]);
    expect(half.pours.map(startOf)).toEqual([0, 40, 75, 110]);
  });

  test("less water on the same dose: the bloom and its wait stay, the rest is cut and sooner over", () => {
    const short = rescaled(LOFT_RECIPE, { doseG: 22, waterG: 220 });
    expect(short.pours[0]).toMatchObject({ toG: 55, start: { atS: 0 } });
    expect(startOf(short.pours[1])).toBe(40);
    expect(startOf(short.pours[3])!).toBeCloseTo(40 + (70 * 165) / 297, 9);
  });

  test("a bloom that would be all the water gives way to shares", () => {
    const small = rescaled(LOFT_RECIPE, { doseG: 22, waterG: 50 }).pours;
    for (const [i, toG] of [55, 150, 250, 352].entries()) {
      expect(small[i]!.toG).toBeCloseTo((toG * 50) / 352, 9);
    }
  });

  test("what was poured without a bloom keeps its shares, and all its times stretch", () => {
    const plain: Rhythm = {
      doseG: 20,
      blooms: false,
      pours: [
        { toG: 60, start: { atS: 10 }, pace: { gPerS: 6 } },
        { toG: 300, start: { atS: 40 }, pace: { byS: 90 } },
      ],
    };
    const { pours } = rescaled(plain, { doseG: 20, waterG: 450, stretch: 1.2 });
    expect(pours[0]!.toG).toBeCloseTo(90, 9);
    expect(pours[0]!.start).toEqual({ atS: expect.closeTo(12, 9) });
    expect(pours[0]!.pace).toEqual({ gPerS: expect.closeTo((6 * 1.5) / 1.2, 9) });
    expect(pours[1]).toMatchObject({ toG: 450, pace: { byS: expect.closeTo(108, 9) } });
  });

  test("a bloom's own pace goes by the dose, and what follows by the water that is left", () => {
    const paced: Rhythm = {
      doseG: 20,
      blooms: true,
      pours: [
        { toG: 50, start: { atS: 0 }, pace: { gPerS: 5 } },
        { toG: 300, start: { atS: 40 }, pace: { gPerS: 6 } },
      ],
    };
    const { pours } = rescaled(paced, { doseG: 30, waterG: 325, stretch: 1.1 });
    expect(pours[0]).toMatchObject({ toG: expect.closeTo(75, 9), pace: { gPerS: expect.closeTo(7.5, 9) } });
    // As much as before runs after the bloom.
    expect(pours[1]!.pace).toEqual({ gPerS: expect.closeTo(6 / 1.1, 9) });
  });

  const rhythm: fc.Arbitrary<Rhythm> = fc
    .record({
      doseG: fc.double({ min: 5, max: 60, noNaN: true }),
      blooms: fc.boolean(),
      steps: fc.array(
        fc.record({ waterG: fc.integer({ min: 10, max: 300 }), waitS: fc.integer({ min: 5, max: 90 }) }),
        {
          minLength: 1,
          maxLength: 8,
        },
      ),
    })
    .map(({ doseG, blooms, steps }) => {
      let [toG, atS] = [0, -steps[0]!.waitS];
      const pours = steps.map(({ waterG, waitS }) => {
        toG += waterG;
        atS += waitS;
        return { toG, start: { atS }, pace: null };
      });
      return { doseG, blooms: blooms && pours.length > 1, pours };
    });
  const size = fc.record({
    doseG: fc.double({ min: 5, max: 200, noNaN: true }),
    waterG: fc.double({ min: 100, max: 4000, noNaN: true }),
    stretch: fc.option(fc.double({ min: 0.3, max: 4, noNaN: true }), { nil: undefined }),
  });

  test("all the water is poured, totals rise, pours keep their order, and none runs into the next", () => {
    fc.assert(
      fc.property(rhythm, size, (from, to) => {
        const next = rescaled(from, to);
        expect(waterOf(next)).toBeCloseTo(to.waterG, 6);
        expect(sum(handPours(next))).toBeCloseTo(to.waterG, 6);
        for (const [i, pour] of handPours(next).entries()) {
          expect(pour.waterG).toBeGreaterThan(0);
          const after = startOf(next.pours[i + 1]);
          if (after !== undefined) expect(endS(pour)).toBeLessThanOrEqual(after + 1e-9);
        }
      }),
    );
  });

  test("to its own size it is itself; there and back again, too", () => {
    fc.assert(
      fc.property(rhythm, size, (from, to) => {
        const own = { doseG: from.doseG, waterG: waterOf(from) };
        const there = rescaled(from, to);
        fc.pre(!from.blooms || from.pours[0]!.toG * (to.doseG / from.doseG) < 0.9 * to.waterG);
        const stretch = to.stretch && 1 / to.stretch;
        const back = rescaled(there, { ...own, stretch });
        for (const [i, pour] of from.pours.entries()) {
          expect(back.pours[i]!.toG).toBeCloseTo(pour.toG, 6);
          expect(startOf(back.pours[i])!).toBeCloseTo(startOf(pour)!, 6);
        }
      }),
    );
  });

  test("a hand's usual rhythm blooms twice the dose", () => {
    const usual = usualRhythm();
    expect(usual.pours[0]!.toG / usual.doseG).toBe(2);
    expect(waterOf(usual) / usual.doseG).toBe(16);
  });
});
