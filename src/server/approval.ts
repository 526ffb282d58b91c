import type { RecipeVersion } from "#contract/recipe.ts";
import type { Act } from "#data/audit.ts";
import { findBenchRecipe } from "#data/bench.ts";
import { readCardsOfRecipe } from "#data/cards.ts";
import { findVersion, setStandard } from "#data/recipes.ts";
import { transact } from "#data/transact.ts";
import { remade } from "#scaling/remade.ts";
import { NOT_A_RECIPE } from "#words/index.ts";
import { Refusal } from "./action.ts";
import { type CardEffect, effectOn, remakeAll } from "./cardEffects.ts";
import { database } from "./database.ts";
import { benchOf, siteToday } from "./site.ts";

/** Every card of a recipe, as a version would make it. */
export async function effectsOf(versionId: string): Promise<{
  readonly version: RecipeVersion & { readonly recipeId: string; readonly name: string };
  readonly effects: readonly CardEffect[];
}> {
  const db = database();
  const [version, to] = await Promise.all([findVersion(db, versionId), findBenchRecipe(db, versionId)]);
  if (!version || !to) throw new Refusal(NOT_A_RECIPE, { code: "notThere" });
  const cards = await readCardsOfRecipe(db, version.recipeId, await siteToday());
  const madeFrom = [...new Set(cards.map(({ recipeVersionId }) => recipeVersionId))];
  const versions = new Map(
    await Promise.all(madeFrom.map(async (id) => [id, await findBenchRecipe(db, id)] as const)),
  );
  const effects: CardEffect[] = [];
  for (const card of cards) {
    const from = versions.get(card.recipeVersionId);
    const bench = await benchOf(card.siteId);
    if (from && bench) effects.push(effectOn(card, remade(card.sheet, from, to, bench)));
  }
  return { version, effects };
}

/** Makes a version the standard, and the chosen cards follow; what cannot follow stays as it is. */
export async function approve(
  { versionId, cardIds }: { readonly versionId: string; readonly cardIds: readonly string[] },
  by: Act,
): Promise<{ readonly changed: number }> {
  const { effects } = await effectsOf(versionId);
  const chosen = effects.filter(({ id }) => cardIds.includes(id));
  return transact(database(), async (tx) => {
    const stands = await setStandard(tx, versionId, by);
    if (!stands) throw new Refusal("A draft cannot be the standard: keep it first.");
    return { changed: await remakeAll(tx, chosen, by) };
  });
}
