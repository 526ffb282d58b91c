import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { forecastBrew, handPours, startOf, usualSpray, waterOf } from "#core/brew";
import { must } from "#core/result";
import { soundRecipe } from "#tests/arbitraries/recipe.ts";
import { LOFT_RECIPE, SLACK_RECIPE } from "#tests/recipes.ts";
import {
  amountOf,
  asSpray,
  type BrewedWith,
  bedOf,
  bloomMultiple,
  faultsOf,
  forecastRecipe,
  MOST_POURS,
  type PourAct,
  poured,
  poursOf,
  type Recipe,
  type RecipeBench,
  ratioOf,
  scaledRhythm,
  shared,
  spoonsToG,
  toGrindG,
  waterForRatio,
  weighedRetention,
} from "./index.ts";

const CONE: BrewedWith = { kind: "hand", retentionGPerG: 2.23, dial: { min: 0, max: 60 } };
const LOFT_BENCH: RecipeBench = {
  kind: "hand",
  basket: { shape: "cone", topDiameterMm: 116, bottomDiameterMm: 0, heightMm: 95 },
  sprays: [],
  grindUm: 800,
  retentionGPerG: 2.23,
  densityGPerMl: 0.4,
  factors: { permeability: 1 / 1.2 },
  roomTempC: 21,
};
const PRESS: Recipe = {
  ...LOFT_RECIPE,
  doseG: 60,
  blooms: false,
  pours: [{ ...LOFT_RECIPE.pours[0]!, toG: 600 }],
  press: { steepS: 300, stirred: true, pressS: 30, turnedOver: false },
  dilutionG: 300,
  weighedG: null,
  strengthPct: null,
  doneS: null,
};
const totals = ({ pours }: Recipe) => pours.map(({ toG }) => toG);
const codes = (recipe: Recipe, made = CONE) =>
  faultsOf(recipe, made).map(({ field, code }) => `${field} ${code}`);
const withPour = (i: number, to: Partial<Recipe["pours"][number]>, recipe = LOFT_RECIPE): Recipe => ({
  ...recipe,
  pours: recipe.pours.map((pour, place) => (place === i ? { ...pour, ...to } : pour)),
});

describe("the ratio", () => {
  test("22 g : 352 g is 1:16 poured; with 303 g in the cup, 1:13.8 there", () => {
    expect(ratioOf(LOFT_RECIPE, 2.23)).toBe(16);
    const kept = weighedRetention(LOFT_RECIPE)!;
    expect(kept).toBeCloseTo(49 / 22, 12);
    expect(ratioOf({ ...LOFT_RECIPE, ratioBasis: "cup" }, kept)).toBeCloseTo(303 / 22, 12);
  });

  test("ice is counted, and the water for a ratio is what the ice leaves", () => {
    expect(ratioOf(SLACK_RECIPE, 2.15)).toBe(15);
    expect(waterForRatio(SLACK_RECIPE, 15, 2.15)).toBe(222);
    fc.assert(
      fc.property(soundRecipe, fc.double({ min: 1.8, max: 2.5, noNaN: true }), (recipe, kept) => {
        expect(waterForRatio(recipe, ratioOf(recipe, kept), kept)).toBeCloseTo(waterOf(recipe), 6);
      }),
    );
  });

  test("with a tenth sifted off, 22 g take 24.4 g of grinding", () => {
    expect(toGrindG({ doseG: 22, siftLossPct: 10 })).toBeCloseTo(24.44, 2);
  });
});

