import fc from "fast-check";
import { expect, test } from "vitest";
import { PIN_NAMES } from "#core/sheet";
import { PIN_RANGES, placeInRange } from "./pinRanges.ts";
import { pins } from "./sheet.ts";

test("fields and messages take the same figures: at the edges, near them and anywhere", () => {
  for (const name of PIN_NAMES) {
    const edges = Object.values(PIN_RANGES[name]).flatMap((edge: number) => [edge, edge - 1e-9, edge + 1e-9]);
    const takes = (value: number) => pins.shape[name].safeParse(value).success;
    for (const value of [...edges, Number.NaN, Infinity, -Infinity]) {
      expect(placeInRange(name, value) === "within", `${name} ${value}`).toBe(takes(value));
    }
    fc.assert(
      fc.property(fc.double({ min: -1000, max: 300_000, noNaN: true }), (value) => {
        expect(placeInRange(name, value) === "within").toBe(takes(value));
      }),
    );
  }
});

test("a value outside says on which side it lies", () => {
  expect(placeInRange("doseG", 0)).toBe("below");
  expect(placeInRange("doseG", 20_001)).toBe("above");
  expect(placeInRange("iceShare", 1)).toBe("above");
  expect(placeInRange("finalTempC", 80)).toBe("within");
});
