import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { meanBedDepthMm } from "#core/brew";
import { fitCurve, settingAt, umAt } from "#core/grind";
import { seeded } from "#core/random";
import { must } from "#core/result";
import { CHOUGH, CHOUGH_CURVE } from "#tests/grinders.ts";
import { FULMAR, LOFT, NOTHING_YET, SALTMARSH, SPREAD } from "#tests/planned.ts";
import {
  brewInputOf,
  ladderOf,
  mendsOf,
  outlookAt,
  outlookOf,
  type Plan,
  type Rung,
  recommended,
  type Sweep,
  surenessOf,
  sweepDial,
  sweepRatio,
  sweepWindow,
} from "./index.ts";

const SOURCE = brewInputOf(LOFT, 800);

function done<T>(sweep: Sweep<T>): { readonly value: T; readonly steps: number } {
  for (let steps = 0; ; steps++) {
    const step = sweep.next();
    if (step.done) return { value: step.value, steps };
    expect(step.value.done).toBeLessThanOrEqual(step.value.of);
  }
}
const at = (setting: number, plan = FULMAR) => must(outlookAt(plan, CHOUGH, setting));
const codes = (setting: number, plan = FULMAR) => at(setting, plan).checks.map(({ code }) => code);

describe("a plan at one grind", () => {
  test("is warned of by its windows: too fine is long, strong and over-extracted, too coarse the other way", () => {
    expect(codes(3.5)).toEqual([
      "slurryOverPaper",
      "timeOutsideWindow",
      "strengthOutsideWindow",
      "extractionOutsideWindow",
    ]);
    expect(codes(11.5)).toEqual([]);
    expect(codes(16)).toEqual(["strengthOutsideWindow", "extractionOutsideWindow"]);
    expect(at(3.5).checks[1]?.figures).toMatchObject({ low: 240, high: 390 });
  });

  test("what runs over the rim is said instead of the mark on the paper", () => {
    expect(codes(2)).toContain("overflow");
    expect(codes(2)).not.toContain("slurryOverPaper");
  });

  test("bypass and ice thin what ends in the vessel, and are no part of the brew", () => {
    const iced = { ...FULMAR, waterG: 2000, addedG: 1000 };
    const hot = { ...iced, addedG: 0 };
    expect(at(8, iced).brew).toEqual(at(8, hot).brew);
    const { brew, strengthPct } = at(8, iced);
    expect(strengthPct).toBeCloseTo((brew.strengthPct * brew.yieldG) / (brew.yieldG + 1000), 9);
  });

  test("windows that are not given are not looked at", () => {
    const free = { ...FULMAR, limits: { paperMm: 96 } };
    expect(codes(7, free)).toEqual([]);
    expect(codes(7)).not.toEqual([]);
  });
});