describe("what cannot be as it is written", () => {
  test("a sound recipe has no fault, of whatever kind", () => {
    expect(codes(LOFT_RECIPE)).toEqual([]);
    expect(codes(SLACK_RECIPE)).toEqual([]);
    expect(codes(PRESS, { ...CONE, kind: "press" })).toEqual([]);
    fc.assert(
      fc.property(soundRecipe, (recipe) => {
        expect(codes(recipe)).toEqual([]);
      }),
    );
  });

  test.each<[string, Recipe, string]>([
    ["a total that goes down", withPour(2, { toG: 140 }), "pours.2.toG totalsGoDown"],
    ["a total that stands still", withPour(2, { toG: 150 }), "pours.2.toG totalsGoDown"],
    ["a bloom of nothing", withPour(0, { toG: 0 }), "pours.0.toG bloomNone"],
    ["a bloom that is all the water", withPour(0, { toG: 352 }), "pours.0.toG bloomIsAll"],
    ["two pours at one time", withPour(2, { start: { atS: 40 } }), "pours.2.start poursAtOneTime"],
    ["a pour before the one before", withPour(3, { start: { atS: 60 } }), "pours.3.start poursAtOneTime"],
    ["a pour that runs into the next", withPour(1, { pace: { gPerS: 2 } }), "pours.2.start poursOverlap"],
    ["a first pour that waits", withPour(0, { start: { atS: 5 } }), "pours.0.start firstPourLater"],
    ["a pace to a time before it begins", withPour(2, { pace: { byS: 70 } }), "pours.2.pace paceTooEarly"],
    [
      "a pace to a time when the bed says when",
      withPour(3, { start: { whenDrained: true }, pace: { byS: 170 } }),
      "pours.3.pace paceNeedsTime",
    ],
    ["done before the last pour", { ...LOFT_RECIPE, doneS: 110 }, "doneS doneTooEarly"],
    ["more out than in", { ...LOFT_RECIPE, weighedG: 352 }, "weighedG moreCameOut"],
    ["a bed that keeps it all", { ...LOFT_RECIPE, doseG: 200, weighedG: null }, "hotWaterG bedHoldsAll"],
    ["a range the wrong way round", { ...LOFT_RECIPE, doseRangeG: [24, 20] }, "doseRangeG rangeTurned"],
    ["a dose outside its range", { ...LOFT_RECIPE, doseRangeG: [18, 21] }, "doseG doseOutsideRange"],
    ["off the dial", { ...LOFT_RECIPE, dialSetting: 60.5 }, "dialSetting offTheDial"],
    ["not ground at all", { ...LOFT_RECIPE, dialSetting: null }, "dialSetting notGround"],
    ["cups too small", { ...LOFT_RECIPE, portions: { cups: 2, fillG: 150 } }, "portions.fillG cupsTooSmall"],
  ])("%s", (_, recipe, said) => {
    expect(codes(recipe)).toContain(said);
  });

  test("two hundred pours are one fault, not two hundred", () => {
    const pours = Array.from({ length: 200 }, (_, i) => ({
      ...LOFT_RECIPE.pours[0]!,
      toG: 2 * (i + 1),
      start: { atS: i },
    }));
    expect(codes({ ...LOFT_RECIPE, pours, doneS: null })).toEqual(["pours tooManyPours"]);
    expect(
      codes({ ...LOFT_RECIPE, blooms: false, pours: pours.slice(0, MOST_POURS), weighedG: null }),
    ).not.toContain("pours tooManyPours");
  });

  test("a press says how long it steeps, a step at a time says when, a dial needs its grinder", () => {
    expect(codes({ ...PRESS, press: null }, { ...CONE, kind: "press" })).toContain("press.steepS noSteep");
    const step = { when: "at" as const, atS: null, act: "stir" as const, note: "", staysG: null };
    expect(codes({ ...LOFT_RECIPE, steps: [step] })).toEqual(["steps.0.atS stepNeedsTime"]);
    expect(codes(LOFT_RECIPE, { ...CONE, dial: null })).toEqual(["dialSetting notGround"]);
    expect(
      codes({ ...LOFT_RECIPE, dialSetting: null, texture: "table salt" }, { ...CONE, dial: null }),
    ).toEqual([]);
  });
});

