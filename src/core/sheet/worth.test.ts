import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { must } from "#core/result";
import { brewableSheets } from "#tests/arbitraries/sheet.ts";
import { cupsFrom, type SheetInput, solveSheet, trimmedRatio, worthMeasuring } from "./index.ts";

const SHEET: SheetInput = {
  serve: "hot",
  retentionGPerG: 2.12,
  extractionPct: 20,
  pins: { yieldG: 2850, brewRatio: 16 },
  rounding: { doseG: 1, brewWater: { stepG: 100, slope: 0.976, interceptG: 0 } },
};

describe("what to measure next", () => {
  const retention = (share: number) => ({ ...SHEET, retentionGPerG: 2.12 * share });
  const delivery = (share: number) => ({
    ...SHEET,
    rounding: { ...SHEET.rounding, brewWater: { stepG: 100, slope: 0.976 * share, interceptG: 0 } },
  });

  test("the guess that may move a card most comes first, by how much", () => {
    const found = worthMeasuring(SHEET, [
      { name: "retention", either: [retention(0.93), retention(1.07)] },
      { name: "delivery", either: [delivery(0.97), delivery(1.03)] },
      { name: "nothing", either: [SHEET, SHEET] },
    ]);
    expect(found.map(({ name }) => name)).toEqual(["delivery", "retention", "nothing"]);
    // A setting is water less the intercept over the slope: 3 % less slope is 1/0.97 as much.
    expect(found[0]!.moves).toBeCloseTo(1 / 0.97 - 1, 6);
    // Dose = yield / (16 − R): with R 7 % off, 13.88 / (13.88 − 0.1484) − 1.
    expect(found[1]!.moves).toBeCloseTo(13.88 / (13.88 - 0.1484) - 1, 6);
    expect(found[2]!.moves).toBe(0);
  });

  test("a guess that leaves no sheet at all moves everything", () => {
    const none = { ...SHEET, retentionGPerG: 16 };
    expect(worthMeasuring(SHEET, [{ name: "retention", either: [SHEET, none] }])[0]!.moves).toBe(1);
  });
});

describe("a dose trim", () => {
  test("3 % a doubling: two doublings up, the ratio is 1/0.97² as large; down and none, it stays", () => {
    expect(trimmedRatio(16, { sourceG: 700, targetG: 2800, trimPct: 3 })).toBeCloseTo(16 / 0.97 ** 2, 12);
    expect(trimmedRatio(16, { sourceG: 700, targetG: 300, trimPct: 3 })).toBe(16);
    expect(trimmedRatio(16, { sourceG: 700, targetG: 2800, trimPct: 0 })).toBe(16);
  });
});

test("rounded up, a dose is never below the exact one, and by no more than two steps and a twentieth", () => {
  fc.assert(
    fc.property(brewableSheets, fc.constantFrom(0.1, 0.5, 1, 5), ({ input }, doseG) => {
      const solved = solveSheet({ ...input, rounding: { doseG, doseUp: true } });
      if (!solved.ok || input.pins.doseG !== undefined) return;
      const { exact, rounded } = must(solved);
      expect(rounded.doseG).toBeGreaterThanOrEqual(exact.doseG - 1e-9 * exact.doseG);
      expect(rounded.doseG - exact.doseG).toBeLessThanOrEqual(Math.max(2 * doseG, 0.05 * exact.doseG) + 1e-9);
    }),
  );
});

test("cups by what is poured into them, else to the brim, hot coffee being lighter than water", () => {
  expect(cupsFrom(2200, { volumeMl: 240, fillG: 220, serve: "hot" })).toBe(10);
  expect(cupsFrom(2316, { volumeMl: 240, fillG: null, serve: "hot" })).toBeCloseTo(10, 9);
  expect(cupsFrom(2400, { volumeMl: 240, fillG: null, serve: "iced" })).toBe(10);
});
