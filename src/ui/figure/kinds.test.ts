import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { READER, readerOf } from "#tests/reader.ts";
import { FIGURE_KINDS, type FigureKind, type FigureKindName, nextUnit, readFigure } from "./kinds.ts";

const NAMES = Object.keys(FIGURE_KINDS) as readonly FigureKindName[];
const OUNCES = readerOf("oz", "°F");

describe("every kind of figure", () => {
  it.each(NAMES)("%s is read as it was printed, in either unit", (name) => {
    const kind: FigureKind = FIGURE_KINDS[name];
    const whole = fc.integer({ min: 1, max: 1400 });
    fc.assert(
      fc.property(whole, fc.constantFrom(READER, OUNCES), (n, units) => {
        const value = name === "share" ? n / 1400 : name === "ratio" ? 2 + n / 50 : n;
        const printed = kind.print(value, units);
        const read = readFigure(kind, printed, units);
        // Printed once more it is the same text: what the print leaves out is lost, and no more.
        expect(read.ok && kind.print(read.value.value, units)).toBe(printed);
      }),
    );
  });

  it.each(NAMES)("%s refuses what is no figure, with a code", (name) => {
    for (const text of ["", "much", "<b>3</b>", "☕", "12 parsecs", "\u202e21", "9".repeat(10_000)]) {
      const read = readFigure(FIGURE_KINDS[name], text, READER);
      expect(read.ok ? text : read.failure.code).toMatch(/[a-z]/i);
      expect(read.ok).toBe(false);
    }
  });

  it.each(NAMES.filter((name) => !("noSums" in FIGURE_KINDS[name])))("%s can be added up", (name) => {
    const kind: FigureKind = FIGURE_KINDS[name];
    const read = readFigure(kind, `${kind.print(20, READER)} + ${kind.print(10, READER)}`, READER);
    expect(read.ok && read.value.value).toBeCloseTo(30, 2);
  });
});

describe("the next unit", () => {
  it("goes round, and leaves the others as they are", () => {
    expect(nextUnit("mass", READER)).toEqual({
      name: "oz",
      units: { mass: "oz", temp: "°C", ratio: "1:n", clock: "24 h" },
    });
    expect(nextUnit("ratio", { ...READER, ratio: "g/fl oz" }).name).toBe("1:n");
  });
});