describe("the learned answer", () => {
  const learned = (plan: Plan, settings: readonly number[]) => {
    const lessons = settings.map((setting, i) => ({
      batchId: `batch ${i}`,
      setting,
      meanDepthMm: must(meanBedDepthMm(FULMAR)),
      shortfall: 0,
      coffeeId: "saltmarsh",
      bag: SALTMARSH,
    }));
    const { rungs } = must(
      ladderOf({ source: SOURCE, plan, dial: CHOUGH, settings: {}, teaching: { ...NOTHING_YET, lessons } }),
    );
    return { rungs, rung: rungs.find(({ by }) => by === "learned")! };
  };

  test("with no batch it is the same extraction; with approved ones it is theirs, and suggested", () => {
    const before = learned(FULMAR, []);
    const extraction = before.rungs.find(({ by }) => by === "extraction")!;
    expect(before.rung.at.exact).toBeCloseTo(extraction.at.exact, 9);
    expect(recommended(before.rungs)).not.toBe("learned");
    const after = learned(FULMAR, [14, 14.5, 14]);
    expect(Math.abs(after.rung.at.setting - 14)).toBeLessThanOrEqual(0.5);
    expect(after.rung.learned?.taught).toHaveLength(3);
    expect(recommended(after.rungs)).toBe("learned");
  });

  test("follows the size as the forecast does, and the ice", () => {
    const at = (plan: Plan) => learned(plan, [12]).rung.at.exact;
    const half = { ...FULMAR, doseG: FULMAR.doseG / 2, waterG: FULMAR.waterG / 2 };
    const iced = { ...FULMAR, waterG: 0.62 * FULMAR.waterG, addedG: 0.38 * FULMAR.waterG };
    expect(at(half)).toBeLessThan(at(FULMAR));
    expect(at(iced)).toBeLessThan(at(FULMAR));
  });

  test("moves for a smaller batch and for ice most of the way that the same extraction does", () => {
    const smaller = { ...FULMAR, doseG: 0.8 * FULMAR.doseG, waterG: 0.8 * FULMAR.waterG };
    const iced = { ...FULMAR, waterG: 0.85 * FULMAR.waterG, addedG: 0.15 * FULMAR.waterG };
    const exact = (plan: Plan, by: string) =>
      learned(plan, [12]).rungs.find((each) => each.by === by)!.at.exact;
    for (const plan of [smaller, iced]) {
      const moved = (by: string) => exact(plan, by) - exact(FULMAR, by);
      expect(moved("learned") / moved("extraction")).toBeGreaterThan(0.7);
      expect(moved("learned") / moved("extraction")).toBeLessThan(1);
    }
  });
});

