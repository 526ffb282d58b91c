import { describe, expect, test } from "vitest";
import { countChances, drawnCount, seeded } from "./index.ts";

test("equal seeds give equal streams, others do not", () => {
  const stream = (seed: number) => {
    const { share } = seeded(seed);
    return Array.from({ length: 5 }, share);
  };
  expect(stream(7)).toEqual(stream(7));
  expect(stream(7)).not.toEqual(stream(8));
});

test("shares are even and normals are normal, within what ten thousand of them scatter", () => {
  const { share, normal } = seeded(20_260_714);
  const many = 10_000;
  const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
  const shares = Array.from({ length: many }, share);
  expect(Math.min(...shares)).toBeGreaterThanOrEqual(0);
  expect(Math.max(...shares)).toBeLessThan(1);
  expect(mean(shares)).toBeCloseTo(0.5, 1);
  const normals = Array.from({ length: many }, normal);
  expect(Math.abs(mean(normals))).toBeLessThan(0.04);
  expect(mean(normals.map((value) => value ** 2))).toBeCloseTo(1, 1);
});

describe("counts that are drawn", () => {
  test.each([
    [0.3, 1],
    [12, 1.6],
    [60, 1],
    [60, 1.5],
    [400, 1.2],
  ])("of mean %d scatter by %d about it", (mean, varianceToMean) => {
    const random = seeded(5);
    const counts = Array.from({ length: 4000 }, () => drawnCount(mean, varianceToMean, random.share()));
    const average = counts.reduce((sum, count) => sum + count, 0) / counts.length;
    const variance = counts.reduce((sum, count) => sum + (count - average) ** 2, 0) / counts.length;
    expect(Math.abs(average / mean - 1)).toBeLessThan(5 * Math.sqrt(varianceToMean / mean / counts.length));
    expect(variance / mean / varianceToMean).toBeGreaterThan(0.9);
    expect(variance / mean / varianceToMean).toBeLessThan(1.1);
  });

  test("chances of counts add up to one, and have the mean", () => {
    const chances = countChances(7, 1.8, 200);
    expect(chances.reduce((sum, chance) => sum + chance, 0)).toBeCloseTo(1);
    expect(chances.reduce((sum, chance, count) => sum + chance * count, 0)).toBeCloseTo(7);
  });
});
