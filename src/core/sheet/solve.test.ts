import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { must } from "#core/result";
import { brewableSheets, HEAT } from "#tests/arbitraries/sheet.ts";
import { exactSheet, type Pins, type SheetInput } from "./index.ts";
import { measure, namesOf, pinRows } from "./pins.ts";

const FULMAR = { retentionGPerG: 2.12 };
const hot = (pins: Pins, more: Partial<SheetInput> = {}) =>
  exactSheet({ serve: "hot", ...FULMAR, pins, ...more });
const iced = (pins: Pins, more: Partial<SheetInput> = {}) =>
  exactSheet({ serve: "iced", ...FULMAR, heat: HEAT, extractionPct: 18, pins, ...more });
const failureOf = (result: ReturnType<typeof exactSheet>) => (result.ok ? undefined : result.failure);

describe("a sheet worked by hand", () => {
  test("2,850 g in the pot at 1:16: 2,850 / (16 − 2.12) of coffee", () => {
    const sheet = must(hot({ yieldG: 2850, brewRatio: 16 }));
    expect(sheet.doseG).toBeCloseTo(2850 / 13.88, 9);
    expect(sheet.brewWaterG).toBeCloseTo((16 * 2850) / 13.88, 9);
    expect(sheet.yieldG).toBeCloseTo(2850, 9);
  });

  test("iced by a total ratio counts the ice, and keeps all melted ice in the yield", () => {
    const sheet = must(iced({ doseG: 24, totalRatio: 15, iceG: 138 }));
    expect(sheet.brewWaterG).toBeCloseTo(24 * 15 - 138, 9);
    expect(sheet.yieldG).toBeCloseTo(24 * 15 - 2.12 * 24, 9);
    expect(sheet.brewRatio).toBeCloseTo((24 * 15 - 138) / 24, 9);
  });

  test("two bypass pins settle the brew water between them", () => {
    const sheet = must(hot({ bypassG: 100, bypassShare: 0.2, doseG: 25 }));
    expect(sheet.brewWaterG).toBeCloseTo(400, 9);
  });

  test("no ice and no bypass print as 0", () => {
    const sheet = must(hot({ doseG: 22, brewWaterG: 352 }));
    expect(Object.is(sheet.iceG, 0) && Object.is(sheet.bypassG, 0)).toBe(true);
  });
});

test("every way of pinning a sheet gives that sheet, and satisfies its equations to 1e-9", () => {
  fc.assert(
    fc.property(brewableSheets, ({ input, figures }) => {
      const sheet = must(exactSheet(input));
      const masses = [sheet.doseG, sheet.brewWaterG, sheet.bypassG, sheet.iceG];
      const names = namesOf(input.pins);
      for (const [i, { of, rhs }] of pinRows(names, input.pins, input).entries()) {
        const terms = of.map((coefficient, k) => coefficient * masses[k]!);
        const size = Math.max(...terms.map(Math.abs), Math.abs(rhs));
        expect(Math.abs(terms.reduce((a, b) => a + b, 0) - rhs), names[i]).toBeLessThan(1e-9 * size);
        const value = input.pins[names[i]!]!;
        expect(measure(names[i]!, sheet, input), names[i]).toBeCloseTo(value, 5);
      }
      // The balance, from the figures alone.
      const waterG = sheet.brewWaterG + sheet.bypassG + sheet.iceG;
      expect(sheet.yieldG).toBeCloseTo(waterG - input.retentionGPerG * sheet.doseG, 8);
      expect(sheet.yieldG / figures.yieldG).toBeCloseTo(1, 4);
    }),
    { numRuns: 500 },
  );
});