describe("the ladder", () => {
  const RULE = {
    sourceSetting: 9.5,
    sourceMm: 40,
    icedShift: false,
    rule: { unitsPerDoubling: 1.5, icedUnits: 1 },
  };
  const ladder = must(
    ladderOf({
      source: SOURCE,
      plan: FULMAR,
      dial: CHOUGH,
      settings: { source: 9.5, rule: RULE },
      teaching: NOTHING_YET,
    }),
  );
  const rung = (by: string) => ladder.rungs.find((each) => each.by === by)!;

  test("has all answers, each on a step of the dial and forecast as it will be set", () => {
    expect(ladder.rungs.map(({ by }) => by)).toEqual(["source", "rule", "contact", "extraction", "learned"]);
    const depth = must(meanBedDepthMm(FULMAR));
    expect(rung("rule").at.exact).toBeCloseTo(9.5 + 1.5 * Math.log2(depth / RULE.sourceMm), 12);
    for (const { at: on, outlook } of ladder.rungs) {
      expect((2 * on.setting) % 1).toBe(0);
      expect(outlook).toEqual(outlookOf(FULMAR, umAt(CHOUGH.curve, on.setting)));
    }
  });

  test("same extraction extracts like the source, to what half a step of the dial is worth", () => {
    const half = Math.abs(at(10).brew.extractionPct - at(10.5).brew.extractionPct) / 2;
    const { brew } = must(rung("extraction").outlook);
    expect(Math.abs(brew.extractionPct - ladder.source.extractionPct)).toBeLessThanOrEqual(1.1 * half);
  });

  test("what is not known has no rung, and what is out of reach has the nearest", () => {
    const bare = must(
      ladderOf({ source: SOURCE, plan: FULMAR, dial: CHOUGH, settings: {}, teaching: NOTHING_YET }),
    );
    expect(bare.rungs.map(({ by }) => by)).toEqual(["contact", "extraction", "learned"]);
    const scant = { ...FULMAR, waterG: 500 };
    const missed = must(
      ladderOf({ source: SOURCE, plan: scant, dial: CHOUGH, settings: {}, teaching: NOTHING_YET }),
    );
    const { miss, at: on } = missed.rungs.find(({ by }) => by === "extraction")!;
    expect(miss?.nearest).toBeLessThan(miss?.wanted ?? 0);
    expect(on.setting).toBe(CHOUGH.min);
    expect(on.limitedBy).toBe("min");
  });

  test("a dose that the basket does not take has no answer but the source's own", () => {
    const deep = { ...FULMAR, doseG: 900 };
    const settings = { source: 9.5, rule: RULE };
    const { rungs } = must(
      ladderOf({ source: SOURCE, plan: deep, dial: CHOUGH, settings, teaching: NOTHING_YET }),
    );
    expect(rungs.map(({ by }) => by)).toEqual(["source"]);
  });

  test("what cannot be counted from anything has no learned answer", () => {
    const dry = { ...FULMAR, waterG: 150, addedG: 3132 };
    const { rungs } = must(
      ladderOf({ source: SOURCE, plan: dry, dial: CHOUGH, settings: {}, teaching: NOTHING_YET }),
    );
    expect(rungs).toEqual([]);
  });

  test("over ice the way is told in two steps, the bed's and the short brew's, which are the whole", () => {
    const iced = { ...FULMAR, waterG: 0.62 * FULMAR.waterG, addedG: 0.38 * FULMAR.waterG };
    const pullsOn = (plan: Plan) =>
      must(ladderOf({ source: SOURCE, plan, dial: CHOUGH, settings: {}, teaching: NOTHING_YET }));
    const { pulls, rungs } = pullsOn(iced);
    const { exact } = rungs.find(({ by }) => by === "extraction")!.at;
    expect(pulls!.bed).toBeGreaterThan(0);
    expect(pulls!.short).toBeLessThan(0);
    expect(pulls!.bed + pulls!.short).toBeCloseTo(exact - settingAt(CHOUGH.curve, SOURCE.grindUm), 9);
    const full = pullsOn({ ...iced, waterG: FULMAR.waterG, addedG: 0 });
    expect(full.pulls).toBeUndefined();
    const fullExact = full.rungs.find(({ by }) => by === "extraction")!.at.exact;
    expect(pulls!.bed).toBeCloseTo(fullExact - settingAt(CHOUGH.curve, SOURCE.grindUm), 1);
    expect(pullsOn({ ...FULMAR, waterG: 500, addedG: 2782 }).pulls).toBeUndefined();
  });

  test("a source that cannot be brewed has no ladder", () => {
    const flooded = { ...SOURCE, doseG: 900 };
    const answer = ladderOf({
      source: flooded,
      plan: FULMAR,
      dial: CHOUGH,
      settings: {},
      teaching: NOTHING_YET,
    });
    expect(answer.ok ? undefined : answer.failure.code).toBe("doseOverBasket");
  });

  test("begins with the same extraction where the source was metered, else with the rule", () => {
    expect(ladder.best).toBe("rule");
    expect(recommended(ladder.rungs, true)).toBe("extraction");
    const without = (by: string): Rung[] => ladder.rungs.filter((each) => each.by !== by);
    expect(recommended(without("extraction"), true)).toBe("rule");
    expect(recommended(without("rule"))).toBe("extraction");
    expect(recommended([])).toBeUndefined();
  });

  test("passes over what cannot be brewed, and what no setting reaches", () => {
    const without = (by: string): Rung[] => ladder.rungs.filter((each) => each.by !== by);
    const stalled = { ...rung("extraction"), outlook: outlookAt({ ...FULMAR, doseG: 900 }, CHOUGH, 9) };
    expect(recommended([...without("extraction"), stalled], true)).toBe("rule");
    const nearest = { ...rung("extraction"), miss: { code: "outOfReach" } as Rung["miss"] & object };
    expect(recommended([...without("extraction"), nearest], true)).toBe("rule");
  });
});

