import { expect, test } from "vitest";
import { iceBudget } from "./index.ts";

test("a full bin and ten hours of its make are there to be drawn; what is over is spare, what is not is short", () => {
  // 11 kg, and 26 · 10/24 = 10.83 kg.
  const bin = { storeKg: 11, kgPerDay: 26 };
  expect(iceBudget(6600, bin)!.drawnG).toBeCloseTo(21_833.33, 1);
  expect(iceBudget(6600, bin)!.spareG).toBeCloseTo(15_233.33, 1);
  expect(iceBudget(25_000, bin)!.spareG).toBeCloseTo(-3166.67, 1);
});

test("a tray only holds; what nobody noted cannot be budgeted", () => {
  expect(iceBudget(500, { storeKg: 2, kgPerDay: null })).toEqual({ drawnG: 2000, spareG: 1500 });
  expect(iceBudget(500, { storeKg: null, kgPerDay: null })).toBeUndefined();
});