describe("pins that do not make a sheet", () => {
  test("too few: the pins that would each do, and no other", () => {
    expect(failureOf(hot({ doseG: 190 }))).toEqual({
      code: "tooFewPins",
      missing: 1,
      wouldDo: ["brewWaterG", "brewRatio", "yieldG", "yieldRatio"],
    });
    const failure = failureOf(iced({ doseG: 190, totalRatio: 15 }));
    // Yield and strength follow from dose and total ratio, so neither would do.
    expect(failure).toMatchObject({ wouldDo: ["brewWaterG", "iceG", "brewRatio", "iceShare", "finalTempC"] });
  });

  test("strength would do where an extraction is known to go with it, and else not", () => {
    const known = failureOf(hot({ doseG: 190 }, { extractionPct: 20 }));
    expect(known).toMatchObject({
      wouldDo: ["brewWaterG", "brewRatio", "yieldG", "yieldRatio", "strengthPct"],
    });
  });

  test("each pin named as one that would do does", () => {
    const failure = failureOf(iced({ doseG: 100, totalRatio: 15 }));
    if (failure?.code !== "tooFewPins") throw new Error("expected too few");
    const value = { brewWaterG: 900, iceG: 500, brewRatio: 10, iceShare: 0.4, finalTempC: 8 };
    for (const name of failure.wouldDo) {
      const pins = { doseG: 100, totalRatio: 15, [name]: value[name as keyof typeof value] };
      expect(iced(pins).ok, name).toBe(true);
    }
  });

  test("too many: the smallest set that fights, agreeing or not", () => {
    const water = (brewWaterG: number) =>
      hot({ doseG: 190, brewWaterG, brewRatio: 16, strengthPct: 1.3 }, { extractionPct: 20 });
    for (const brewWaterG of [3040, 3050]) {
      expect(failureOf(water(brewWaterG))).toEqual({
        code: "tooManyPins",
        surplus: 2,
        fighting: ["brewRatio", "strengthPct"],
      });
    }
  });

  test.each([16, 15])("dependent: one ratio said twice on a hot sheet, %d", (totalRatio) => {
    const failure = failureOf(hot({ brewRatio: 16, totalRatio }));
    expect(failure).toEqual({ code: "dependentPins", fighting: ["brewRatio", "totalRatio"] });
  });

  test("dependent: a yield ratio and a total ratio leave no dose but zero", () => {
    const failure = failureOf(iced({ yieldRatio: 13, totalRatio: 15, iceG: 900 }));
    expect(failure).toEqual({ code: "dependentPins", fighting: ["totalRatio", "yieldRatio"] });
  });

  test("too few that already fight are told so", () => {
    expect(failureOf(iced({ yieldRatio: 13, totalRatio: 15 }))).toMatchObject({ code: "dependentPins" });
  });

  test("dependent: yield, ice and temperature settle the heat twice and the dose never", () => {
    const failure = failureOf(iced({ yieldG: 2400, iceG: 900, finalTempC: 8 }));
    expect(failure).toEqual({ code: "dependentPins", fighting: ["iceG", "yieldG", "finalTempC"] });
  });

  test("refused before they are counted", () => {
    expect(failureOf(hot({ finalTempC: 8, iceShare: 0.3 }))).toEqual({
      code: "pinNeedsIced",
      pins: ["iceShare", "finalTempC"],
    });
    expect(failureOf(iced({ finalTempC: 8 }, { heat: undefined }))).toEqual({ code: "needsHeat" });
    expect(failureOf(hot({ strengthPct: 1.3 }))).toEqual({ code: "needsExtraction" });
    expect(failureOf(hot({ brewRatio: 2.12 }))).toMatchObject({ code: "bedHoldsAllWater", pin: "brewRatio" });
    expect(hot({ brewRatio: 2.13, doseG: 20 }).ok).toBe(true);
  });

  test("impossible: which mass, and what would make it possible with the rest kept", () => {
    const failure = failureOf(iced({ doseG: 20, totalRatio: 15, iceG: 320 }));
    if (failure?.code !== "impossiblePins") throw new Error("expected impossible");
    expect(failure).toMatchObject({ mass: "brewWaterG" });
    expect(failure.massG).toBeCloseTo(-20, 9);
    const ice = failure.mends.find(({ pin }) => pin === "iceG");
    // Ice may take all but what the bed keeps: 300 − 42.4.
    expect(ice?.below).toBeCloseTo(257.6, 6);
    expect(iced({ doseG: 20, totalRatio: 15, iceG: 257.5 }).ok).toBe(true);
    expect(iced({ doseG: 20, totalRatio: 15, iceG: 257.7 }).ok).toBe(false);
  });

  test("impossible: bypass that is less than none may be none, or any more", () => {
    const failure = failureOf(iced({ doseG: 24, brewWaterG: 222, bypassG: -50, iceG: 138 }));
    if (failure?.code !== "impossiblePins") throw new Error("expected impossible");
    expect(failure).toMatchObject({ mass: "bypassG", mends: [{ pin: "bypassG", above: 0 }] });
  });

  test("impossible: less water than the bed keeps", () => {
    const failure = failureOf(hot({ doseG: 100, brewWaterG: 200 }));
    if (failure?.code !== "impossiblePins") throw new Error("expected impossible");
    expect(failure.mass).toBe("hotG");
    expect(failure.mends.map(({ pin }) => pin)).toEqual(["doseG", "brewWaterG"]);
    // Less coffee, down to none, or more water, to no end.
    expect(failure.mends[0]!.below).toBeCloseTo(200 / 2.12, 6);
    expect(failure.mends[1]).toEqual({ pin: "brewWaterG", above: expect.closeTo(212, 6) });
    expect(failureOf(hot({ doseG: 100, brewWaterG: 212 }))).toMatchObject({
      code: "impossiblePins",
      mass: "hotG",
    });
  });

  test("a temperature that no amount of ice reaches says which ones do", () => {
    const failure = failureOf(iced({ doseG: 20, totalRatio: 15, finalTempC: 76 }));
    if (failure?.code !== "tempOutOfReach") throw new Error("expected out of reach");
    const warmest = failure.mend.below!;
    expect(iced({ doseG: 20, totalRatio: 15, finalTempC: warmest - 0.01 }).ok).toBe(true);
    expect(failureOf(iced({ doseG: 20, totalRatio: 15, finalTempC: warmest + 0.01 }))).toMatchObject({
      code: "tempOutOfReach",
    });
  });

  test("the mends of any impossible sheet are possible just inside and not just outside", () => {
    let seen = 0;
    fc.assert(
      fc.property(brewableSheets, fc.double({ min: 1.5, max: 6, noNaN: true }), ({ input }, factor) => {
        const [name] = namesOf(input.pins);
        const pins = { ...input.pins, [name!]: input.pins[name!]! * factor };
        const failure = failureOf(exactSheet({ ...input, pins }));
        if (failure?.code !== "impossiblePins") return;
        for (const { pin, above, below } of failure.mends) {
          for (const [end, inward] of [
            [above, 1],
            [below, -1],
          ] as const) {
            if (!end) continue;
            const at = (by: number) =>
              exactSheet({ ...input, pins: { ...pins, [pin]: end * (1 + by * inward * 1e-4) } });
            const outcomes = [at(1), at(-1)].map((sheet) => (sheet.ok ? "fine" : sheet.failure.code));
            // Just inside can still freeze, or stand on a ratio that the bed holds; never be impossible.
            expect(outcomes[0]).not.toBe("impossiblePins");
            expect(outcomes[1]).not.toBe("fine");
            seen++;
          }
        }
      }),
      { numRuns: 400 },
    );
    expect(seen).toBeGreaterThan(50);
  });
});
