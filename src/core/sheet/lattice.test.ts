import { describe, expect, test } from "vitest";
import { doseStepG, type Lattice, latticesAround, massAt, settingFor } from "./lattice.ts";
import type { BrewWaterLattice, Pins, Rounding } from "./types.ts";

const POT = { doseG: 200, brewWaterG: 3200, bypassG: 0, iceG: 0 };
const massesOf = (lattice: Lattice) =>
  Array.from({ length: lattice.last - lattice.first + 1 }, (_, i) => massAt(lattice, lattice.first + i));
const around = (masses: Partial<typeof POT>, rounding: Rounding, pins: Pins = {}, bands = {}) =>
  latticesAround({ ...POT, ...masses }, { pins, bands }, rounding).map(massesOf);

describe("what a dose is weighed to", () => {
  test("a tenth below 60 g, or finer where the house weighs finer; from there on the house's step", () => {
    expect(doseStepG(59.9, 1)).toBe(0.1);
    expect(doseStepG(60, 1)).toBe(1);
    expect(doseStepG(20, 0.05)).toBe(0.05);
    expect(doseStepG(200, 2)).toBe(2);
  });

  test("candidates lie within a twentieth, or two steps if that is more; rounded up they begin with what is wanted", () => {
    expect(around({}, { doseG: 5 })[0]).toEqual([190, 195, 200, 205, 210]);
    expect(around({}, { doseG: 50 })[0]).toEqual([100, 150, 200, 250, 300]);
    expect(around({ doseG: 202 }, { doseG: 5, doseUp: true })[0]).toEqual([205, 210]);
    expect(around({ doseG: 40 }, { doseG: 5, smallDoseG: 1 })[0]).toEqual([38, 39, 40, 41, 42]);
    expect(around({ doseG: 40 }, { doseG: 5 })[0]).toEqual([30, 35, 40, 45, 50]);
  });

  test("what is pinned or absent stays; within a band it is what lies in it, or the band's middle", () => {
    expect(around({ doseG: 202 }, { doseG: 5 }, { doseG: 202 })[0]).toEqual([202]);
    expect(around({}, { bypassG: 100 })[2]).toEqual([0]);
    expect(around({ doseG: 44 }, { doseG: 1 }, { doseG: 44 }, { doseG: [42.5, 45] })[0]).toEqual([
      43, 44, 45,
    ]);
    expect(around({ doseG: 62.5 }, { doseG: 5 }, { doseG: 62.5 }, { doseG: [62, 63] })[0]).toEqual([62.5]);
    // One candidate alone is enough.
    expect(around({ doseG: 63 }, { doseG: 5 }, { doseG: 63 }, { doseG: [61, 65] })[0]).toEqual([65]);
  });

  test("no ice may be what is nearest, no dose never", () => {
    expect(around({ iceG: 60 }, { iceG: 100 })[3]).toEqual([0, 100, 200]);
    expect(around({ doseG: 60 }, { doseG: 100 })[0]).toEqual([100, 200]);
  });
});

describe("what a brewer can be set to", () => {
  const LITRES: BrewWaterLattice = { stepG: 50, minSettingG: 1200, maxSettingG: 3600 };
  const waters = (brewWaterG: number, brewWater: BrewWaterLattice) =>
    around({ brewWaterG }, { brewWater })[1]!;

  test("are its settings about the water, from its lowest to its highest and not beyond", () => {
    expect(waters(2000, LITRES)).toEqual([1900, 1950, 2000, 2050, 2100]);
    expect(waters(3580, LITRES)).toEqual([3450, 3500, 3550, 3600]);
    expect(waters(1210, LITRES)).toEqual([1200, 1250, 1300]);
    // Of all its settings only the last is near.
    expect(waters(3690, LITRES).at(-1)).toBe(3600);
    expect(waters(3700, { ...LITRES, maxSettingG: 3530 })).toEqual([
      3550, 3600, 3650, 3700, 3750, 3800, 3850,
    ]);
    expect(waters(3700, { ...LITRES, maxSettingG: 3590 })[0]).toBe(3550);
  });

  test("counted from a lowest one that is no multiple of the step, in tenths too", () => {
    expect(waters(1500, { stepG: 100, minSettingG: 1230, maxSettingG: 1730 })).toEqual([
      1330, 1430, 1530, 1630,
    ]);
    const fine = waters(0.7, { stepG: 0.1, minSettingG: 0.3, maxSettingG: 0.9 });
    expect(fine).toHaveLength(5);
    expect(fine.at(-1)).toBeCloseTo(0.9, 9);
  });

  test("are deliveries: what is set is what would deliver it", () => {
    const delivering = { ...LITRES, slope: 0.97, interceptG: 12 };
    const found = waters(2000, delivering);
    for (const water of found) expect((settingFor(water, delivering) / 50) % 1).toBeCloseTo(0, 9);
    expect(Math.min(...found.map((water) => Math.abs(water - 2000)))).toBeLessThanOrEqual(0.97 * 25);
    expect(settingFor(1200, { stepG: 50 })).toBe(1200);
  });

  test("far beyond its limits they go on by its steps, so that the pins hold", () => {
    expect(waters(6000, LITRES)).toContain(6000);
    expect(waters(400, LITRES)).toContain(400);
    // A brewer that gives 400 g at least comes nowhere near: the water stays as it is.
    expect(waters(100, { stepG: 50, interceptG: 400 })).toEqual([100]);
    expect(waters(400, LITRES).every((water) => water >= 0)).toBe(true);
  });

  test("within a band are those in it", () => {
    const banded = (band: readonly [number, number]) =>
      around({ brewWaterG: 2025 }, { brewWater: LITRES }, { brewWaterG: 2025 }, { brewWaterG: band })[1];
    expect(banded([1990, 2060])).toEqual([2000, 2050]);
    expect(banded([2010, 2040])).toEqual([2025]);
  });
});
