import { expect, test } from "vitest";
import { seeded } from "#core/random";
import { steadyG } from "./index.ts";

/** Three seconds of a scale that is read ten times a second. */
const seconds = (massAt: (atS: number) => number) =>
  Array.from({ length: 30 }, (_, i) => ({ atS: i / 10, massG: massAt(i / 10) }));

test("a scale at rest is steady through its noise, and says its mean", () => {
  const random = seeded(3);
  const still = seconds(() => 2790 + 1.2 * random.normal());
  expect(Math.abs(steadyG(still)! - 2790)).toBeLessThan(1);
});

test.each([
  ["while it still drips", (atS: number) => 2700 + 2 * atS],
  ["while the kettle comes down on it", (atS: number) => (atS < 2.5 ? 300 : 340)],
  ["where it was lifted for a moment", (atS: number) => (Math.abs(atS - 2) < 0.06 ? 0 : 300)],
])("it is not steady %s", (_, massAt) => {
  expect(steadyG(seconds(massAt))).toBeUndefined();
});

test.each([9, 10, 11, 12])("with %i readings in two seconds, its two halves are as they come", (count) => {
  const at = (massAt: (i: number) => number) =>
    Array.from({ length: count }, (_, i) => ({ atS: 10 + (2 * i) / count, massG: massAt(i) }));
  expect(steadyG(at(() => 300))).toBeCloseTo(300, 9);
  // One half lies so much above the other.
  const stepped = (stepG: number) => at((i) => (i < Math.floor(count / 2) ? 300 : 300 + stepG));
  expect(steadyG(stepped(0.79))).toBeGreaterThan(300);
  expect(steadyG(stepped(0.81))).toBeUndefined();
  expect(steadyG(stepped(-0.81))).toBeUndefined();
});

test("what came before the last two seconds does not count, and a few readings are too few", () => {
  expect(steadyG(seconds((atS) => (atS < 0.8 ? 0 : 305)))).toBeCloseTo(305, 6);
  expect(steadyG(seconds(() => 305).slice(0, 5))).toBeUndefined();
  expect(steadyG([])).toBeUndefined();
});