describe("writing on the water", () => {
  test("an amount moves all later totals; a total moves only the next amount", () => {
    expect(totals(poured(LOFT_RECIPE, { type: "amount", pour: 1, waterG: 105 }))).toEqual([
      55, 160, 260, 362,
    ]);
    expect(totals(poured(LOFT_RECIPE, { type: "total", pour: 1, toG: 160 }))).toEqual([55, 160, 250, 352]);
  });

  test("a bloom of three times the dose leaves the other totals", () => {
    const next = poured(LOFT_RECIPE, { type: "bloom", multiple: 3 });
    expect(totals(next)).toEqual([66, 150, 250, 352]);
    expect(bloomMultiple(next)).toBe(3);
  });

  test("another dose keeps the ratio and the bloom's multiple; another water keeps the bloom", () => {
    const larger = poured(SLACK_RECIPE, { type: "dose", doseG: 30 });
    expect([waterOf(larger), larger.iceG]).toEqual([277.5, 172.5]);
    expect(bloomMultiple(larger)).toBeCloseTo(70 / 24, 12);
    const longer = poured(LOFT_RECIPE, { type: "water", waterG: 374 });
    expect([longer.pours[0]!.toG, waterOf(longer)]).toEqual([55, 374]);
    expect(longer.pours.map(startOf)).toEqual(LOFT_RECIPE.pours.map(startOf));
  });

  test("pours change places and times stay; a pace to a time stays with the time", () => {
    const paced = withPour(1, { pace: { byS: 60 } });
    const next = poured(paced, { type: "move", from: 1, to: 3 });
    expect(totals(next)).toEqual([55, 155, 257, 352]);
    expect(next.pours.map(startOf)).toEqual([0, 40, 75, 110]);
    expect(next.pours.map(({ pace }) => pace)).toEqual([null, { byS: 60 }, null, null]);
  });

  test("a pour is split in half its water and half its time, and taken away again", () => {
    const next = poured(LOFT_RECIPE, { type: "split", pour: 2 });
    expect(totals(next)).toEqual([55, 150, 200, 250, 352]);
    expect(next.pours.map(startOf)).toEqual([0, 40, 75, 93, 110]);
    expect(totals(poured(next, { type: "remove", pour: 2 }))).toEqual(totals(LOFT_RECIPE));
    expect(totals(poured(LOFT_RECIPE, { type: "remove", pour: 3 }))).toEqual([55, 150, 352]);
    const bare = poured(LOFT_RECIPE, { type: "remove", pour: 0 });
    expect([bare.blooms, startOf(bare.pours[0])]).toEqual([false, 0]);
  });

  test("the last pour stays, a list never grows past its end, and a pour that is not there is left alone", () => {
    expect(poured(PRESS, { type: "remove", pour: 0 })).toBe(PRESS);
    let recipe = LOFT_RECIPE;
    for (let i = 0; i < 40; i++) recipe = poured(recipe, { type: "split", pour: recipe.pours.length - 1 });
    expect(recipe.pours).toHaveLength(MOST_POURS);
    expect(poured(LOFT_RECIPE, { type: "amount", pour: 9, waterG: 5 })).toBe(LOFT_RECIPE);
  });

  const act: fc.Arbitrary<PourAct> = fc.oneof(
    fc.record({
      type: fc.constant("amount" as const),
      pour: fc.nat(8),
      waterG: fc.integer({ min: 5, max: 200 }),
    }),
    fc.record({ type: fc.constant("move" as const), from: fc.nat(8), to: fc.nat(8) }),
    fc.record({ type: fc.constant("split" as const), pour: fc.nat(8) }),
    fc.record({ type: fc.constant("remove" as const), pour: fc.nat(8) }),
    fc.record({ type: fc.constant("dose" as const), doseG: fc.integer({ min: 10, max: 40 }) }),
  );
  test("whatever is done, the totals are the sum of the amounts, and they rise", () => {
    fc.assert(
      fc.property(soundRecipe, fc.array(act, { maxLength: 12 }), (start, acts) => {
        const recipe = acts.reduce(poured, start);
        let sum = 0;
        recipe.pours.forEach(({ toG }, i) => {
          sum += amountOf(recipe.pours, i);
          expect(sum).toBeCloseTo(toG, 6);
          expect(amountOf(recipe.pours, i)).toBeGreaterThan(0);
        });
        expect(startOf(recipe.pours[0])).toBe(0);
      }),
    );
  });
});

