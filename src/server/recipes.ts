import type { BenchRecipe } from "#contract/bench.ts";
import type { KeptRecipe, RecipeVersion } from "#contract/recipe.ts";
import { fitFactors } from "#core/brew";
import { cleanName } from "#core/people";
import { type BrewedWith, faultsOf, forecastRecipe, type Recipe, weighedRetention } from "#core/recipe";
import type { Act } from "#data/audit.ts";
import { findBenchRecipe } from "#data/benchRecipes.ts";
import { dropDraft as dropDraftRow, keepVersion, setArchived, setFit } from "#data/recipes.ts";
import { findThing } from "#data/things.ts";
import { recipeBenchOf } from "#scaling/sheet";
import { NOT_ON_THE_BENCH } from "#words/bench";
import { nameSentence } from "#words/people";
import {
  DRAFT_GONE,
  NOT_A_RECIPE,
  RECIPE_NAME_TAKEN,
  recipeForecastSentence,
  recipeSentence,
} from "#words/recipes";
import { Refusal } from "./action.ts";
import { benchOf } from "./bench.ts";
import { database } from "./database.ts";

/** Writes a recipe's version down: as a draft, or for good. The other's, when somebody else was faster. */
export async function putRecipe(
  typed: KeptRecipe,
  by: Act,
): Promise<{ readonly revision?: number; readonly theirs?: RecipeVersion & { readonly name: string } }> {
  const name = cleanName(typed.name);
  if (!name.ok) throw new Refusal(nameSentence(name.failure), { field: "name" });
  const brewedWith = await whatItIsBrewedWith(typed);
  // A draft may be kept half written; what is kept for good must be right.
  const [fault] = typed.as === "draft" ? [] : faultsOf(typed.recipe, brewedWith);
  if (fault) throw new Refusal(recipeSentence(fault), { field: fault.field });
  const retentionGPerG = weighedRetention(typed.recipe) ?? brewedWith.retentionGPerG;
  const storedVersion = await keepVersion(database(), { ...typed, name: name.value, retentionGPerG }, by);
  if (storedVersion.ok) return storedVersion.value;
  if (storedVersion.failure.code === "nameTaken") throw new Refusal(RECIPE_NAME_TAKEN, { field: "name" });
  return { theirs: storedVersion.failure.theirs };
}

async function whatItIsBrewedWith({ brewerId, grinderId, coffeeId }: KeptRecipe): Promise<BrewedWith> {
  const [brewer, grinder, coffee] = await Promise.all([
    findThing(database(), "brewer", brewerId),
    grinderId === null ? null : findThing(database(), "grinder", grinderId),
    findThing(database(), "coffee", coffeeId),
  ]);
  if (!brewer || grinder === undefined || !coffee) throw new Refusal(NOT_ON_THE_BENCH);
  return {
    kind: brewer.figures.kind,
    retentionGPerG: brewer.figures.retentionGPerG,
    dial: grinder && { min: grinder.figures.dialMin, max: grinder.figures.dialMax },
  };
}

/** Throws a draft away. */
export async function dropDraft(typed: {
  readonly versionId: string;
  readonly revision: number;
}): Promise<void> {
  const dropped = await dropDraftRow(database(), typed);
  if (!dropped.ok) throw new Refusal(DRAFT_GONE, { code: "stale" });
}

/** Takes a recipe out of the lists, or puts it back. */
export async function archive(
  typed: { readonly id: string; readonly archived: boolean },
  by: Act,
): Promise<void> {
  if (!(await setArchived(database(), typed, by))) throw new Refusal(NOT_A_RECIPE, { code: "notThere" });
}

/** A version as the bench has it. */
export async function benchRecipe(versionId: string): Promise<BenchRecipe> {
  const version = await findBenchRecipe(database(), versionId);
  if (!version) throw new Refusal(NOT_A_RECIPE, { code: "notThere" });
  return version;
}

/** Fits the two factors of a recipe's brewer and grinder to its own cup. */
export async function fitToCup(versionId: string, by: Act): Promise<void> {
  const recipe = await benchRecipe(versionId);
  if (recipe.state === "draft") throw new Refusal("A draft is not brewed yet: keep it first.");
  const bench = await benchOf("");
  if (!bench || !recipe.grinder) {
    throw new Refusal("Factors belong to a brewer and a grinder: this recipe names no grinder.");
  }
  const own = recipeBenchOf(recipe, { ...bench, fits: [] });
  const logged = {
    // A press ends when its steep does, whatever the factors are.
    measured: { timeS: own.kind === "press" ? null : recipe.doneS, strengthPct: recipe.strengthPct },
    forecast: outcomeAt(recipe, own),
  };
  const fit = fitFactors([logged]);
  if (!fit.ok) {
    if (fit.failure.code === "nothingMeasured")
      throw new Refusal("Nothing to fit to: note when it was done, or its strength.");
    const brewed = forecastRecipe(recipe, own);
    throw new Refusal(brewed.ok ? NOT_A_RECIPE : recipeForecastSentence(brewed.failure));
  }
  const pair = { brewerId: recipe.brewerId, grinderId: recipe.grinder.id };
  await setFit(database(), pair, { ...fit.value.factors, versionId, batches: 0 }, by);
}

/** Forgets what was fitted to a recipe's brewer and grinder. */
export async function forgetFit(versionId: string, by: Act): Promise<void> {
  const { brewerId, grinder } = await benchRecipe(versionId);
  if (grinder) await setFit(database(), { brewerId, grinderId: grinder.id }, undefined, by);
}

function outcomeAt(recipe: Recipe, own: ReturnType<typeof recipeBenchOf>) {
  return ({ permeability, extraction }: { readonly permeability: number; readonly extraction: number }) => {
    const factors = { permeability: (own.factors.permeability ?? 1) * permeability, extraction };
    const brewed = forecastRecipe(recipe, { ...own, factors });
    return brewed.ok ? { timeS: brewed.value.timeS, strengthPct: brewed.value.strengthPct } : undefined;
  };
}
