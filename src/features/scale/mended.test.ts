import { describe, expect, test } from "vitest";
import { must } from "#core/result";
import { solveSheet } from "#core/sheet";
import { firstState, sheetInputOf } from "#scaling/state.ts";
import { BENCH } from "#tests/pierHead.ts";
import { mendedBy } from "./mended.ts";
import { toldBoard } from "./told.ts";

const STATE = firstState(BENCH);
const FIGURES = must(solveSheet(sheetInputOf(STATE, BENCH))).rounded;
const TWO = { ...BENCH, brewers: [...BENCH.brewers, { ...BENCH.brewers[0]!, id: "twin", name: "Twin" }] };
const done = { stretch: undefined, setting: 10.5, brewTimeS: 360 };
const solvedOf = (state: typeof STATE) => must(solveSheet(sheetInputOf(state, BENCH))).rounded;

describe("a mend that is taken", () => {
  test("turns the dial and touches nothing else", () => {
    const mended = mendedBy({ by: "dial", steps: 4, ...done }, STATE, BENCH, FIGURES);
    expect(mended?.state).toEqual({ ...STATE, grind: 10.5 });
  });

  test("halves the pot, with the ratio kept", () => {
    const mended = mendedBy({ by: "halves", doseG: FIGURES.doseG / 2, ...done }, STATE, BENCH, FIGURES)!;
    const half = solvedOf(mended.state);
    expect(Math.abs(half.yieldG - FIGURES.yieldG / 2)).toBeLessThan(60);
    expect(half.brewRatio).toBeCloseTo(16, 0);
    expect(mended.state.grind).toBe(10.5);
    expect(mended.said).toBe("This is one of the two batches.");
  });

  test("sends water round the bed", () => {
    const mended = mendedBy({ by: "bypass", bypassPct: 10, ...done }, STATE, BENCH, FIGURES)!;
    const round = solvedOf(mended.state);
    expect(round.bypassG).toBeCloseTo(FIGURES.brewWaterG / 10, -1);
    expect(round.brewWaterG).toBeLessThan(FIGURES.brewWaterG);
  });

  test("moves to another brewer, if it is still there", () => {
    const mend = { by: "basket", name: "Twin", ...done } as const;
    expect(mendedBy(mend, STATE, TWO, FIGURES)?.state).toMatchObject({ brewer: "twin", grind: 10.5 });
    expect(mendedBy(mend, STATE, BENCH, FIGURES)).toBeUndefined();
  });
});

test("the board tells its readers, and those who left no more", () => {
  const board = toldBoard();
  const heard: unknown[] = [];
  const leave = board.subscribe(() => heard.push(board.read()));
  const told = { stretch: undefined, setting: 9, figures: undefined, ranges: undefined, of: undefined };
  board.write(told);
  expect(heard).toEqual([told]);
  leave();
  board.write(undefined);
  expect(heard).toHaveLength(1);
  expect(board.read()).toBeUndefined();
});