describe("the forecast of a recipe", () => {
  test("through its bed as it is poured; ice and dilution thin it by their share", () => {
    const hot = must(forecastRecipe(LOFT_RECIPE, LOFT_BENCH));
    const bed = must(forecastBrew({ ...bedOf(LOFT_RECIPE, LOFT_BENCH)!, pours: handPours(LOFT_RECIPE) }));
    expect([hot.timeS, hot.extractionPct]).toEqual([bed.brewTimeS, bed.extractionPct]);
    const thinned = must(forecastRecipe({ ...LOFT_RECIPE, iceG: 100, dilutionG: 50 }, LOFT_BENCH));
    expect(thinned.yieldG).toBeCloseTo(hot.yieldG + 150, 9);
    expect(thinned.strengthPct * thinned.yieldG).toBeCloseTo(hot.strengthPct * hot.yieldG, 6);
  });

  test("a press: longer and finer give more, stirring too; it ends when it is pressed", () => {
    const bench = { ...LOFT_BENCH, kind: "press" as const, grindUm: 1000, retentionGPerG: 1.9 };
    const strength = (press: Partial<NonNullable<Recipe["press"]>>, um = 1000) =>
      must(forecastRecipe({ ...PRESS, press: { ...PRESS.press!, ...press } }, { ...bench, grindUm: um }))
        .strengthPct;
    expect(strength({ steepS: 480 })).toBeGreaterThan(strength({}));
    expect(strength({ stirred: false })).toBeLessThan(strength({}));
    expect(strength({}, 800)).toBeGreaterThan(strength({}));
    const upright = must(forecastRecipe(PRESS, bench));
    expect([upright.timeS, upright.yieldG]).toEqual([330, 600 - 1.9 * 60 + 300]);
  });

  test("what it needs and has not is named", () => {
    const failure = (recipe: Recipe, bench: Partial<RecipeBench>) => {
      const forecast = forecastRecipe(recipe, { ...LOFT_BENCH, ...bench });
      return forecast.ok ? "a forecast" : forecast.failure.code;
    };
    expect(failure(LOFT_RECIPE, { grindUm: undefined })).toBe("noGrind");
    expect(failure(LOFT_RECIPE, { basket: null })).toBe("noBasket");
    expect(failure(LOFT_RECIPE, { kind: "press" })).toBe("noSteep");
    expect(failure({ ...LOFT_RECIPE, doseG: 300 }, {})).toBe("doseOverBasket");
  });
});

