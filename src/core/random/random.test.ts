import { expect, test } from "vitest";
import { seeded } from "./index.ts";

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
