import { describe, expect, test } from "vitest";
import type { BenchBrewer } from "#contract/bench.ts";
import { clockAndMeterAt, fitFactors, forecastBrew } from "#core/brew";
import { must } from "#core/result";
import { BENCH, LOFT_CONE } from "#tests/pierHead.ts";
import { type Forecastable, loggedBrew } from "./logged.ts";

const FULMAR = BENCH.brewers[0]!;
const CHOUGH = BENCH.grinders[0]!;
const POT: Forecastable = {
  coffeeId: "saltmarsh",
  recipeVersionId: null,
  method: null,
  dialSetting: 9.5,
  doseG: 202,
  waterG: 3229,
  iceG: 0,
  brewTimeS: 352,
  strengthPct: 1.38,
  sampledAt: "inGlass",
  densityGPerMl: 0.38,
};
const told = (change: Partial<Forecastable> = {}, brewer: BenchBrewer = FULMAR) =>
  loggedBrew({ ...POT, ...change }, brewer, CHOUGH, BENCH);

describe("a logged batch, as the forecast takes it", () => {
  test("is as it was brewed: its own bag, its dial's grind, its brewer's spray", () => {
    const { brew, addedG, measured } = told()!;
    expect(brew).toMatchObject({ doseG: 202, waterTempC: 93, coffee: { densityGPerMl: 0.38 } });
    expect(brew.grindUm).toBeCloseTo(800, 6);
    expect(brew.pours.reduce((sum, { waterG }) => sum + waterG, 0)).toBeCloseTo(3229, 6);
    expect([addedG, measured]).toEqual([0, { timeS: 352, strengthPct: 1.38 }]);
    expect(forecastBrew(brew).ok).toBe(true);
    expect(told({ densityGPerMl: null })?.brew.coffee?.densityGPerMl).toBe(0.4);
  });

  test("ice counts where it had melted, not before it, and in a glass nobody can tell", () => {
    const iced = { iceG: 1100, waterG: 1667, doseG: 184 };
    expect(told({ ...iced, sampledAt: "melted" })).toMatchObject({
      addedG: 1100,
      measured: { strengthPct: 1.38 },
    });
    expect(told({ ...iced, sampledAt: "beforeIce" })).toMatchObject({
      addedG: 0,
      measured: { strengthPct: 1.38 },
    });
    expect(told({ ...iced, sampledAt: "inGlass" })?.measured).toEqual({ timeS: 352, strengthPct: null });
  });

  test("by hand it is poured as the coffee's recipe is", () => {
    const cone = { ...FULMAR, kind: "hand" as const, basket: LOFT_CONE.basket };
    const poured = told({ doseG: 22, waterG: 352 }, cone)!;
    expect(poured.brew.pours).toHaveLength(LOFT_CONE.pours.length);
  });

  test("its water is as warm as the recipe that it was brewed by, where it names one", () => {
    const hotter = { ...LOFT_CONE, versionId: "hotter", waterTempC: 96 };
    const bench = { ...BENCH, recipes: [...BENCH.recipes, hotter] };
    const tempOf = (recipeVersionId: string | null) =>
      loggedBrew({ ...POT, recipeVersionId }, FULMAR, CHOUGH, bench)!.brew.waterTempC;
    expect([tempOf("hotter"), tempOf(null), tempOf("gone")]).toEqual([96, 93, 93]);
    // Without one it goes by its coffee's recipe on its brewer, else by its coffee's, else by any.
    const of = (...recipes: (typeof LOFT_CONE)[]) =>
      loggedBrew(POT, FULMAR, CHOUGH, { ...BENCH, recipes })!.brew.waterTempC;
    const other = { ...LOFT_CONE, coffeeId: "kittiwake", brewerId: "fulmar", waterTempC: 90 };
    const own = { ...LOFT_CONE, brewerId: "fulmar", waterTempC: 91 };
    expect([of(other, LOFT_CONE, own), of(other, LOFT_CONE), of(other)]).toEqual([91, 93, 90]);
  });

  test("what cannot be forecast tells nothing: no dial, no coffee, no basket, a press, a concentrate", () => {
    expect(told({ method: "steep" })).toBeUndefined();
    expect(told({ method: "bath" })).toBeDefined();
    expect(told({ dialSetting: null })).toBeUndefined();
    expect(told({ coffeeId: null })).toBeUndefined();
    expect(told({}, { ...FULMAR, basket: null })).toBeUndefined();
    expect(told({}, { ...FULMAR, kind: "press" })).toBeUndefined();
  });

  test("several of them fit a house whose beds let more through", () => {
    const brews = [9.5, 10.5, 11.5].flatMap((dialSetting) => told({ dialSetting }) ?? []);
    const truth = { permeability: 1.3, extraction: 1 };
    const fit = must(
      fitFactors(
        brews.map(({ brew, addedG }) => {
          const forecast = clockAndMeterAt(brew, addedG);
          return { measured: forecast(truth)!, forecast };
        }),
      ),
    );
    expect(fit.factors.permeability).toBeGreaterThan(1.15);
    expect(fit.odd).toEqual([]);
  });
});