describe("the rhythm at another size", () => {
  const from = bedOf(LOFT_RECIPE, LOFT_BENCH)!;
  const said = (scaled: ReturnType<typeof scaledRhythm>) => scaled.changes.map(({ code }) => code);

  test("more coffee in one cone draws down more slowly: the times are stretched as the forecast is", () => {
    const scaled = scaledRhythm({
      rhythm: LOFT_RECIPE,
      from,
      to: { ...from, doseG: 30 },
      doseG: 30,
      waterG: 480,
    });
    expect(said(scaled)).toEqual(["bloomKept", "sharesKept", "timesStretched"]);
    const stretched = scaled.changes.find(({ code }) => code === "timesStretched");
    const by = stretched?.code === "timesStretched" ? stretched.by : Number.NaN;
    expect(by).toBeGreaterThan(1);
    expect(startOf(scaled.rhythm.pours[1])).toBe(40);
    expect(startOf(scaled.rhythm.pours[3])).toBeCloseTo(40 + 70 * by, 9);
    const source = must(forecastBrew({ ...from, pours: handPours(LOFT_RECIPE) }));
    // As the whole brew after the bloom's wait is stretched, to what the bisection stops at.
    expect(scaled.brewTimeS! - 40).toBeCloseTo(by * (source.brewTimeS - 40), -0.5);
  });

  test("to its own size nothing is stretched", () => {
    const scaled = scaledRhythm({ rhythm: LOFT_RECIPE, from, to: from, doseG: 22, waterG: 352 });
    expect(said(scaled)).toEqual(["bloomKept", "timesStretched"]);
    for (const [i, pour] of scaled.rhythm.pours.entries()) {
      expect(Math.abs(startOf(pour)! - startOf(LOFT_RECIPE.pours[i])!)).toBeLessThan(1);
    }
  });

  test("over ice its water is cut, its bloom kept, and it is over sooner", () => {
    const scaled = scaledRhythm({ rhythm: LOFT_RECIPE, from, to: from, doseG: 22, waterG: 218, iceG: 134 });
    expect(said(scaled)).toEqual(["recutToIced", "bloomKept", "sharesKept", "timesStretched"]);
    expect(scaled.rhythm.pours[0]!.toG).toBe(55);
    expect(startOf(scaled.rhythm.pours[3])!).toBeLessThan(110);
  });

  test("without a bed the times go by the water; a bloom that is all the water is shared", () => {
    const scaled = scaledRhythm({
      rhythm: LOFT_RECIPE,
      from: undefined,
      to: undefined,
      doseG: 22,
      waterG: 50,
    });
    expect(said(scaled)).toEqual(["bloomShared", "sharesKept", "timesByWater"]);
    expect(scaled.brewTimeS).toBeUndefined();
  });

  test("as a spray: the bloom's share and pause, a pulse for each pour, and the same stretch of time", () => {
    const spray = asSpray(LOFT_RECIPE);
    expect(spray).toMatchObject({ pulses: 3, upToG: 352 });
    expect(spray.bloomPct).toBeCloseTo(15.625, 9);
    expect(spray.rateGPerS).toBeCloseTo(297 / (110 + 17 - 40), 9);
    expect(spray.bloomS).toBeCloseTo(40 - 55 / spray.rateGPerS, 9);
    expect(asSpray({ ...LOFT_RECIPE, blooms: false })).toMatchObject({ bloomPct: 0, bloomS: 0, pulses: 4 });
    // One pour is all the water, and blooms for nothing.
    const once = { ...LOFT_RECIPE, pours: LOFT_RECIPE.pours.slice(-1) };
    expect(asSpray(once)).toMatchObject({ bloomPct: 0, bloomS: 0, pulses: 1, upToG: 352 });
  });

  test("a brewer whose spray nobody noted sprays as brewers mostly do", () => {
    const waterG = waterOf(LOFT_RECIPE);
    const usual = poursOf(LOFT_RECIPE, { kind: "batch", sprays: [usualSpray(waterG)] });
    expect(poursOf(LOFT_RECIPE, { kind: "batch", sprays: [] })).toEqual(usual);
    expect(usual.reduce((sum, pour) => sum + pour.waterG, 0)).toBeCloseTo(waterG, 9);
  });
});

test("a concentrate shared: 786 g in four cups of 220 g are 196.5 g each and 23.5 g more; solids stay", () => {
  const share = shared({ yieldG: 786, strengthPct: 1.14 }, { cups: 4, fillG: 220 });
  expect(share).toMatchObject({ shareG: 196.5, topUpG: 23.5 });
  expect(share.strengthPct! * 220).toBeCloseTo(1.14 * 196.5, 9);
  expect(shared({ yieldG: 500, strengthPct: undefined }, { cups: 2, fillG: 200 })).toEqual({
    shareG: 250,
    topUpG: 0,
    strengthPct: undefined,
  });
});

test("three tablespoons at 0.4 g/ml are roughly 18 g, give or take a fifth", () => {
  expect(spoonsToG({ count: 3, spoon: "tablespoon", densityGPerMl: 0.4 })).toEqual({
    doseG: 18,
    fromG: expect.closeTo(14.4, 9),
    toG: expect.closeTo(21.6, 9),
  });
});
