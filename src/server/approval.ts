import type { CardSheet } from "#contract/card.ts";
import type { RecipeVersion } from "#contract/recipe.ts";
import type { Act } from "#data/audit.ts";
import { findBenchRecipe } from "#data/bench.ts";
import { readCardsOfRecipe, remakeCard } from "#data/cards.ts";
import { findVersion, setStandard } from "#data/recipes.ts";
import { type Remade, type RemakeFailure, remade } from "#scaling/remade.ts";
import { checkSentence, NOT_A_RECIPE, sheetFailureSentence } from "#words/index.ts";
import { Refusal } from "./action.ts";
import { database } from "./database.ts";
import { benchOf, siteToday } from "./site.ts";

/** A card that rests on a recipe, as it is and as it would be. */
export interface CardEffect {
  readonly id: string;
  readonly site: string;
  /** Days from today on whose lists it stands. */
  readonly days: readonly string[];
  readonly before: CardSheet;
  readonly wasDraft: boolean;
  readonly after:
    | { readonly sheet: CardSheet; readonly draft: boolean }
    /** It stays as it is, and why. */
    | { readonly stays: string };
}

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
    const after = made.ok ? whole(made.value) : { stays: staysSentence(made.failure) };
    effects.push({ id, site: site.name, days, before: sheet, wasDraft: draft, after });
  }
  return { version, effects };
}

function whole({ sheet, result }: Remade): { readonly sheet: CardSheet; readonly draft: boolean } {
  const checks = result.checks.map((check) => ({ ...check, message: checkSentence(check) }));
  return {
    sheet: { ...sheet, result: { ...result, checks } },
    draft: checks.some(({ severity }) => severity === "stop"),
  };
}

function staysSentence(failure: RemakeFailure): string {
  return failure.code === "gone"
    ? `${failure.what} is not on the bench any more.`
    : sheetFailureSentence(failure.failure);
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
    let changed = 0;
    for (const { id, after } of chosen) {
      if ("stays" in after) continue;
      await remakeCard(tx, { id, ...after }, by);
      changed++;
    }
    return { changed };
  });
}
