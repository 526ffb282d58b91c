import { describe, expect, test } from "vitest";
import { ICED_SCHOOLS } from "#contract/icedMethod.ts";
import type { Correction } from "#core/iced";
import type { SheetFigures } from "#core/sheet";
import { dripSentence, OPTION_WORDS } from "#words/bench";
import { pullWords } from "#words/brew";
import { aheadFor } from "./iceBudget.ts";
import { icedFailureSentence } from "./iced.ts";
import {
  bathFailureSentence,
  correctionSentence,
  coupledSentence,
  glassStrengthSentence,
} from "./icedService.ts";

const print = {
  mass: (massG: number) => `${massG} g`,
  liquid: (massG: number) => `${massG} g`,
  temp: (tempC: number) => `${tempC} °C`,
  ratio: (ratio: number) => `1:${ratio}`,
};

describe("what cannot be reached is said with what can", () => {
  test("in the glass, too warm and too cold", () => {
    const reach = { code: "glassOutOfReach" as const, leastTempC: 1.8, mostTempC: 31 };
    expect(icedFailureSentence({ ...reach, finalTempC: 50 })).toMatch(
      /50 °C is out of reach.*31 °C at the first sip even/,
    );
    expect(icedFailureSentence({ ...reach, finalTempC: 1 })).toMatch(/1.8 °C at the coldest/);
  });

  test("a strength, a concentrate, no ice, and what pulls against itself", () => {
    expect(icedFailureSentence({ code: "strengthOutOfReach", strengthPct: 9, mostPct: 4.2 })).toMatch(
      /9 % is out of reach.*4.2 % at most.*two batches/,
    );
    expect(icedFailureSentence({ code: "concentrateTooThin", steepRatio: 14, mostRatio: 12.5 })).toMatch(
      /1:14.*1:12.5 at most/,
    );
    expect(icedFailureSentence({ code: "noIce" })).toMatch(/no ice on this site's bench/);
    expect(icedFailureSentence({ code: "notSettled" })).toMatch(/Pin one of them in the server/);
    expect(icedFailureSentence({ code: "needsHeat" })).toMatch(/heat/);
  });

  test("a brew without a forecast, a dial that helps no more", () => {
    const brew = { code: "doseOverBasket" as const, doseG: 300, capacityG: 260 };
    expect(coupledSentence({ code: "noBrew", failure: brew as never })).toMatch(/^No forecast: /);
    expect(coupledSentence({ code: "noCorrection", fault: "tooSour" })).toMatch(/Every finer step/);
  });

  test("a bath too small, or too slow", () => {
    const small = { code: "bathTooSmall" as const, wantedTempC: 8, restTempC: 14, moreIceG: 1234 };
    expect(bathFailureSentence(small, print)).toBe(
      "In this bath it stays at 14 °C, and 8 °C is wanted. It takes 1300 g more ice.",
    );
    expect(bathFailureSentence({ ...small, moreIceG: 0 }, print)).toMatch(/longer than four hours/);
    expect(bathFailureSentence({ code: "wouldFreeze", missingJ: 4000 }, print)).toMatch(/4 kJ/);
  });
});

describe("one thing to change", () => {
  const figures = (change: Partial<SheetFigures>) =>
    ({
      iceG: 1100,
      brewWaterG: 1667,
      doseG: 184,
      strengthPct: 1.39,
      finalTempC: 8,
      ...change,
    }) as SheetFigures;

  test("ice, coffee or the dial, each with what it was", () => {
    const colder: Correction = {
      by: "temperature",
      pins: {},
      from: figures({}),
      to: figures({ iceG: 1200, brewWaterG: 1560, finalTempC: 5 }),
    };
    expect(correctionSentence(colder, print, "Chough")).toBe(
      "1200 g of ice instead of 1100 g, and 1560 g of brew water instead of 1667 g: it ends at 5 °C instead of 8 °C.",
    );
    const stronger: Correction = {
      by: "dose",
      pins: {},
      from: figures({}),
      to: figures({ doseG: 195, strengthPct: 1.47 }),
    };
    expect(correctionSentence(stronger, print, "Chough")).toMatch(
      /195 g of coffee instead of 184 g, and nothing else: 1.47 %/,
    );
    const finer: Correction = {
      by: "dial",
      steps: -1,
      setting: 7.5,
      fromPct: 18.2,
      extractionPct: 19,
      strengthPct: 1.4,
      brewTimeS: 260,
    };
    expect(correctionSentence(finer, print, "Chough")).toMatch(/Chough to 7.5, 1 step finer/);
    expect(correctionSentence({ ...finer, steps: -3 }, print, "Chough")).toMatch(/3 steps finer/);
  });

  test("a glass is held against the house's window", () => {
    expect(glassStrengthSentence(1.25, [1.2, 1.45])).toMatch(/within the house's 1.2 % to 1.45 %/);
    expect(glassStrengthSentence(1.12, [1.2, 1.45])).toMatch(/1.12 % at the first sip; the house wants/);
  });

  test("pulls, and what to freeze", () => {
    expect([pullWords(1.62), pullWords(-0.5), pullWords(0.01)]).toEqual(["1.6 coarser", "0.5 finer", "none"]);
    expect(aheadFor({ shortG: 1210 }, 500)).toBe(1800);
    expect(dripSentence({ code: "warmerThanWater", place: 0 })).toMatch(/changed over/);
  });
});

test("each school has a name of its own wherever it is chosen", () => {
  const names = ICED_SCHOOLS.map((school) => OPTION_WORDS[school]);
  expect(names).toEqual([
    "counts the server's ice",
    "counts the whole glass",
    "leaves the ice on top",
    "follows the strength wanted",
  ]);
});
