import { describe, expect, test } from "vitest";
import type { Learned, Verdict } from "#core/learn";
import { printClock } from "#core/units";
import {
  factorsSentence,
  fitSentences,
  handsSentence,
  learnedSentences,
  otherBurrsSentence,
  siteWhys,
  wasteSentence,
} from "#words/brew";
import { firstPotNote } from "#words/cards";
import { PLAIN } from "#words/figures";
import { iceBudgetSentences, meltSentence, momentWords, swirlTime } from "#words/iced";
import {
  approvedSentence,
  evidenceSentences,
  FIRST_CHECKS,
  followedSentence,
  labelCaution,
  placeTitle,
  quietSentence,
  standardNote,
  verdictSentence,
} from "#words/log";

const LEARNED: Learned = {
  at: { exact: 10.4, setting: 10.5 },
  range: [9.6, 11.2],
  sdUnits: 0.62,
  sdWithOneMore: 0.39,
  taught: [{ batchId: "a", setting: 10.5, pull: 0.7, off: 0.1 }],
  oneSize: false,
  contradict: undefined,
};

describe("the learned dial", () => {
  test("says its range, from how much, and what one more batch would teach", () => {
    expect(learnedSentences(LEARNED)).toEqual([
      "Learned from one approved batch: eight in ten between 9.6 and 11.2. One more approved batch like this would take the spread from ± 0.62 to ± 0.39.",
    ]);
    expect(learnedSentences({ ...LEARNED, taught: [] })[0]).toMatch(
      /^Nothing is approved on this grinder yet/,
    );
  });

  test("says what makes it less sure", () => {
    const torn = learnedSentences({ ...LEARNED, oneSize: true, contradict: ["a", "b"] });
    expect(torn[1]).toContain("of one size");
    expect(torn[2]).toContain("contradict each other");
    expect(otherBurrsSentence(1)).toMatch(/^One approved batch was ground/);
    expect(otherBurrsSentence(3)).toMatch(/^3 approved batches were ground/);
  });
});

describe("what has moved", () => {
  const moved = [
    { groupId: "hot", signal: "time" as const, share: 0.067, sinceMs: 0, noticedMs: 1 },
    { groupId: "hot", signal: "strength" as const, share: -0.08, sinceMs: 0, noticedMs: 1 },
  ];
  const names = { thing: "Chough", beside: "Fulmar", since: "26 Jun 2026", standardOf: () => "the big pot" };
  const verdict = (cause: Verdict["cause"]): Verdict => ({
    cause,
    thingId: "chough",
    besideId: "fulmar",
    sinceMs: 0,
    moved,
  });

  test("is named, dated, shown, and comes with what to check first", () => {
    expect(verdictSentence(verdict("finer"), names)).toBe("Chough grinds finer since about 26 Jun 2026.");
    expect(evidenceSentences(verdict("finer"), names)).toEqual([
      "the big pot: batches take longer, by 6.7 %.",
      "the big pot: batches come out weaker, by 8 %.",
    ]);
    for (const cause of ["finer", "coarser", "flow", "either", "delivery", "coffee"] as const) {
      expect(verdictSentence(verdict(cause), names)).toMatch(/^[A-Z].* since about 26 Jun 2026\.$/);
      expect(FIRST_CHECKS[cause]).toMatch(/^Check first: .*\.$/);
    }
    // What can hurt is said where somebody is sent to it.
    expect(FIRST_CHECKS.flow).toContain("licensed people");
    expect(FIRST_CHECKS.delivery).toContain("irritant");
    expect(FIRST_CHECKS.coarser).toContain("Unplug");
  });

  test("quiet, and not yet enough to tell", () => {
    expect(quietSentence(4, 10)).toBe("4 of the 10 batches that a level takes.");
    expect(quietSentence(40, 10)).toContain("Nothing has moved");
  });
});

test("how good a forecast was is judged in plain words, and odd batches are named", () => {
  const said = fitSentences({
    timeOff: [0.01, 0.02, 0.2],
    strengthOff: [0.09, 0.1, 0.08],
    typicalS: 300,
    odd: 1,
  });
  expect(said[0]).toBe("Good with the clock: half of 3 forecasts lie within 2 % of it, about 0:06.");
  expect(said[1]).toMatch(/^Poor with the meter: half of 3 lie within 9 %/);
  expect(said[2]).toMatch(/^One batch lies far out, and turns nothing/);
  expect(fitSentences({ timeOff: [], strengthOff: [], typicalS: 0, odd: 0 })).toEqual([]);
  expect(
    factorsSentence({ permeability: 1.3, extraction: 0.97 }, "Learned from 30 batches of the log"),
  ).toMatch(/^Learned from 30 batches of the log: water runs 1\.3 times .* 0\.97 times as readily\.$/);
});

