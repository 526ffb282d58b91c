import { expect, test } from "vitest";
import { simulatedTill, type TillDemand } from "./till.ts";

/** Four cups in each quarter of the morning, and a surge of 40 before a sailing at half past ten. */
const quarters = Array.from({ length: 96 }, (_, i) => (i === 41 ? 44 : i >= 28 && i < 48 ? 4 : 0));
const LARGE: TillDemand = {
  coffee: "Saltmarsh",
  serve: "hot",
  cupMl: 350,
  cups: quarters,
  varianceToMean: 1.2,
};
const sold = (seed: number, fromMin: number, toMin: number, stepMin: number) => {
  const till = simulatedTill([LARGE, { ...LARGE, serve: "iced", cups: quarters.map(() => 0) }], seed);
  let count = 0;
  for (let min = fromMin; min < toMin; min += stepMin)
    for (const sale of till.soldIn(min, min + stepMin)) {
      expect(sale).toMatchObject({ coffee: "Saltmarsh", serve: "hot", cupMl: 350 });
      count += sale.count;
    }
  return count;
};
const mean = (fromMin: number, toMin: number, stepMin: number) =>
  Array.from({ length: 300 }, (_, seed) => sold(seed + 1, fromMin, toMin, stepMin)).reduce((a, b) => a + b) /
  300;

test("sells what is asked for, surges and all, in steps of whatever length", () => {
  // An hour without the surge has 16 cups; the quarter of the surge 44.
  for (const step of [1, 7.5, 60]) expect(mean(480, 540, step)).toBeCloseTo(16, -1);
  expect(mean(615, 630, 5)).toBeGreaterThan(40);
  expect(mean(615, 630, 5)).toBeLessThan(48);
  expect(mean(1200, 1260, 60)).toBe(0);
});

test("the same seed sells the same", () => {
  expect(sold(7, 420, 720, 2)).toBe(sold(7, 420, 720, 2));
  expect(sold(7, 420, 720, 2)).not.toBe(sold(8, 420, 720, 2));
});
