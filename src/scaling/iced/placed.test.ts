import { describe, expect, test } from "vitest";
import { must } from "#core/result";
import { firstState, type ScaleState, serveAs } from "#scaling/choice";
import { solveState } from "#scaling/sheet";
import { BENCH } from "#tests/pierHead.ts";
import { corrected } from "./corrected.ts";
import { figureIn, turned } from "./placed.ts";
import { serverMend } from "./serverFits.ts";

const HOUSE = { ...BENCH, cups: [{ id: "iced 350", volumeMl: 350, fillG: 220, serve: "iced" as const }] };
const ICED = serveAs("iced", firstState(HOUSE), HOUSE);
const sheetOf = (state: ScaleState) => must(solveState(state, HOUSE));
const sized = (yieldG: number): ScaleState => ({
  ...ICED,
  pins: [
    { name: "yieldG", value: yieldG },
    { name: "totalRatio", value: 15 },
    { name: "finalTempC", value: 8 },
  ],
});

describe("said of the server or of the glass", () => {
  test("turned over and back, the drink stays, to what a reader reads", () => {
    for (const name of ["totalRatio", "finalTempC"] as const) {
      const sheet = sheetOf(ICED);
      const inGlass = turned(name, ICED, sheet);
      expect(inGlass.iced.inGlass).toEqual([name]);
      const there = sheetOf(inGlass);
      expect(there.exact.doseG).toBeCloseTo(sheet.exact.doseG, -1);
      expect(figureIn("glass", name, there)).toBeCloseTo(figureIn("glass", name, sheet)!, 0);
      const back = turned(name, inGlass, there);
      expect(back.iced.inGlass).toEqual([]);
      const pinned = ({ pins }: ScaleState) => pins.find((pin) => pin.name === name)!.value;
      // What is weighed in whole steps is not quite what was asked for.
      expect(Math.abs(pinned(back) - pinned(ICED))).toBeLessThan(1);
    }
  });

  test("a figure that is not pinned only changes its place", () => {
    const next = turned("strengthPct", ICED, sheetOf(ICED));
    expect(next.pins).toEqual(ICED.pins);
    expect(next.iced.inGlass).toEqual(["strengthPct"]);
    // Turned back, what else is said of the glass stays there.
    const both = { ...ICED, iced: { ...ICED.iced, inGlass: ["strengthPct", "finalTempC"] as const } };
    expect(turned("strengthPct", both, sheetOf(ICED)).iced.inGlass).toEqual(["finalTempC"]);
  });
});

describe("a server that is too small", () => {
  test("what fits, to fifty grams, and two of them; nothing where it fits", () => {
    expect(serverMend(sized(2400), HOUSE, sheetOf(sized(2400)))).toBeUndefined();
    const mend = serverMend(sized(4600), HOUSE, sheetOf(sized(4600)))!;
    expect(mend.two).toBe(true);
    expect(mend.mostG! % 50).toBe(0);
    const codes = (yieldG: number) => sheetOf(sized(yieldG)).checks.map(({ code }) => code);
    expect(codes(mend.mostG!)).not.toContain("overBrimMelting");
    expect(
      codes(mend.mostG! + 400).some((code) => code === "overBrimMelting" || code === "overWorkingFill"),
    ).toBe(true);
    expect(serverMend(sized(9000), HOUSE, sheetOf(sized(9000)))!.two).toBe(false);
    // What is chilled without its ice goes into no server of ice; what has no size has none that fits.
    const bathed = { ...sized(4600), iced: { ...ICED.iced, method: "bath" as const } };
    expect(serverMend(bathed, HOUSE, sheetOf(sized(4600)))).toBeUndefined();
    // A hot pot that is too full is no question of servers.
    const hot = {
      ...firstState(HOUSE),
      pins: [
        { name: "yieldG" as const, value: 4600 },
        { name: "brewRatio" as const, value: 16 },
      ],
    };
    expect(sheetOf(hot).checks.some(({ code }) => code === "overBrim" || code === "overWorkingFill")).toBe(
      true,
    );
    expect(serverMend(hot, HOUSE, sheetOf(hot))).toBeUndefined();
    const masses = {
      ...ICED,
      pins: [
        { name: "brewWaterG" as const, value: 3200 },
        { name: "totalRatio" as const, value: 15 },
        { name: "finalTempC" as const, value: 8 },
      ],
    };
    expect(serverMend(masses, HOUSE, sheetOf(masses))).toEqual({ mostG: undefined, two: true });
  });
});

describe("one thing changed", () => {
  const { rounded } = sheetOf(ICED);

  test("a dose takes the place of the ratio, a temperature its own", () => {
    const dose = corrected(
      { by: "dose", pins: { yieldG: 2400, finalTempC: 8, doseG: 190.04 }, from: rounded, to: rounded },
      ICED,
    );
    expect(dose.pins.map(({ name }) => name)).toEqual(["yieldG", "doseG", "finalTempC"]);
    expect(dose.pins[1]!.value).toBe(190);
    // A pin that gave way is said of no glass any more.
    const ofGlass = { ...ICED, iced: { ...ICED.iced, inGlass: ["totalRatio", "finalTempC"] as const } };
    const pins = { yieldG: 2400, finalTempC: 8, doseG: 190 };
    const less = corrected({ by: "dose", pins, from: rounded, to: rounded }, ofGlass);
    expect(less.iced.inGlass).toEqual(["finalTempC"]);
    const cold = corrected(
      {
        by: "temperature",
        pins: { ...Object.fromEntries(ICED.pins.map(({ name, value }) => [name, value])), finalTempC: 5.04 },
        from: rounded,
        to: rounded,
      },
      ICED,
    );
    expect(cold.pins.find(({ name }) => name === "finalTempC")!.value).toBe(5);
    expect(cold.pins).toHaveLength(3);
  });

  test("the dial alone moves where it is the dial", () => {
    const dial = corrected(
      { by: "dial", steps: -2, setting: 7, fromPct: 18, extractionPct: 19, strengthPct: 1.3, brewTimeS: 250 },
      ICED,
    );
    expect(dial).toEqual({ ...ICED, grind: 7 });
  });
});
