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

describe("stirring, where a hand's pours were it", () => {
  const direction = (signs: Reading["signs"], tasted: Reading["tasted"] = []) => {
    const { causes, change } = seen({ method: "hand", signs, tasted });
    expect(causes[0]!.cause).toBe("pour");
    return change?.direction;
  };
  test("is less where more speaks for too much of it than for too little, else more", () => {
    expect(direction({ bed: "cratered" })).toBe("less");
    // One sign each way.
    expect(direction({ bed: "cratered", wall: "high" })).toBe("more");
    const muddy = [{ minutes: 8, clarity: "muddy" }] as const;
    expect(direction({ bed: "cratered", wall: "high" }, muddy)).toBe("less");
    expect(direction({ bed: "cratered", time: "short" }, muddy)).toBe("less");
    expect(direction({ bed: "domed" }, muddy)).toBe("more");
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
