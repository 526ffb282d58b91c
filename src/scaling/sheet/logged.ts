import type { LoggedBatch } from "#contract/batch.ts";
import type { Bench, BenchBrewer, BenchGrinder } from "#contract/bench.ts";
import { type BrewInput, type ClockAndMeter, usualRhythm, usualSpray } from "#core/brew";
import { fitCurve, umAt } from "#core/grind";
import { brewInputOf, type Programme } from "#core/outlook";
import { brewTempOf } from "./solved.ts";

/** A batch of the log, as far as it can be forecast. */
export type Forecastable = Pick<
  LoggedBatch,
  | "coffeeId"
  | "recipeVersionId"
  | "method"
  | "dialSetting"
  | "doseG"
  | "waterG"
  | "iceG"
  | "brewTimeS"
  | "strengthPct"
  | "sampledAt"
> & { readonly densityGPerMl: number | null };

/** A logged batch as the forecast takes it, with what was measured of it. */
export interface LoggedBrew {
  readonly brew: BrewInput;
  /** Ice, where the strength was sampled after it had melted. */
  readonly addedG: number;
  readonly measured: ClockAndMeter;
}

/**
 * A logged batch as it was brewed, at factors of 1 but for the filter's drag; undefined where its basket, its coffee or
 * its grind is not known. Water is as warm as its recipe says, or one of its coffee: nobody logs it.
 */
export function loggedBrew(
  batch: Forecastable,
  brewer: BenchBrewer,
  grinder: BenchGrinder,
  bench: Bench,
): LoggedBrew | undefined {
  // A concentrate lies in its water: no bed is forecast.
  if (batch.method === "steep") return undefined;
  const { basket, retentionGPerG, filter } = brewer;
  const coffee = bench.coffees.find(({ id }) => id === batch.coffeeId);
  const curve = fitCurve(grinder.curve);
  if (!basket || brewer.kind === "press" || !curve.ok || batch.dialSetting === null || !coffee)
    return undefined;
  const recipe =
    bench.recipes.find(({ versionId }) => versionId === batch.recipeVersionId) ??
    bench.recipes.find(({ coffeeId, brewerId }) => coffeeId === coffee.id && brewerId === brewer.id) ??
    bench.recipes.find(({ coffeeId }) => coffeeId === coffee.id) ??
    bench.recipes[0];
  if (!recipe) return undefined;
  const { doseG, waterG, iceG, densityGPerMl, dialSetting, brewTimeS, strengthPct, sampledAt } = batch;
  const programme: Programme =
    brewer.kind === "hand"
      ? { by: "hand", rhythm: recipe.brewer.kind === "hand" ? recipe : usualRhythm() }
      : { by: "spray", modes: brewer.sprays.length > 0 ? brewer.sprays : [usualSpray(waterG)] };
  const plan = {
    doseG,
    waterG,
    addedG: iceG,
    programme,
    basket,
    waterTempC: brewTempOf({ recipe, brewer }, bench).tempC,
    retentionGPerG,
    densityGPerMl: densityGPerMl ?? coffee.densityGPerMl,
    factors: { permeability: 1 / filter.drag, extraction: 1 },
    limits: { paperMm: basket.heightMm },
  };
  // A sample from an iced glass is thinned by ice that nobody weighed.
  const tells = !(iceG > 0 && sampledAt === "inGlass");
  return {
    brew: brewInputOf(plan, umAt(curve.value, dialSetting)),
    addedG: sampledAt === "beforeIce" ? 0 : iceG,
    measured: { timeS: brewTimeS, strengthPct: tells ? strengthPct : null },
  };
}
