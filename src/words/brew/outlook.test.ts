import { describe, expect, test } from "vitest";
import { OUTLOOK_CODES, type Rung } from "#core/outlook";
import { brewFailureSentence, extractionMissSentence } from "./brew.ts";
import {
  differSentences,
  mendSentence,
  missingSentence,
  missSentence,
  outlookSentence,
  outlookWords,
  rangeSentence,
  surenessSentence,
} from "./outlook.ts";

const FIGURES = {
  overflowG: 63.4,
  highWaterMm: 94.2,
  paperMm: 96,
  brewTimeS: 431,
  strengthPct: 1.512,
  extractionPct: 23.04,
  low: 1.2,
  high: 1.45,
};

test("every warning is a sentence with its figures and no undefined ones", () => {
  for (const code of OUTLOOK_CODES) {
    const sentence = outlookSentence({ code, figures: FIGURES });
    expect(sentence).toMatch(/^[A-Z].*\.$/);
    expect(sentence).not.toMatch(/NaN|undefined/);
  }
  expect(outlookSentence({ code: "timeOutsideWindow", figures: { ...FIGURES, low: 240, high: 390 } })).toBe(
    "It will take about 7:11; the house wants 4:00 to 6:30.",
  );
  expect(outlookSentence({ code: "overflow", figures: FIGURES })).toContain("63 g of scalding slurry");
});

test("a mend says what to do, on which setting, and how long it then takes", () => {
  const done = { setting: 9.5, brewTimeS: 361 };
  expect(mendSentence({ by: "dial", steps: 2, ...done }, "Chough")).toBe(
    "2 steps coarser, Chough 9.5, done in about 6:01.",
  );
  expect(mendSentence({ by: "dial", steps: -1, ...done }, "Chough")).toMatch(/^1 step finer,/);
  expect(mendSentence({ by: "basket", name: "Turnstone", ...done }, "Chough")).toMatch(/^On Turnstone,/);
});

describe("why answers differ", () => {
  const rung = (by: Rung["by"], setting: number, extractionPct: number) =>
    ({
      by,
      at: { exact: setting, setting },
      outlook: { ok: true, value: { brew: { extractionPct }, strengthPct: 1.3, checks: [] } },
    }) as unknown as Rung;
  const CHOUGH = { step: 0.5, higherIs: "coarser" } as const;

  test("in the words of the dial: coarser is up on one grinder and down on another", () => {
    const rungs = [rung("rule", 8.5, 20.4), rung("contact", 10, 19.2), rung("extraction", 11.5, 18)];
    const [rule, contact] = differSentences(rungs, CHOUGH);
    expect(rule).toContain("3 coarser than the house rule, which would extract 20.4 %");
    expect(contact).toContain("1.5 finer and extract 19.2 %");
    expect(differSentences(rungs, { step: 0.5, higherIs: "finer" })[0]).toContain(
      "3 finer than the house rule",
    );
  });

  test("agreement is said, and silence kept where there is nothing to compare", () => {
    expect(differSentences([rung("rule", 9, 19), rung("extraction", 9, 19)], CHOUGH)).toEqual([
      "The house rule and the same extraction agree here.",
    ]);
    expect(differSentences([rung("rule", 9, 19)], CHOUGH)).toEqual([]);
  });
});

test("what is out of reach is said in its own unit, with the nearest and the reason", () => {
  const miss = { code: "outOfReach", wanted: 62, nearest: 81, nearestUm: 2500, limit: "pace" } as never;
  expect(missSentence("contact", miss)).toBe(
    "1:02 of contact is out of reach: 1:21 of contact is the nearest, the spray sets the pace, no dial changes it.",
  );
  expect(
    extractionMissSentence({ ...(miss as object), wanted: 19, nearest: 15.5, limit: "stalls" } as never),
  ).toBe(
    "An extraction of 19 % is out of reach. Ground finer it stalls or runs over before it gets there. The nearest is 15.5 % at 2\u202f500 µm.",
  );
});

test("what makes it unsure, and whether measuring helps", () => {
  expect(surenessSentence(["grindShare", "permeabilityShare"])).toBe(
    "Most of the spread is what the dial really grinds and how freely this bed lets water through; measuring on the Bench narrows it.",
  );
  expect(surenessSentence(["extractionShare"])).toContain("only brewed and logged batches tell");
  expect(surenessSentence([])).toBe("Nothing in it is uncertain.");
  expect(
    rangeSentence({ brewTimeS: [354, 461], strengthPct: [1.41, 1.54], extractionPct: [19.61, 21.4] }),
  ).toBe(
    "Eight in ten such brews would take 5:54 to 7:41, come out at 1.41 % to 1.54 %, and extract 19.6 % to 21.4 %.",
  );
});

test("what fails, and what is missing, is said with what to do", () => {
  const failures = [
    { code: "doseOverBasket", doseG: 300, capacityG: 210 },
    { code: "bedTooThin", bedDepthMm: 0.6, grindUm: 900 },
    { code: "bedHoldsAllWater", ratio: 2, retentionGPerG: 2.1 },
    { code: "poursOverlap", pour: 1 },
    { code: "neverDrains", afterS: 3600 },
  ] as const;
  for (const failure of failures) {
    expect(brewFailureSentence(failure)).toMatch(/^[A-Z0-9].*\. [A-Z].*\.$|: .*\.$/);
    expect(outlookWords(failure)).not.toBe("");
  }
  const names = { brewer: "Fulmar", grinder: "Chough" };
  expect(missingSentence("basket", names)).toContain("Fulmar's basket");
  expect(missingSentence("curve", names)).toContain("Chough's dial");
  for (const missing of ["matched", "press", "sourcePress"] as const) {
    expect(missingSentence(missing, names)).toMatch(/^No forecast/);
  }
});
