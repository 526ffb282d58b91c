import { describe, expect, test } from "vitest";
import { type Cause, judge, type Reading } from "./index.ts";

/* How a batch is brewed and served decides which causes it can have, and how far a meter is off how much it says. */

const seen = (reading: Partial<Reading>) =>
  judge({ serve: "hot", method: "batch", signs: {}, tasted: [], ...reading });
const causesOf = (reading: Partial<Reading>) => seen(reading).causes.map(({ cause }) => cause);

describe("causes", () => {
  test.each<[Cause, Partial<Reading>, Partial<Reading>]>([
    ["iceMuch", { serve: "iced" }, { serve: "hot" }],
    ["iceLittle", { serve: "iced" }, { serve: "hot" }],
    ["pour", { method: "hand" }, { method: "batch" }],
    ["pour", { method: "press" }, { method: "batch" }],
    ["uneven", { method: "batch" }, { method: "hand" }],
    ["uneven", { method: "batch" }, { method: "press" }],
    ["tooMuchCoffee", { method: "batch" }, { method: "press" }],
    ["tooMuchCoffee", { method: "hand" }, { method: "press" }],
  ])("%s is one of %o and none of %o", (cause, possible, impossible) => {
    expect(causesOf(possible)).toContain(cause);
    expect(causesOf(impossible)).not.toContain(cause);
  });

  test("add up to all of it, the likeliest first", () => {
    const pct = seen({ signs: { time: "long" } }).causes.map((each) => each.pct);
    expect(pct.reduce((sum, each) => sum + each, 0)).toBeCloseTo(100, 9);
    expect(pct).toEqual(pct.toSorted((a, b) => b - a));
  });
});

describe("the hand's change", () => {
  /** Stirring, by what was seen of a hand brew whose dry bed says that the pour was it. */
  const change = (signs: Reading["signs"]) =>
    seen({ method: "hand", signs: { dryPockets: true, ...signs } }).change;
  test("is to stir less only where more speaks for too much of it than for too little", () => {
    expect(change({ wall: "high" })).toEqual({ variable: "agitation", direction: "more" });
    // One sign each way: coffee that stayed dry is the surer one.
    expect(change({ wall: "high", bed: "cratered" })).toEqual({ variable: "agitation", direction: "more" });
  });
});

describe("a meter", () => {
  const saysOf = (metered: Reading["metered"], cause: Cause) =>
    seen({ metered, window: { strengthPct: [1.2, 1.6], extractionPct: [18, 22] } })
      .causes.find((each) => each.cause === cause)!
      .evidence.find(({ sign }) => sign.startsWith("strength") || sign.startsWith("extraction"))!;

  test.each([
    ["strengthPct", "tooStrong", "strength.above", (share: number) => 1.6 * (1 + share)],
    ["strengthPct", "tooWeak", "strength.below", (share: number) => 1.2 * (1 - share)],
    ["extractionPct", "tooFine", "extraction.above", (share: number) => 22 * (1 + share)],
    ["extractionPct", "tooCoarse", "extraction.below", (share: number) => 18 * (1 - share)],
  ] as const)("%s speaks louder for %s the farther it is %s, up to twice", (what, cause, sign, at) => {
    const [justOff, tenth, fifth, half] = [1e-9, 0.1, 0.2, 0.5].map((share) => {
      const evidence = saysOf({ [what]: at(share) }, cause);
      expect(evidence.sign).toBe(sign);
      return evidence.logOdds;
    });
    expect(tenth! / justOff!).toBeCloseTo(1.5, 6);
    expect(fifth! / justOff!).toBeCloseTo(2, 6);
    expect(half).toBeCloseTo(fifth!, 6);
  });

  test("at its window's very ends is inside", () => {
    for (const strengthPct of [1.2, 1.6])
      expect(saysOf({ strengthPct }, "right").sign).toBe("strength.inside");
  });
});

test("two changes at once cannot be told apart; one alone can", () => {
  expect(seen({ changedSince: ["dial", "ratio"] }).confounded).toEqual(["dial", "ratio"]);
  expect(seen({ changedSince: ["dial"] })).not.toHaveProperty("confounded");
  expect(seen({})).not.toHaveProperty("confounded");
});