describe("on a dial of twice as many numbers", () => {
  const FINE = {
    ...CHOUGH,
    max: 2 * CHOUGH.max,
    step: 2 * CHOUGH.step,
    curve: must(fitCurve(CHOUGH_CURVE.map(({ setting, ...rest }) => ({ setting: 2 * setting, ...rest })))),
  };
  const lesson = {
    batchId: "batch",
    meanDepthMm: must(meanBedDepthMm(FULMAR)),
    shortfall: 0,
    coffeeId: "saltmarsh",
    bag: SALTMARSH,
  };
  const exact = (plan: Plan, dial: typeof CHOUGH) => {
    const times = dial.max / CHOUGH.max;
    const own = { unitsPerDoubling: 1.5 * times, icedUnits: times };
    const rule = { sourceSetting: 9.5 * times, sourceMm: 40, icedShift: false, rule: own };
    const teaching = { ...NOTHING_YET, lessons: [{ ...lesson, setting: 12 * times }] };
    const { rungs } = must(ladderOf({ source: SOURCE, plan, dial, settings: { rule }, teaching }));
    return rungs.map(({ by, at: on }) => ({ by, exact: on.exact / times }));
  };

  test.each([
    ["hot", FULMAR],
    ["with ice", { ...FULMAR, waterG: 2600, addedG: 682 }],
    [
      "with water that no bed lets through, so that the usual slopes count",
      { ...FULMAR, waterG: 420, addedG: 2862 },
    ],
    ["with so little water that less cannot be brewed", { ...FULMAR, waterG: 480, addedG: 2802 }],
  ])("every answer stands at twice the number: %s", (_, plan) => {
    const [once, twice] = [exact(plan, CHOUGH), exact(plan, FINE)];
    expect(twice.map(({ by }) => by)).toEqual(once.map(({ by }) => by));
    for (const [i, { exact: at }] of once.entries()) expect(twice[i]!.exact).toBeCloseTo(at, 4);
  });
});

describe("sweeps", () => {
  test("along the dial: every step of it in order, or every second of a long one; extraction falls", () => {
    const { value, steps } = done(sweepDial(FULMAR, CHOUGH));
    expect(steps).toBe(25);
    expect(value.map(({ at: setting }) => setting)).toEqual(Array.from({ length: 25 }, (_, i) => i));
    const pcts = value
      .filter(({ outlook }) => outlook.brew.overflowG === 0)
      .map(({ outlook }) => outlook.brew.extractionPct);
    expect(pcts).toEqual(pcts.toSorted((a, b) => b - a));
  });

  test("along the ratio: a fifth less to a fifth more water, weaker and more extracted", () => {
    const { value } = done(sweepRatio(FULMAR, CHOUGH, 9));
    expect(value[0]?.at).toBeCloseTo((0.8 * 3282) / 205, 9);
    expect(value.at(-1)?.at).toBeCloseTo((1.2 * 3282) / 205, 9);
    const strengths = value.map(({ outlook }) => outlook.strengthPct);
    expect(strengths).toEqual(strengths.toSorted((a, b) => b - a));
  });

  test("along the ratio what joins below the bed counts as water", () => {
    const { value } = done(sweepRatio({ ...FULMAR, addedG: 1000 }, CHOUGH, 9));
    expect(value[0]?.at).toBeCloseTo((0.8 * 3282 + 1000) / 205, 9);
  });

  test("each says once for every brew how far it is", () => {
    const progressOf = (sweep: Sweep<unknown>) => [...sweep].map(({ done: at, of }) => [at, of]);
    const counted = (of: number) => Array.from({ length: of }, (_, i) => [i + 1, of]);
    expect(progressOf(sweepDial(FULMAR, CHOUGH))).toEqual(counted(25));
    expect(progressOf(sweepRatio(FULMAR, CHOUGH, 9))).toEqual(counted(17));
    expect(progressOf(sweepWindow(FULMAR, CHOUGH, [15, 16]))).toEqual(counted(2 * 49));
    const source = must(outlookOf(LOFT, 800)).brew;
    const hopeless = { ...FULMAR, limits: { ...FULMAR.limits, timeS: [1, 2] as const } };
    const mends = mendsOf({
      plan: hopeless,
      dial: CHOUGH,
      setting: 12,
      source,
      others: [{ name: "it", plan: hopeless }],
    });
    expect(progressOf(mends)).toEqual(counted(25));
  });

  test("the window: each setting that is named has no warning, and its neighbours outside have", () => {
    const { value, steps } = done(sweepWindow(FULMAR, CHOUGH, [15, 16]));
    expect(steps).toBe(2 * 49);
    const plan = { ...FULMAR, waterG: 16 * 205 };
    const { settings } = value[1]!;
    expect(settings.length).toBeGreaterThan(0);
    for (const setting of settings) expect(codes(setting, plan)).toEqual([]);
    expect(codes(settings[0]! - 0.5, plan)).not.toEqual([]);
    expect(codes(settings.at(-1)! + 0.5, plan)).not.toEqual([]);
  });
});

