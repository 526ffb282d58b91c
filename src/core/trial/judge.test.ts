import { describe, expect, test } from "vitest";
import judgeCases from "#tests/vectors/judge.json" with { type: "json" };
import { judge, type Reading, type Verdict } from "./index.ts";

interface Expected {
  readonly cause?: string;
  readonly change?: object | null;
  readonly verdict?: Verdict;
  readonly verdictWithin?: { readonly [v in keyof Verdict]: readonly [number, number] };
  readonly atMostPct?: { readonly [cause in string]: number };
  readonly confounded?: readonly string[];
}

describe("the worked cases", () => {
  test.each(judgeCases.map((each) => [each.name, each] as const))("%s", (_, { input, expect: wanted }) => {
    const { causes, verdict, change, confounded } = judge(input as unknown as Reading);
    const {
      cause,
      change: changeTo,
      verdict: v,
      verdictWithin,
      atMostPct = {},
      confounded: c,
    } = wanted as Expected;
    if (cause) expect(causes[0]!.cause).toBe(cause);
    if (changeTo === null) expect(change).toBeNull();
    else if (changeTo) expect(change).toMatchObject(changeTo);
    if (c) expect(confounded).toEqual(c);
    for (const name of ["tooFine", "tooCoarse", "right"] as const) {
      if (v) expect(Math.abs(verdict[name] - v[name])).toBeLessThan(1e-6);
      if (!verdictWithin) continue;
      expect(verdict[name]).toBeGreaterThanOrEqual(verdictWithin[name][0]);
      expect(verdict[name]).toBeLessThanOrEqual(verdictWithin[name][1]);
    }
    for (const [name, most] of Object.entries(atMostPct)) {
      expect(causes.find((each) => each.cause === name)!.pct).toBeLessThanOrEqual(most);
    }
  });
});
