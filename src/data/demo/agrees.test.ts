import { describe, expect, test } from "vitest";
import { USUAL_SETTINGS } from "#contract/house.ts";
import { type Basket, forecastBrew, handPours } from "#core/brew";
import { fitCurve, umAt } from "#core/grind";
import { must } from "#core/result";
import { BREWERS, COFFEES, DEMO_IDS, FILTERS, GRINDER_CURVES } from "./bench.ts";
import { demoFits, demoHistory } from "./history.ts";
import { LOFT_CONE } from "./recipes.ts";

const NOW = new Date("2026-07-14T08:30:00Z");
const { brewers, grinders } = DEMO_IDS;
const mean = (values: readonly number[]) => values.reduce((sum, each) => sum + each, 0) / values.length;

describe("the demo house agrees with itself", () => {
  test("Loft cone: its recipe, its forecast with what was fitted, and its history say one time and one strength", () => {
    const brewer = BREWERS.find(({ id }) => id === brewers.cone)!;
    const drag = FILTERS.find(({ id }) => id === brewer.filterId)!.drag ?? 1;
    const fit = demoFits(NOW).find(({ brewerId }) => brewerId === brewers.cone)!;
    const curve = GRINDER_CURVES.find(({ grinderId }) => grinderId === grinders.dunlin)!;
    const forecast = must(
      forecastBrew({
        doseG: LOFT_CONE.doseG,
        grindUm: umAt(must(fitCurve(curve.points)), LOFT_CONE.dialSetting!),
        waterTempC: LOFT_CONE.waterTempC,
        basket: brewer.basket as Basket,
        retentionGPerG: brewer.retentionGPerG,
        coffee: { densityGPerMl: COFFEES.find(({ id }) => id === DEMO_IDS.coffees.saltmarsh)!.densityGPerMl },
        factors: { permeability: fit.permeability / drag, extraction: fit.extraction },
        pours: handPours(LOFT_CONE),
      }),
    );
    const brewed = demoHistory(NOW).filter(({ brewerId }) => brewerId === brewers.cone);
    const [timeS, strengthPct] = [
      mean(brewed.flatMap((each) => each.brewTimeS ?? [])),
      mean(brewed.flatMap((each) => each.strengthPct ?? [])),
    ];
    for (const time of [forecast.brewTimeS, timeS]) expect(Math.abs(time - LOFT_CONE.doneS!)).toBeLessThan(6);
    for (const strength of [forecast.strengthPct, strengthPct])
      expect(Math.abs(strength - LOFT_CONE.strengthPct!)).toBeLessThan(0.04);
    expect(Math.abs(forecast.yieldG - LOFT_CONE.weighedG!)).toBeLessThan(2);
  });

  test("batches before the grinder moved lie in the house's windows", () => {
    const { window, brewTimeS } = USUAL_SETTINGS;
    const early = demoHistory(NOW).filter(
      ({ at, note }) => at < new Date("2026-06-20T00:00:00Z") && note === "",
    );
    const within = early.filter(
      ({ strengthPct }) =>
        strengthPct === null ||
        strengthPct === undefined ||
        (strengthPct >= window.strengthPct[0] && strengthPct <= window.strengthPct[1]),
    );
    expect(within.length / early.length).toBeGreaterThan(0.97);
    const big = early.filter(({ brewerId }) => brewerId === brewers.fulmar);
    const inTime = big.filter(({ waterG, brewTimeS: timeS }) => {
      const usualS = waterG / 12 + brewTimeS.afterSpray;
      return Math.abs(timeS! / usualS - 1) < brewTimeS.sprayWithinPct / 100;
    });
    expect(inTime.length / big.length).toBeGreaterThan(0.95);
  });
});
