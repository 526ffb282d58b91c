import { describe, expect, test } from "vitest";
import { compareWays, type OutlookCheck } from "#core/outlook";
import { must } from "#core/result";
import type { Check } from "#core/sheet";
import type { ScaleState } from "#scaling/choice";
import { firstState, serveAs } from "#scaling/choice";
import { BENCH } from "#tests/pierHead.ts";
import { callsForMore, waysOf } from "./bigger.ts";
import { solveState } from "./solved.ts";

const sheetOf = (state: ScaleState, bench = BENCH) => must(solveState(state, bench));
const pot = (yieldG: number): ScaleState => ({
  ...firstState(BENCH),
  pins: [
    { name: "yieldG", value: yieldG },
    { name: "brewRatio", value: 16 },
  ],
});
const waysTo = (yieldG: number, bench = BENCH) => {
  const sheet = sheetOf(pot(yieldG), bench);
  const states = waysOf(pot(yieldG), bench, sheet);
  return {
    states,
    answers: compareWays(
      states.map(({ asked }) => asked),
      sheet.rounded.yieldG,
    ),
  };
};

describe("more than one bed does well", () => {
  test("is called for by a bed too deep, water too much, a time too long; never by too little", () => {
    const calls = (code: string, figures: Record<string, number>) =>
      callsForMore([{ code, severity: "warn", figures } as Check], undefined, false);
    expect(calls("doseOverBasket", { doseG: 250, mostG: 230 })).toBe(true);
    expect(calls("bedOutsideWindow", { bedDepthMm: 44, leastMm: 20, mostMm: 40 })).toBe(true);
    expect(calls("bedOutsideWindow", { bedDepthMm: 12, leastMm: 20, mostMm: 40 })).toBe(false);
    expect(calls("waterOutsideBrewer", { settingG: 3900, leastSettingG: 1200, mostSettingG: 3600 })).toBe(
      true,
    );
    expect(calls("waterOutsideBrewer", { settingG: 900, leastSettingG: 1200, mostSettingG: 3600 })).toBe(
      false,
    );
    const long = (brewTimeS: number): OutlookCheck => ({
      code: "timeOutsideWindow",
      figures: { brewTimeS, low: 240, high: 390 },
    });
    expect(callsForMore([], [long(430)], false)).toBe(true);
    expect(callsForMore([], [long(200)], false)).toBe(false);
    expect(callsForMore([], undefined, true)).toBe(true);
    expect(callsForMore([], [], false)).toBe(false);
  });

  test("a dose past the basket: two batches do it, and cost a start, a paper and a rinse", () => {
    const { answers } = waysTo(3600);
    const one = answers.find(({ by }) => by === "one")!;
    const two = answers.find(({ by }) => by === "two")!;
    expect(one.clean).toBe(false);
    expect(two).toMatchObject({ times: 2, starts: 2, pours: 0 });
    expect(two.doseG).toBeLessThan(one.doseG * 0.55);
    expect(two.brewed!.timeS).toBeGreaterThan(2 * 120 + 60);
    expect(two.bedDepthMm!).toBeLessThan(25);
    expect(Math.abs(two.surplusG)).toBeLessThan(150);
  });

  test("between two batches lies the brewer's own rinse, or as long as one mostly takes", () => {
    const between = (rinseMin: number | null) => {
      const bench = { ...BENCH, brewers: [{ ...BENCH.brewers[0]!, rinseMin }] };
      return waysTo(2800, bench).states[0]!.asked.betweenS;
    };
    expect(between(3)).toBe(180);
    expect(between(null)).toBeGreaterThan(0);
    expect(between(0)).toBe(0);
  });

  test("a share round the bed keeps the strength that was aimed at, and takes its own pour", () => {
    const { states, answers } = waysTo(2800);
    const bypass = answers.find(({ by }) => by === "bypass")!;
    expect(bypass.pours).toBe(1);
    expect(bypass.bypassPct).toBeGreaterThanOrEqual(4);
    const wanted = sheetOf(pot(2800)).rounded.strengthPct!;
    expect(sheetOf(states[bypass.place]!.state).rounded.strengthPct).toBeCloseTo(wanted, 1);
  });

  test("iced, a share round the bed keeps the cold that the glass is to have", () => {
    const iced = serveAs("iced", firstState(BENCH), BENCH);
    const state: ScaleState = { ...iced, iced: { ...iced.iced, inGlass: ["finalTempC"] } };
    const found = waysOf(state, BENCH, sheetOf(state)).filter(({ asked }) => asked.by === "bypass");
    expect(found.length).toBeGreaterThan(0);
    for (const way of found) expect(way.state.iced.inGlass).toEqual(["finalTempC"]);
  });

  test("less coffee for the size makes a shallower bed; a house that trims already is not trimmed twice", () => {
    const { answers } = waysTo(2800);
    const [one, trim] = ["one", "trim"].map((by) => answers.find((each) => each.by === by)!);
    expect(trim!.doseG).toBeLessThan(one!.doseG);
    expect(trim!.bedDepthMm!).toBeLessThan(one!.bedDepthMm!);
    const trims = { ...BENCH, settings: { ...BENCH.settings, doseTrimPct: 3 } };
    expect(waysTo(2800, trims).answers.map(({ by }) => by)).not.toContain("trim");
  });

  test("what this brewer cannot do is not offered", () => {
    const fixed = {
      ...BENCH,
      brewers: [
        {
          ...BENCH.brewers[0]!,
          bypassMaxPct: null,
          lattice: { ...BENCH.brewers[0]!.lattice, minSettingG: 3000 },
        },
      ],
    };
    const offered = waysTo(2800, fixed).answers.map(({ by }) => by);
    expect(offered).not.toContain("two");
    expect(offered).not.toContain("bypass");
  });
});
