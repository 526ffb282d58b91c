import type { CardEffect } from "#contract/cardEffect.ts";
import { findBenchRecipe } from "#data/benchRecipes.ts";
import { readCardsOfRecipe } from "#data/cards.ts";
import { NOT_A_RECIPE } from "#words/recipes";
import { Refusal } from "./action.ts";
import { benchOf } from "./bench.ts";
import { effectsOn } from "./cardEffects.ts";
import { database } from "./database.ts";

/**
 * Every card of a recipe as one of its versions would make it, by the cards' sites.
 *
 * @throws `Refusal` where there is no such version
 */
export async function effectsOfVersion(
  versionId: string,
  signal?: AbortSignal,
): Promise<readonly (readonly [siteId: string, effects: readonly CardEffect[]])[]> {
  const to = await findBenchRecipe(database(), versionId);
  if (!to) throw new Refusal(NOT_A_RECIPE, { code: "notThere" });
  const bySite: (readonly [string, readonly CardEffect[]])[] = [];
  for (const { id: siteId } of (await benchOf(""))?.sites ?? []) {
    const bench = await benchOf(siteId);
    if (!bench) continue;
    const cards = await readCardsOfRecipe(database(), siteId, to.recipeId, bench.today);
    if (cards.length > 0) bySite.push([siteId, await effectsOn(cards, bench, { by: "version", to }, signal)]);
  }
  return bySite;
}
