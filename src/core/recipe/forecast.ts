import {
  type Basket,
  type Brew,
  type BrewCurves,
  type BrewFailure,
  type Factors,
  forecastCurves,
  forecastSteep,
  handPours,
  type Pour,
  type SprayMode,
  type SteepCurves,
  sprayPours,
  usualSpray,
  waterOf,
} from "#core/brew";
import { fail, ok, type Result } from "#core/result";
import type { Recipe } from "./recipe.ts";
import type { Bed } from "./scaled.ts";

/** A recipe's equipment, as the forecast takes it. */
export interface RecipeBench {
  readonly kind: "batch" | "hand" | "press";
  /** Null where nobody measured it. */
  readonly basket: Basket | null;
  readonly sprays: readonly SprayMode[];
  /** µm; undefined where the dial has no curve and no texture was written down. */
  readonly grindUm: number | undefined;
  readonly retentionGPerG: number;
  readonly densityGPerMl: number;
  readonly factors: Factors;
  readonly roomTempC: number;
}

export type RecipeForecastFailure =
  | BrewFailure
  | { readonly code: "noBasket" }
  | { readonly code: "noGrind" }
  | { readonly code: "noSteep" };

export interface RecipeForecast {
  /** To the last drip, or to the end of the press; s */
  readonly timeS: number;
  /** Ice melted and dilution counted in. */
  readonly yieldG: number;
  readonly strengthPct: number;
  readonly extractionPct: number;
  readonly brewed:
    | { readonly by: "bed"; readonly brew: Brew & { readonly curves: BrewCurves } }
    | { readonly by: "steep"; readonly curves: SteepCurves };
}

/** A recipe's bed, without its water; undefined where its basket or its grind is not known. */
export function bedOf({ doseG, waterTempC }: Recipe, bench: RecipeBench): Bed | undefined {
  const { basket, grindUm, retentionGPerG, densityGPerMl, factors } = bench;
  if (!basket || grindUm === undefined) return undefined;
  return { doseG, waterTempC, grindUm, basket, retentionGPerG, coffee: { densityGPerMl }, factors };
}

/** A recipe's water as it runs: as it is poured, or as its brewer sprays it. */
export function poursOf(
  recipe: Recipe,
  { kind, sprays }: Pick<RecipeBench, "kind" | "sprays">,
): readonly Pour[] {
  if (kind === "hand") return handPours(recipe);
  const waterG = waterOf(recipe);
  return sprayPours(waterG, sprays.length > 0 ? sprays : [usualSpray(waterG)]);
}

/** Forecast of a recipe as it is written: through its bed, or steeped and pressed; thinned by ice and additions. */
export function forecastRecipe(
  recipe: Recipe,
  bench: RecipeBench,
): Result<RecipeForecast, RecipeForecastFailure> {
  const { doseG, iceG, dilutionG, press } = recipe;
  if (bench.grindUm === undefined) return fail({ code: "noGrind" });
  const addedG = iceG + dilutionG;
  const inCup = (out: { readonly yieldG: number; readonly extractionPct: number }) => ({
    yieldG: out.yieldG + addedG,
    extractionPct: out.extractionPct,
    strengthPct: (out.extractionPct * doseG) / (out.yieldG + addedG),
  });
  if (bench.kind === "press") {
    if (!press) return fail({ code: "noSteep" });
    const { steepS, stirred, pressS } = press;
    const steep = forecastSteep({
      doseG,
      waterG: waterOf(recipe),
      grindUm: bench.grindUm,
      waterTempC: recipe.waterTempC,
      steepS,
      stirred,
      ending: "pressed",
      retentionGPerG: bench.retentionGPerG,
      roomTempC: bench.roomTempC,
      factors: bench.factors,
    });
    if (!steep.ok) return steep;
    const { curves } = steep.value;
    return ok({ timeS: steepS + pressS, ...inCup(steep.value), brewed: { by: "steep", curves } });
  }
  const bed = bedOf(recipe, bench);
  if (!bed) return fail({ code: "noBasket" });
  const brew = forecastCurves({ ...bed, pours: poursOf(recipe, bench) });
  if (!brew.ok) return brew;
  return ok({
    timeS: brew.value.brewTimeS,
    ...inCup(brew.value),
    brewed: { by: "bed", brew: brew.value },
  });
}
