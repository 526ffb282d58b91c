import { describe, expect, test } from "vitest";
import type { RecipeFault, RhythmChange } from "#core/recipe";
import {
  fileFailureSentence,
  importLineSentence,
  pressCautions,
  recipeForecastSentence,
  recipeSentence,
  rhythmSentence,
} from "./recipe.ts";

const fault = (given: object) => recipeSentence({ field: "", ...given } as RecipeFault);

describe("what cannot be", () => {
  test("names the figure that it is about, as people count pours", () => {
    expect(fault({ code: "poursAtOneTime", pour: 1 })).toContain("pour 2");
    expect(fault({ code: "poursOverlap", pour: 0 })).toContain("Pour 1 still runs");
    expect(fault({ code: "doneTooEarly", pouredS: 110 })).toContain("1:50");
    expect(fault({ code: "bloomIsAll", waterG: 352 })).toContain("352 g");
    expect(fault({ code: "cupsTooSmall", holdG: 300, yieldG: 303.4 })).toBe(
      "These cups take 300 g, and there are 303 g to share.",
    );
    expect(fault({ code: "tooManyPours", most: 24 })).toContain("24 times");
  });

  test("every fault has a sentence of its own", () => {
    const codes = [
      "totalsGoDown",
      "bloomNone",
      "firstPourLater",
      "paceNeedsTime",
      "paceTooEarly",
      "rangeTurned",
      "doseOutsideRange",
      "notGround",
      "offTheDial",
      "noSteep",
      "stepNeedsTime",
    ] as const;
    const sentences = codes.map((code) => fault({ code }));
    expect(new Set(sentences).size).toBe(codes.length);
    for (const sentence of sentences) expect(sentence).toMatch(/^[A-Z].*[.?]$/);
  });
});

describe("what scaling did", () => {
  const say = (change: RhythmChange) => rhythmSentence(change);
  test("the bloom, the shares, the times", () => {
    expect(say({ code: "bloomKept", multiple: 2.5, fromG: 55, toG: 75 })).toBe(
      "The bloom stays 2.5 times the dose: 55 g become 75 g; its wait stays.",
    );
    expect(say({ code: "timesStretched", by: 1.2, fromS: 243, toS: 280 })).toContain("stretched to 120 %");
    expect(say({ code: "timesStretched", by: 0.8, fromS: 243, toS: 200 })).toContain(
      "drawn together to 80 %",
    );
    expect(say({ code: "timesStretched", by: 1.003, fromS: 243, toS: 243 })).toContain("The times stay");
    expect(say({ code: "recutToIced", hotG: 218, iceG: 134 })).toContain("134 g of ice stand for the rest");
  });

  test("one pour of a spray is no pulse, and no bloom is not said", () => {
    expect(say({ code: "sprayed", pulses: 1, bloomPct: 0, bloomS: 0 })).toBe("As a spray programme: 1 pour.");
    expect(say({ code: "sprayed", pulses: 3, bloomPct: 15.6, bloomS: 22 })).toContain(
      "16 % as a bloom, 22 s of pause, then 3 even pulses",
    );
  });
});

describe("a file", () => {
  test("of a newer format is told apart from one that never was", () => {
    expect(fileFailureSentence({ code: "newerFormat", version: 3, known: 1 })).toContain("up to 1");
    expect(fileFailureSentence({ code: "newerFormat", version: 0, known: 1 })).toContain("there never was");
    expect(fileFailureSentence({ code: "notJson" })).not.toBe(fileFailureSentence({ code: "notRecipes" }));
  });

  test("each recipe's lot, and why one is left out", () => {
    expect(importLineSentence({ name: "a", what: "add", versions: 1 })).toBe("new");
    expect(importLineSentence({ name: "a", what: "add", versions: 3 })).toBe("new, with 3 versions");
    expect(importLineSentence({ name: "a", what: "change", versions: 1 })).toContain("on trial beside yours");
    expect(importLineSentence({ name: "a", what: "same" })).toContain("to the last figure");
    const why = { code: "unknownThing", kind: "grinder", name: "Crake" } as const;
    expect(importLineSentence({ name: "a", what: "refuse", why })).toContain(
      'its grinder "Crake" is neither',
    );
    const fault = { code: "totalsGoDown", field: "pours.1.toG", version: 2 } as const;
    expect(importLineSentence({ name: "a", what: "refuse", why: fault })).toMatch(
      /^left out: version 2: The running total/,
    );
  });
});

test("a press turned over, and one over ice, have cautions more", () => {
  const plain = pressCautions(false, false);
  expect(pressCautions(true, false).length).toBe(plain.length + 1);
  expect(pressCautions(true, true).length).toBe(plain.length + 2);
  expect(plain.join(" ")).toMatch(/hot water.*thin glass.*hiss/s);
});

test("why there is no forecast, from the recipe or from the bed", () => {
  expect(recipeForecastSentence({ code: "noBasket" })).toContain("basket");
  expect(recipeForecastSentence({ code: "noGrind" })).toContain("texture");
  expect(recipeForecastSentence({ code: "bedHoldsAllWater", ratio: 2, retentionGPerG: 2.2 })).toMatch(/\S/);
});
