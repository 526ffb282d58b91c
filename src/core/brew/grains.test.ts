import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { darcyOf, viscosity } from "./flow.ts";
import { merged, poolsOf } from "./pools.ts";
import { begins } from "./pours.ts";
import { sizeClasses, surfaceDiameterUm } from "./sizes.ts";
import { arrhenius } from "./solids.ts";

const grinds = fc.double({ min: 50, max: 3000, noNaN: true });

describe("what a grind is made of", () => {
  test("all of the dose, none of it negative, fines falling as it coarsens", () => {
    fc.assert(
      fc.property(grinds, (um) => {
        const classes = sizeClasses(um);
        expect(classes.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 12);
        expect(Math.min(...classes.map(({ share }) => share))).toBeGreaterThan(0);
        expect(sizeClasses(1.1 * um)[0]!.share).toBeLessThanOrEqual(classes[0]!.share);
      }),
    );
  });

  test("the rest has its median, and a log-normal's mean and variance", () => {
    const [, ...rest] = sizeClasses(800);
    const whole = rest.reduce((sum, { share }) => sum + share, 0);
    const moment = (power: number) =>
      rest.reduce((sum, { share, um }) => sum + (share / whole) * Math.log(um / 800) ** power, 0);
    expect(moment(1)).toBeCloseTo(0, 12);
    expect(moment(2)).toBeCloseTo(0.35 ** 2, 12);
    expect(moment(4)).toBeCloseTo(3 * 0.35 ** 4, 12);
  });

  test("the diameter by surface lies among the sizes, far below the median: fines are most of the surface", () => {
    const classes = sizeClasses(800);
    const um = surfaceDiameterUm(classes);
    expect(um).toBeGreaterThan(classes[0]!.um);
    expect(um).toBeLessThan(400);
    expect(surfaceDiameterUm([{ share: 1, um: 500 }])).toBe(500);
  });
});

describe("pools", () => {
  test("hold the whole dose, merged or not, in four rates at most", () => {
    fc.assert(
      fc.property(grinds, (um) => {
        const all = poolsOf(sizeClasses(um));
        const few = merged(all);
        for (const pools of [all, few]) {
          expect(pools.reduce((sum, { part }) => sum + part, 0)).toBeCloseTo(1, 12);
        }
        expect(few.length).toBeLessThanOrEqual(4);
        expect(new Set(few.map(({ perS }) => perS)).size).toBe(few.length);
      }),
    );
  });

  test("the inside of a grain twice as wide gives a quarter as fast", () => {
    const slowest = (um: number) => Math.min(...poolsOf([{ share: 1, um }]).map(({ perS }) => perS));
    expect(slowest(1600)).toBeCloseTo(slowest(800) / 4, 12);
  });
});

describe("water", () => {
  test("is as viscous as tables say: 1.00, 0.55 and 0.32 mPa·s at 20, 50 and 90 °C", () => {
    for (const [tempC, mPaS] of [
      [20, 1.002],
      [50, 0.547],
      [90, 0.3145],
    ] as const) {
      expect(Math.abs((1000 * viscosity(tempC)) / mPaS - 1)).toBeLessThan(0.025);
    }
  });

  test("runs four times as freely past grains twice as wide, and half as freely through twice the bed", () => {
    const basket = { shape: "flat" as const, topDiameterMm: 100, bottomDiameterMm: 100, heightMm: 90 };
    const bed = { basket, depthMm: 20, diameterUm: 150, permeability: 1 };
    expect(darcyOf({ ...bed, diameterUm: 300 })).toBeCloseTo(4 * darcyOf(bed), 9);
    expect(darcyOf({ ...bed, depthMm: 40 })).toBeCloseTo(darcyOf(bed) / 2, 9);
    expect(darcyOf({ ...bed, permeability: 0.5 })).toBeCloseTo(darcyOf(bed) / 2, 9);
    // A cone of the same width is no bottleneck at its point.
    const cone = { shape: "cone" as const, topDiameterMm: 100, bottomDiameterMm: 0, heightMm: 90 };
    expect(darcyOf({ ...bed, basket: cone })).toBeGreaterThan(0);
  });

  test("takes out more when it is hotter, and as fast as it was measured at 93 °C", () => {
    expect(arrhenius(93)).toBe(1);
    expect(arrhenius(20)).toBeGreaterThan(0.1);
    expect(arrhenius(20)).toBeLessThan(0.3);
  });
});

test("a pour begins at its time, after its drop, or when nothing stands", () => {
  const water = { waterG: 100, rateGPerS: 5 };
  const standing = { atS: 40, levelMm: 30, leftAtMm: 36, drained: false };
  expect(begins({ ...water, atS: 40 }, standing)).toBe(true);
  expect(begins({ ...water, atS: 41 }, standing)).toBe(false);
  expect(begins({ ...water, afterDropMm: 6 }, standing)).toBe(true);
  expect(begins({ ...water, afterDropMm: 7 }, standing)).toBe(false);
  // A bed that has run dry drops no farther.
  expect(begins({ ...water, afterDropMm: 7 }, { ...standing, drained: true })).toBe(true);
  expect(begins({ ...water, whenDrained: true }, standing)).toBe(false);
  expect(begins({ ...water, whenDrained: true }, { ...standing, drained: true })).toBe(true);
});
