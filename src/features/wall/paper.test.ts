import { expect, test } from "vitest";
import { paperSizes } from "./paper.ts";

const TABLE = { rows: 6, brewers: 2 };

test("a usual chart is read from two metres, lying and standing", () => {
  expect(paperSizes("landscape", [TABLE, TABLE]).readableM).toBeGreaterThanOrEqual(2);
  expect(paperSizes("portrait", [{ rows: 4, brewers: 2 }]).readableM).toBeGreaterThanOrEqual(2);
});

test("more rows are smaller, and never more than the page", () => {
  const heights = [1, 4, 8, 16].map((rows) => {
    const table = { rows, brewers: 2 };
    const { rowMm, figureMm } = paperSizes("landscape", [table]);
    expect(figureMm).toBeLessThanOrEqual(rowMm);
    expect(rows * (rowMm + 3) + 13 + 12 + 18).toBeLessThanOrEqual(194 + 1e-9);
    return figureMm;
  });
  expect(heights).toEqual(heights.toSorted((a, b) => b - a));
});

test("standing, hot and iced share the height", () => {
  const one = paperSizes("portrait", [TABLE]);
  const both = paperSizes("portrait", [TABLE, TABLE]);
  expect(both.rowMm).toBeLessThan(one.rowMm);
});
