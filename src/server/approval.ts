import type { RecipeVersion } from "#contract/recipe.ts";
import type { Act } from "#data/audit.ts";
import { findBenchRecipe } from "#data/bench.ts";
import { readCardsOfRecipe } from "#data/cards.ts";
import { findVersion, setStandard } from "#data/recipes.ts";
import { remade } from "#scaling/remade.ts";
import { NOT_A_RECIPE } from "#words/index.ts";
import { Refusal } from "./action.ts";
import { afterOf, type CardEffect, remakeAll } from "./cardEffects.ts";
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
  const madeFrom = [...new Set(cards.map(({ sheet }) => sheet.madeWith.recipeVersionId))];
  const versions = new Map(
    await Promise.all(madeFrom.map(async (id) => [id, await findBenchRecipe(db, id)] as const)),
  );
  const effects: CardEffect[] = [];
  for (const { id, site, days, draft, sheet } of cards) {
    const from = versions.get(sheet.madeWith.recipeVersionId);
    const bench = await benchOf(site.id);
    const made = from && bench && remade(sheet, from, to, bench);
    if (!made) continue;
    effects.push({ id, site: site.name, days, before: sheet, wasDraft: draft, after: afterOf(made) });
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
  return database().transaction(async (tx) => {
    const stands = await setStandard(tx, versionId, by);
    if (!stands) throw new Refusal("A draft cannot be the standard: keep it first.");
    return { changed: await remakeAll(tx, chosen, by) };
  });
}
