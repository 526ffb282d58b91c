import { expect, test } from "vitest";
import { seeded } from "#core/random";
import { must } from "#core/result";
import { ANCHOR } from "#tests/brews.ts";
import {
  drawn,
  forecastBrew,
  forecastRange,
  RANGE_SAMPLES,
  RANGED,
  type Spread,
  unevenShareOf,
} from "./index.ts";

const SURE: Spread = {
  grindShare: 0,
  retentionGPerG: 0,
  densityGPerMl: 0,
  waterTempC: 0,
  permeabilityShare: 0,
  extractionShare: 0,
  unevenShare: 0,
};
const rangeOf = (spread: Partial<Spread>, input = ANCHOR) =>
  forecastRange(input, { ...SURE, ...spread }, seeded(3))!;
const width = ([low, high]: readonly [number, number]) => high - low;

test("where nothing is uncertain the range is the forecast", () => {
  const brew = must(forecastBrew(ANCHOR));
  const range = rangeOf({});
  for (const name of RANGED) expect(range[name]).toEqual([brew[name], brew[name]]);
  expect(range.failedShare).toBe(0);
});

test("each thing that is uncertain widens what it touches, and the forecast lies within", () => {
  const brew = must(forecastBrew(ANCHOR));
  const wide = rangeOf({ grindShare: 0.12 });
  expect(width(wide.extractionPct)).toBeGreaterThan(2 * width(rangeOf({ grindShare: 0.04 }).extractionPct));
  expect(wide.extractionPct[0]).toBeLessThan(brew.extractionPct);
  expect(wide.extractionPct[1]).toBeGreaterThan(brew.extractionPct);
  expect(width(rangeOf({ retentionGPerG: 0.2 }).yieldG)).toBeCloseTo(2 * 1.2816 * 0.2 * 70, -1);
  expect(width(rangeOf({ permeabilityShare: 0.3 }).brewTimeS)).toBeGreaterThan(4);
  expect(width(rangeOf({ extractionShare: 0.1 }).brewTimeS)).toBe(0);
  expect(width(rangeOf({ waterTempC: 2 }).strengthPct)).toBeGreaterThan(0);
  expect(width(rangeOf({ densityGPerMl: 0.03 }).highWaterMm)).toBeGreaterThan(0);
});

test("the range is the middle eight in ten of its draws", () => {
  const spread = { ...SURE, grindShare: 0.1, waterTempC: 2 };
  const random = seeded(3);
  const draws = Array.from({ length: RANGE_SAMPLES }, () =>
    must(forecastBrew(drawn(ANCHOR, spread, random))),
  );
  const range = forecastRange(ANCHOR, spread, seeded(3))!;
  for (const name of RANGED) {
    const sorted = draws.map((brew) => brew[name]).toSorted((a, b) => a - b);
    const at = (share: number) => {
      const place = share * (sorted.length - 1);
      const [below, above] = [sorted[Math.floor(place)]!, sorted[Math.ceil(place)]!];
      return below + (place - Math.floor(place)) * (above - below);
    };
    expect(range[name][0]).toBeCloseTo(at(0.1), 9);
    expect(range[name][1]).toBeCloseTo(at(0.9), 9);
  }
});

test("one seed, one range; brews that fail are counted, and none at all is no range", () => {
  expect(rangeOf({ grindShare: 0.1 })).toEqual(rangeOf({ grindShare: 0.1 }));
  const stalling = { ...ANCHOR, grindUm: 75 };
  const some = rangeOf({ grindShare: 0.5 }, stalling);
  expect(some.failedShare).toBeGreaterThan(0.05);
  expect(some.failedShare).toBeLessThan(0.95);
  expect(forecastRange({ ...ANCHOR, doseG: 900 }, SURE, seeded(3))).toBeUndefined();
});

test("a bed too thin to spread its water has a wider range, towards less", () => {
  expect(unevenShareOf(20)).toBe(0);
  // 20 g in a basket of 160 mm lie 3.5 mm deep.
  const uneven = unevenShareOf(3.5);
  expect(uneven).toBeGreaterThan(unevenShareOf(5));
  const [even, thin] = [
    rangeOf({ extractionShare: 0.06 }),
    rangeOf({ extractionShare: 0.06, unevenShare: uneven }),
  ];
  expect(width(thin.extractionPct)).toBeGreaterThan(1.3 * width(even.extractionPct));
  expect(thin.extractionPct[0]).toBeLessThan(even.extractionPct[0] - 0.5);
});