test("standards, their cards and labels", () => {
  expect(placeTitle({ coffee: "Saltmarsh", brewer: "Fulmar", serve: "hot", sizeG: 2801 })).toMatch(
    /^Saltmarsh, hot, 2.801 g on Fulmar$/,
  );
  expect(standardNote({ brewTimeS: 352, strengthPct: 1.38 })).toBe(
    "As approved: that batch took 5:52 and came out at 1.38 %",
  );
  expect(standardNote({ lapsed: true })).toContain("no standard any more");
  expect(followedSentence({ changed: 0 })).toContain("the log as it is now");
  expect(followedSentence({ changed: 2 })).toContain("2 cards");
  expect(followedSentence({ changed: 0, later: true })).toContain("follow soon");
  expect(approvedSentence({ changed: 1 })).toBe("It is the standard now. 1 card follows it.");
  expect(approvedSentence({ changed: 0, later: true })).toContain("being made anew");
  expect(labelCaution("hot", 90)).toMatch(/^Pour it away 1 h 30 min after it was made/);
  expect(labelCaution("iced", 90)).toContain("local food code");
  expect(labelCaution("hot", null)).toContain("no longer tastes fresh");
  expect(firstPotNote({ roastedOn: "2026-07-12", low: 9.6, high: 10.9 })).toBe(
    "First pot of the bag roasted on 2026-07-12: taste it before others follow. The dial should lie between 9.6 and 10.9.",
  );
});

test("the melt, the glass and the day's ice", () => {
  const melt = { swirlS: 63, iceLeftG: 0, pieceMm: 22, pieceIsGuess: false };
  expect(meltSentence(melt, "swirled", PLAIN)).toBe(
    "About 1:05 from the last drop until it has melted, swirled, with pieces of 22 mm.",
  );
  expect(meltSentence({ ...melt, swirlS: 2 }, "swirled", PLAIN)).toMatch(
    /^The ice has melted by the time the last drop falls/,
  );
  expect(meltSentence({ ...melt, iceLeftG: 40 }, "still", PLAIN)).toContain("40 g of ice stay at 0 °C");
  expect(meltSentence({ ...melt, swirlS: undefined, pieceIsGuess: true }, "still", PLAIN)).toMatch(
    /^It takes longer than half an hour, left alone, .* note on the Bench/,
  );
  expect([swirlTime(1), swirlTime(58)]).toEqual(["0:05", "1:00"]);
  expect([momentWords(30), momentWords(600)]).toEqual(["first sip", "after 10 min"]);
  const print = { mass: (massG: number) => `${massG} g`, clock: (min: number) => printClock(min) };
  const budget = { hours: [], needG: 7680, emptyMin: 765, shortG: 3166.7, leftG: 0 };
  const [short, mend] = iceBudgetSentences(budget, 500, print);
  expect(short).toBe("Short by 3167 g of the 7680 g that these take: the bin is empty at 12:45.");
  expect(mend).toContain("Freeze 3700 g ahead");
  expect(iceBudgetSentences({ ...budget, shortG: 0 }, 3700, print)[0]).toContain(
    "frozen ahead covers the rest",
  );
  const there = { ...budget, emptyMin: undefined, shortG: 0, leftG: 1200 };
  expect(iceBudgetSentences(there, 0, print)[0]).toContain("1200 g are left in the bin");
});

test("what a way costs", () => {
  const print = (massG: number) => `${massG} g`;
  expect(wasteSentence({ surplusG: 3, times: 1 }, print)).toBe("one filter");
  expect(wasteSentence({ surplusG: 41, times: 2 }, print)).toBe("41 g left over, 2 filters");
  expect(wasteSentence({ surplusG: -77, times: 2 }, print)).toBe("77 g short, 2 filters");
  expect(handsSentence({ starts: 1, pours: 0 })).toBe("one start");
  expect(handsSentence({ starts: 2, pours: 1 })).toBe("2 starts, one pour beside the bed");
});

describe("why two sites brew otherwise", () => {
  const facts = {
    boilsC: 100,
    waterTempC: 93,
    bedDepthMm: 33,
    retentionGPerG: 2.12,
    drag: 1,
    sprayGPerS: 12,
    permeability: 1,
    grindUm: 800,
    lessons: 3,
  };
  const side = (site: string, brewer: string, change: Partial<typeof facts> = {}) => ({
    site,
    brewer,
    facts: { ...facts, ...change },
  });

  test("each difference has its sentence, and its direction", () => {
    const whys = siteWhys(
      side("Pier Head", "Fulmar"),
      side("Rope Loft", "Gantry", {
        boilsC: 98,
        waterTempC: 91,
        bedDepthMm: 50,
        retentionGPerG: 2.3,
        drag: 1.2,
        sprayGPerS: 8,
        permeability: 1.3,
        lessons: 0,
      }),
    ).join("\n");
    expect(whys).toContain("91 °C at Rope Loft");
    expect(whys).toContain("50 mm deep in Gantry and 33 mm in Fulmar");
    expect(whys).toContain("2.3 g of water in Gantry");
    expect(whys).toContain("filter in Gantry slows");
    expect(whys).toContain("12 g/s and Gantry 8 g/s");
    expect(whys).toContain("more freely in Gantry at Rope Loft");
    expect(whys).toContain("3 approved batches teach the dial at Pier Head, none at Rope Loft");
  });

  test("a hand against a spray is said, and alike is alike", () => {
    const poured = { ...side("Rope Loft", "hand cone"), facts: { ...facts, sprayGPerS: undefined } };
    expect(siteWhys(side("Pier Head", "Fulmar"), poured).join()).toContain("hand cone is poured by hand");
    expect(siteWhys(side("a", "b"), side("c", "d"))).toEqual([
      "Nothing in the equipment differs that would show in the cup.",
    ]);
  });
});