describe("what would mend it", () => {
  const source = must(outlookOf(LOFT, 800)).brew;
  const mendsAt = (setting: number, change: Partial<Parameters<typeof mendsOf>[0]> = {}) =>
    done(
      mendsOf({
        plan: FULMAR,
        dial: CHOUGH,
        setting,
        source,
        others: [],
        ...change,
      }),
    ).value;

  test("the nearest setting without a warning, coarser or finer as it must be", () => {
    const [coarsen] = mendsAt(7);
    expect(coarsen).toMatchObject({ by: "dial" });
    if (coarsen?.by !== "dial") throw new Error("no dial");
    expect(coarsen.steps).toBeGreaterThan(0);
    expect(codes(coarsen.setting)).toEqual([]);
    expect(codes(coarsen.setting - 0.5)).not.toEqual([]);
    const [finer] = mendsAt(15);
    expect(finer).toMatchObject({ by: "dial" });
    expect((finer as { steps: number }).steps).toBeLessThan(0);
  });

  test("whatever is offered takes every warning away", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 8, max: 34 }).map((half) => half / 2),
        fc.double({ min: 150, max: 228, noNaN: true }),
        (setting, doseG) => {
          const plan = { ...FULMAR, doseG, waterG: 16 * doseG };
          for (const mend of mendsAt(setting, { plan })) {
            expect(codes(mend.setting, plan)).toEqual([]);
            expect(at(mend.setting, plan).brew.brewTimeS).toBe(mend.brewTimeS);
          }
        },
      ),
      { numRuns: 15 },
    );
  });

  test("another basket is offered by its name where the batch is good on it", () => {
    const wide = { ...FULMAR, basket: { ...FULMAR.basket, topDiameterMm: 190, bottomDiameterMm: 165 } };
    const names = mendsAt(5, { others: [{ name: "wide one", plan: wide }] }).flatMap((mend) =>
      mend.by === "basket" ? mend.name : [],
    );
    expect(names).toEqual(["wide one"]);
    const hopeless = { ...FULMAR, limits: { ...FULMAR.limits, timeS: [1, 2] as const } };
    expect(mendsAt(5, { plan: hopeless, others: [{ name: "same", plan: hopeless }] })).toEqual([]);
  });
});

describe("how sure it is", () => {
  const sure = (change: object) => done(surenessOf(FULMAR, 800, { ...SPREAD, ...change }, seeded(2))).value!;

  test("names what widens the range most, first", () => {
    expect(sure({ grindShare: 0.2 }).because[0]).toBe("grindShare");
    expect(sure({ waterTempC: 12, grindShare: 0.01, permeabilityShare: 0.02 }).because[0]).toBe("waterTempC");
    const nothing = {
      permeabilityShare: 0,
      extractionShare: 0,
      unevenShare: 0,
      grindShare: 0,
      waterTempC: 0,
      densityGPerMl: 0,
    };
    expect(sure({ ...nothing, retentionGPerG: 0 }).because).toEqual([]);
  });

  test("is narrower where it was measured, and ice thins the range with the cup", () => {
    const width = ([low, high]: readonly [number, number]) => high - low;
    expect(width(sure({ grindShare: 0.12 }).strengthPct)).toBeGreaterThan(width(sure({}).strengthPct));
    const iced = done(surenessOf({ ...FULMAR, addedG: 1500 }, 800, SPREAD, seeded(2))).value!;
    expect(iced.strengthPct[1]).toBeLessThan(sure({}).strengthPct[1]);
    expect(iced.range).toEqual(sure({}).range);
  });

  test("nothing that can be brewed has no range", () => {
    expect(done(surenessOf({ ...FULMAR, doseG: 5000 }, 800, SPREAD, seeded(2))).value).toBeUndefined();
  });
});
