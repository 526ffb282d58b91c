import { describe, expect, test } from "vitest";
import type { Bench } from "#contract/bench.ts";
import { firstOf, pickedAlone } from "#core/outlook";
import { must } from "#core/result";
import { finished } from "#core/turns";
import { makeCard } from "#scaling/cards";
import { benchForScale, firstState, queryOf, readQuery } from "#scaling/choice";
import { askingOf, solveState } from "#scaling/sheet";
import { CHOUGH_CURVE } from "#tests/grinders.ts";
import { BENCH } from "#tests/pierHead.ts";
import { BIG_POT } from "#tests/standards.ts";
import { cellCard, wallInTurns, wallPlan } from "./wall.ts";

const TAUGHT: Bench = { ...BENCH, standards: [BIG_POT] };
const planOf = (bench: Bench, choices = {}) => wallPlan(bench, bench.coffees[0]!, choices)!;
const cellsOf = (bench: Bench, choices = {}) => finished(wallInTurns(bench, planOf(bench, choices)));
const madeAt = (bench: Bench, sizeG: number, serve = "hot", choices = {}) => {
  const cell = cellsOf(bench, choices).find((each) => each.sizeG === sizeG && each.serve === serve);
  if (!cell || "failure" in cell.made) throw new Error(`no cell of ${sizeG}`);
  return { cell, ...cell.made };
};
const SIZES = { brewers: [{ id: "fulmar", shown: true, sizesG: [2000, 2800] }] };

