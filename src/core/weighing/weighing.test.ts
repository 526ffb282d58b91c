import { expect, test } from "vitest";
import { hasDrained, isBelieved } from "./index.ts";

const LAST = { atS: 60, massG: 400 };
test.each([
  ["drips on", 61, 408, true],
  ["wobbles", 60.1, 398.5, true],
  ["was lifted", 61, 0, false],
  ["goes negative", 61, -40, false],
  ["is leant on", 61, 900, false],
  ["comes back after 20 s of nothing", 80, 560, true],
  ["says nothing that is a number", 61, Number.NaN, false],
  ["is of before", 59.9, 400, false],
])("a scale that %s", (_, atS, massG, isSo) => {
  expect(isBelieved(LAST, { atS, massG })).toBe(isSo);
});

test("the first reading is of an empty scale, or nearly", () => {
  expect(isBelieved(undefined, { atS: 1, massG: 3 })).toBe(true);
  expect(isBelieved(undefined, { atS: 1, massG: 300 })).toBe(false);
});

test("a basket has drained when nothing drips any more, and nearly all has", () => {
  const level = (massG: number, perS: number) =>
    Array.from({ length: 12 }, (_, i) => ({ atS: 300 + i, massG: massG + perS * i }));
  expect(hasDrained(level(2780, 0), 2800)).toBe(true);
  expect(hasDrained(level(2600, 5), 2800)).toBe(false);
  expect(hasDrained(level(600, 0), 2800)).toBe(false);
  expect(hasDrained(level(2780, 0).slice(0, 6), 2800)).toBe(false);
});
