import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { exactSheet, type Pins, type SheetInput, solveSheet } from "#core/sheet";
import { parseMass, parseRatio } from "#core/units";
import { HEAT } from "#tests/arbitraries/sheet.ts";
import { quantitySentence } from "#words/figures";
import { checkSentence, sheetFailureSentence } from "#words/sheet";

const said = (input: Partial<SheetInput> & { pins: Pins }) => {
  const sheet = exactSheet({ serve: "iced", retentionGPerG: 2.12, heat: HEAT, ...input });
  return sheet.ok ? "" : sheetFailureSentence(sheet.failure);
};

describe("why pins do not make a sheet", () => {
  test.each<[string, Partial<SheetInput> & { pins: Pins }]>([
    [
      "One more figure is needed: pin brew water, ratio of coffee to hot water, coffee in the pot or coffee out per gram of dose.",
      { serve: "hot", pins: { doseG: 20 } },
    ],
    [
      "Too much is pinned: dose, brew water and ratio of coffee to hot water already settle each other. Free one of them.",
      { serve: "hot", pins: { doseG: 20, brewWaterG: 320, brewRatio: 15 } },
    ],
    ["A hot sheet has no ice: ice can be pinned only when iced.", { serve: "hot", pins: { iceG: 20 } }],
    [
      "At 1:2 the bed keeps all the water: a gram of coffee holds 2.12 g. Give a larger ratio.",
      { pins: { brewRatio: 2 } },
    ],
    [
      "That would take −20 g of brew water. With the rest kept, it works with dose above 24.8 g, ice below 257.6 g or ratio of coffee to all water (ice counted) above 1:18.12.",
      { pins: { doseG: 20, totalRatio: 15, iceG: 320 } },
    ],
    [
      "The bed would keep 12 g more water than goes in: no coffee comes out. With the rest kept, it works with dose below 94.3 g or brew water above 212 g.",
      { serve: "hot", pins: { doseG: 100, brewWaterG: 200 } },
    ],
  ])("%s", (sentence, input) => {
    expect(said(input)).toBe(sentence);
  });
});

test("what was typed is asked about in its own unit", () => {
  const sentenceOf = (parsed: ReturnType<typeof parseMass>) =>
    parsed.ok ? "" : quantitySentence(parsed.failure);
  expect(sentenceOf(parseMass("1,500 kg"))).toBe("Do you mean 1.5 kg or 1\u202f500 kg? Type one of these.");
  expect(sentenceOf(parseMass("200 ml"))).toBe("This is weighed, so ml cannot be taken. Type g or oz.");
  expect(sentenceOf(parseRatio("62"))).toBe("Do you mean 1:62 or 62 g/l (1:16.13)? Type one of these.");
  expect(sentenceOf(parseMass("<script>"))).toBe(
    "“<script>” is not a figure. Type digits, such as 1.5 or 2 1/4.",
  );
});

test("every check of any sheet has a whole sentence with its figures in it", () => {
  const figure = (min: number, max: number) => fc.double({ min, max, noNaN: true });
  const seen = new Set<string>();
  const sheets = fc.record({
    serve: fc.constantFrom("hot" as const, "iced" as const),
    pins: fc.record({ doseG: figure(5, 400), brewRatio: figure(4, 25), iceShare: figure(0, 0.6) }),
    extractionPct: figure(10, 30),
    vessel: fc.record({ brimG: figure(300, 6000) }),
  });
  fc.assert(
    fc.property(sheets, ({ serve, pins: { doseG, brewRatio, iceShare }, extractionPct, vessel }) => {
      const sheet = solveSheet({
        serve,
        retentionGPerG: 2.12,
        pins: { doseG, brewRatio, ...(serve === "iced" && { iceShare }) },
        extractionPct,
        heat: HEAT,
        vessel,
        rounding: { brewWater: { stepG: 100, minSettingG: 1200, maxSettingG: 3600 } },
        brewer: {
          doseMinG: 60,
          doseMaxG: 230,
          preferredMinG: 2000,
          preferredMaxG: 3400,
          bedDepthMinMm: 20,
          bedDepthMaxMm: 40,
          basket: { shape: "flat", topDiameterMm: 160, bottomDiameterMm: 134, heightMm: 96 },
        },
        window: { ratio: [15, 17], strengthPct: [1.2, 1.45], extractionPct: [18, 22] },
      });
      fc.pre(sheet.ok);
      if (!sheet.ok) return;
      for (const check of sheet.value.checks) {
        seen.add(check.code);
        expect(checkSentence(check), check.code).toMatch(/^[A-Z0-9].*\d.*\.$/);
        expect(checkSentence(check), check.code).not.toMatch(/NaN|undefined|Infinity/);
      }
    }),
    // One seed: that each check is met at least once must not be left to luck.
    { numRuns: 2000, seed: 4 },
  );
  expect([...seen].length).toBe(13);
});