describe("what hangs on the wall", () => {
  test("the usual sizes span the brewer's window, within what its basket takes, with what was approved", () => {
    const [{ sizesG, chosen }] = planOf(BENCH).brewers as [ReturnType<typeof planOf>["brewers"][number]];
    expect(chosen).toBe(false);
    expect(sizesG.length).toBeGreaterThanOrEqual(3);
    expect(sizesG).toEqual(sizesG.toSorted((a, b) => a - b));
    for (const cell of cellsOf(BENCH, { serves: "hot" })) {
      expect(
        "failure" in cell.made ? "none" : cell.made.checks.filter(({ severity }) => severity === "stop"),
      ).toEqual([]);
    }
    const odd = { ...BIG_POT, sizeG: 2340, doseG: 170, waterG: 2700 };
    expect(planOf({ ...BENCH, standards: [odd] }).brewers[0]?.sizesG).toContain(2300);
  });

  test("the largest usual size is what the basket takes, also of a brewer that delivers more than it is set to", () => {
    const generous = {
      ...BENCH.brewers[0]!,
      preferredMaxG: null,
      lattice: { ...BENCH.brewers[0]!.lattice, interceptG: 0, slope: 1.25 },
    };
    const cells = cellsOf({ ...BENCH, brewers: [generous] }, { serves: "hot" });
    const doses = cells.map(({ made }) => ("failure" in made ? 0 : made.figures.doseG));
    expect(Math.max(...doses)).toBeGreaterThan(0.9 * generous.doseMaxG);
    expect(Math.max(...doses)).toBeLessThanOrEqual(generous.doseMaxG);
  });

  test("a house that takes less coffee for more does so by the size of the cell, not by its vessel's", () => {
    const trims = { ...BENCH, settings: { ...BENCH.settings, doseTrimPct: 4 } };
    const ratioOf = (sizeG: number) => madeAt(trims, sizeG, "hot", SIZES).cell.state.pins[1]!;
    expect(ratioOf(2800)).toMatchObject({ name: "brewRatio" });
    expect(ratioOf(2800).value).toBeGreaterThan(ratioOf(2000).value);
  });

  test("a lead's list, one service, and brewers that are not shown", () => {
    expect(cellsOf(BENCH, SIZES).map(({ serve, sizeG }) => [serve, sizeG])).toEqual([
      ["hot", 2000],
      ["hot", 2800],
      ["iced", 2000],
      ["iced", 2800],
    ]);
    expect(cellsOf(BENCH, { ...SIZES, serves: "iced" }).every(({ serve }) => serve === "iced")).toBe(true);
    expect(cellsOf(BENCH, { brewers: [{ id: "fulmar", shown: false }] })).toEqual([]);
  });

  test("what was approved stands as it was brewed; what was not is forecast", () => {
    const approved = madeAt(TAUGHT, 2800, "hot", SIZES);
    expect(approved).toMatchObject({ ground: "asApproved", setting: 11, timeS: 352, strengthPct: 1.38 });
    expect(approved.figures).toMatchObject({ doseG: 202, settingG: 3300 });
    const forecast = madeAt(TAUGHT, 2000, "hot", SIZES);
    expect(forecast).toMatchObject({ ground: "forecast", approved: undefined });
    expect(forecast.timeS).toBeGreaterThan(120);
  });

  const fit = {
    brewerId: "fulmar",
    grinderId: "chough",
    versionId: null,
    permeability: 1,
    extraction: 1,
    batches: 40,
  };
  const MOVED: Bench = {
    ...TAUGHT,
    fits: [{ ...fit, moves: [{ at: "2026-06-20T08:00:00.000Z", share: 0.93, curveVersion: 1 }] }],
  };
  const REGROUND: Bench = {
    ...TAUGHT,
    grinders: [
      {
        ...TAUGHT.grinders[0]!,
        curve: CHOUGH_CURVE.map((point) => ({ ...point, um: point.um * 1.1 })),
        curveVersion: 2,
      },
    ],
  };

  test.each([
    ["of which nothing was approved", BENCH],
    ["that was taught by one pot", TAUGHT],
    ["whose grinder moved since", MOVED],
    ["with new burrs", REGROUND],
  ])("the wall, Scale and the card give one dial for every cell of a house %s", (_of, bench) => {
    const cells = cellsOf(bench);
    expect(cells.length).toBeGreaterThan(5);
    for (const cell of cells) {
      if ("failure" in cell.made) continue;
      const { setting } = cell.made;
      // As the link of the cell opens it, on the bench that a page carries along.
      const few = benchForScale(bench, undefined);
      const { state } = readQuery(Object.fromEntries(new URLSearchParams(queryOf(cell.state))), few);
      const question = askingOf(state, few, must(solveState(state, few)).rounded);
      if (!("asking" in question)) throw new Error(question.missing);
      const { ladder, picked } = must(firstOf(question.asking));
      expect(picked).toMatchObject({ setting, by: ladder.best });
      expect(pickedAlone(question.asking)?.picked).toEqual(picked);
      expect(cellCard(cell, bench)?.sheet.dial?.setting).toBe(setting);
      expect(must(makeCard(state, few)).sheet.dial).toMatchObject({ setting, by: ladder.best });
    }
    const start = firstState(bench);
    const question = askingOf(start, bench, must(solveState(start, bench)).rounded);
    const best = "asking" in question && must(firstOf(question.asking)).picked.by;
    expect(best).toBe(bench === BENCH ? "extraction" : "standard");
  });

  test("new burrs: the approved setting is translated, where the dial reaches it, and teaches no more", () => {
    const shifted = CHOUGH_CURVE.map((point) => ({ ...point, um: point.um * 1.1 }));
    const newBurrs = (curve: typeof shifted): Bench => ({
      ...TAUGHT,
      grinders: [{ ...TAUGHT.grinders[0]!, curve, curveVersion: 2 }],
    });
    const translated = madeAt(newBurrs(shifted), 2800, "hot", SIZES);
    expect(translated.ground).toBe("translated");
    expect(translated.setting).toBeLessThan(11);
    const far = newBurrs(CHOUGH_CURVE.map((point) => ({ ...point, um: point.um * 2.5 })));
    const off = madeAt(far, 2800, "hot", SIZES);
    expect(off.ground).toBe("forecast");
    expect(off.approved?.batchId).toBe("big pot");
  });

  test("a grinder that moved since: the approved pot is set anew, and what was learned moves with it", () => {
    const withMove = (at: string, share: number): Bench => ({
      ...TAUGHT,
      fits: [{ ...fit, moves: [{ at, share, curveVersion: 1 }] }],
    });
    const still = madeAt(TAUGHT, 2000, "hot", SIZES);
    const finer = withMove("2026-06-20T08:00:00.000Z", 0.93);
    const approved = madeAt(finer, 2800, "hot", SIZES);
    expect(approved.ground).toBe("moved");
    expect(approved.setting).toBeGreaterThan(11);
    expect(madeAt(finer, 2000, "hot", SIZES).setting).toBeGreaterThan(still.setting!);
    // What was approved after the move was ground so.
    const before = madeAt(withMove("2026-05-20T08:00:00.000Z", 0.93), 2800, "hot", SIZES);
    expect(before).toMatchObject({ ground: "asApproved", setting: 11 });
    // Another curve of the dial starts anew.
    const otherCurve = { ...fit, moves: [{ at: "2026-06-20T08:00:00.000Z", share: 0.93, curveVersion: 7 }] };
    expect(madeAt({ ...TAUGHT, fits: [otherCurve] }, 2800, "hot", SIZES).ground).toBe("asApproved");
  });

  test("a size that no pot holds, and one past the basket, are said", () => {
    const big = { brewers: [{ id: "fulmar", shown: true, sizesG: [3400] }], serves: "hot" as const };
    const { fits, checks } = madeAt(BENCH, 3400, "hot", big);
    expect(fits).toBe(false);
    expect(checks.map(({ code }) => code)).toContain("doseOverBasket");
  });

  test("each cell is a card with its steps; an approved one says so", () => {
    const cards = cellsOf(TAUGHT, SIZES).map((cell) => cellCard(cell, TAUGHT)!);
    expect(cards).toHaveLength(4);
    const [forecast, approved] = cards;
    expect(forecast?.sheet.standard).toBeUndefined();
    expect(forecast?.sheet.dial?.by).toBe("learned");
    expect(approved?.sheet).toMatchObject({
      dial: { setting: 11, by: "standard" },
      standard: { batchId: "big pot" },
    });
  });

  test("a site without what a sheet takes has no wall", () => {
    for (const without of [{ recipes: [] }, { grinders: [] }, { vessels: [] }]) {
      expect(wallPlan({ ...BENCH, ...without }, BENCH.coffees[0]!, {})).toBeUndefined();
    }
  });
});
