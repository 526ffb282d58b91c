import { describe, expect, test } from "vitest";
import { firstState } from "#scaling/choice";
import { BENCH } from "#tests/pierHead.ts";
import { mendedBy } from "./mended.ts";

const STATE = firstState(BENCH);
const TWO = { ...BENCH, brewers: [...BENCH.brewers, { ...BENCH.brewers[0]!, id: "twin", name: "Twin" }] };
const done = { stretch: undefined, setting: 10.5, brewTimeS: 360 };

describe("a mend that is taken", () => {
  test("turns the dial and touches nothing else", () => {
    expect(mendedBy({ by: "dial", steps: 4, ...done }, STATE, BENCH)).toEqual({ ...STATE, grind: 10.5 });
  });

  test("moves to another brewer, if it is still there", () => {
    const mend = { by: "basket", name: "Twin", ...done } as const;
    expect(mendedBy(mend, STATE, TWO)).toMatchObject({ brewer: "twin", grind: 10.5 });
    expect(mendedBy(mend, STATE, BENCH)).toBe(STATE);
  });
});
