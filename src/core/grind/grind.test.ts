import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { must } from "#core/result";
import {
  bracketAround,
  type Dial,
  houseRule,
  onDial,
  reversed,
  ruleOn,
  translate,
  USUAL_RULE,
} from "./index.ts";

const CHOUGH: Dial = { min: 0, max: 24, step: 0.5, higherIs: "coarser" };
const DUNLIN: Dial = { min: 0, max: 60, step: 1, higherIs: "coarser" };
const PAIRS = [
  { from: 5, to: 18 },
  { from: 9.5, to: 31 },
  { from: 14, to: 45 },
];

describe("on the dial", () => {
  test("to the nearest step, a tie to the coarser side", () => {
    expect(onDial(9.7, CHOUGH).setting).toBe(9.5);
    expect(onDial(9.75, CHOUGH).setting).toBe(10);
    expect(onDial(9.75, { ...CHOUGH, higherIs: "finer" }).setting).toBe(9.5);
    expect(onDial(0.3, { ...CHOUGH, step: 0.1 }).setting).toBeCloseTo(0.3, 12);
  });

  test("past an end it stops there and says so", () => {
    expect(onDial(26, CHOUGH)).toEqual({ exact: 26, setting: 24, limitedBy: "max" });
    expect(onDial(-1, CHOUGH)).toEqual({ exact: -1, setting: 0, limitedBy: "min" });
    expect(onDial(24, CHOUGH)).not.toHaveProperty("limitedBy");
  });

  test("an end between two steps is itself a setting", () => {
    expect(onDial(9.8, { ...CHOUGH, max: 9.9, step: 2 }).setting).toBe(9.9);
  });
});

describe("translation between two grinders", () => {
  const onChough = (clicks: number) => translate(clicks, reversed(PAIRS));

  test("meets the pairs, runs straight between them, carries on outside and says so", () => {
    expect(must(onChough(31))).toEqual({ setting: 9.5, extrapolated: false });
    expect(must(onChough(38)).setting).toBeCloseTo(11.75, 12);
    expect(must(onChough(52))).toEqual({ setting: 16.25, extrapolated: true });
    expect(must(onChough(5))).toMatchObject({ setting: 0.5, extrapolated: true });
  });

  test("keeps order and runs back", () => {
    const setting = fc.double({ min: -5, max: 30, noNaN: true });
    fc.assert(
      fc.property(setting, fc.double({ min: 1e-3, max: 10, noNaN: true }), (dial, more) => {
        const there = must(translate(dial, PAIRS)).setting;
        expect(must(translate(dial + more, PAIRS)).setting).toBeGreaterThan(there);
        expect(must(translate(there, reversed(PAIRS))).setting).toBeCloseTo(dial, 9);
      }),
    );
  });

  test("dials that turn against each other translate too", () => {
    const against = PAIRS.map(({ from, to }) => ({ from, to: -to }));
    expect(must(translate(9.5, against)).setting).toBe(-31);
  });

  test("one pair, or pairs that turn back, are refused", () => {
    expect(translate(5, PAIRS.slice(0, 1))).toMatchObject({ failure: { code: "tooFewPairs", pairs: 1 } });
    const back = [...PAIRS, { from: 16, to: 44 }];
    expect(translate(5, back)).toMatchObject({
      failure: { code: "pairsTurnBack", second: { from: 16, to: 44 } },
    });
    expect(translate(5, [...PAIRS, { from: 14, to: 46 }])).toMatchObject({
      failure: { code: "pairsTurnBack" },
    });
  });
});

describe("the house rule", () => {
  const rule = ruleOn(CHOUGH, USUAL_RULE);
  const to = (target: number, icedShift = false, dial = CHOUGH) =>
    houseRule({ sourceSetting: 9.5, sourceMm: 20, icedShift, rule: ruleOn(dial, USUAL_RULE) }, target, dial);

  test("a bed twice as deep is 2 coarser, half as deep 2 finer, iced 2 finer", () => {
    expect(rule).toEqual({ unitsPerDoubling: 2, icedUnits: 2 });
    expect(to(40).setting).toBe(11.5);
    expect(to(10).setting).toBe(7.5);
    expect(to(20).setting).toBe(9.5);
    expect(to(40, true).setting).toBe(9.5);
  });

  test("coarser is down where the dial says so", () => {
    expect(to(40, false, { ...CHOUGH, higherIs: "finer" }).setting).toBe(7.5);
  });

  test("on a longer dial the same turn is more clicks", () => {
    expect(ruleOn(DUNLIN, USUAL_RULE).unitsPerDoubling).toBeCloseTo(5, 12);
  });

  test("a rule that runs off the dial is cut and says so", () => {
    expect(to(20 * 2 ** 12)).toMatchObject({ exact: 33.5, setting: 24, limitedBy: "max" });
  });

  test("a bed without depth is the caller's mistake", () => {
    expect(() => to(0)).toThrow("no bed");
  });
});

test("a first trial brackets by a unit of 24, and not past the dial's end", () => {
  expect(bracketAround(9.5, CHOUGH)).toEqual({ finer: 8.5, coarser: 10.5 });
  expect(bracketAround(9.5, { ...CHOUGH, higherIs: "finer" })).toEqual({ finer: 10.5, coarser: 8.5 });
  expect(bracketAround(24, CHOUGH)).toEqual({ finer: 23 });
  expect(bracketAround(31, DUNLIN)).toEqual({ finer: 28, coarser: 34 });
});
