import type { Bench } from "#contract/bench.ts";
import type { CardWanted } from "#contract/card.ts";
import type { Act } from "#data/audit.ts";
import { findBenchRecipe } from "#data/benchRecipes.ts";
import { deleteCard, insertCard, isOfChoice, readCards, retireCards } from "#data/cards.ts";
import { happened } from "#data/events.ts";
import { transact } from "#data/transact.ts";
import { cardFailureSentence, cardTitle, otherCardSentence, staleCardSentence } from "#words/cards";
import { Refusal } from "./action.ts";
import { benchOf } from "./bench.ts";
import { database } from "./database.ts";
import { computeInThread } from "./inThread.ts";

/**
 * Makes the card of a choice on the bench as it is, and keeps it; one with a stop as a draft. Sent twice, it is one.
 * A choice that was made on an older bench is told, and so is a dial that comes out otherwise than it was shown.
 */
export async function keepCard(
  wanted: CardWanted,
  { personId: madeBy, at: createdAt }: Act & { readonly personId: string },
): Promise<{ readonly draft: boolean }> {
  const { id, siteId } = wanted;
  const [stored] = await readCards(database(), [id]);
  // However the bench has changed since it was kept, it is kept.
  if (stored && isOfChoice(stored, wanted)) return { draft: stored.draft };
  const made = await cardNow(wanted);
  const result = await transact(database(), async (tx) => {
    const inserted = await insertCard(tx, { id, siteId, ...made, madeBy, createdAt });
    const details = { cardId: id, draft: made.draft };
    if (inserted.ok) happened(tx, { siteId, kind: "cardKept", details }, { personId: madeBy, at: createdAt });
    return inserted;
  });
  if (result.ok) return { draft: result.value.draft };
  const [theirs, yours] = [result.failure.theirs, made].map(({ sheet, draft }) => cardTitle(sheet, draft));
  throw new Refusal(otherCardSentence(theirs!, yours!), { code: "stale" });
}

/** The card that a choice makes now; throws what stands against it. */
async function cardNow({ siteId, chosen, benchRevision, setting }: Omit<CardWanted, "id">) {
  const bench = await benchOf(siteId);
  if (bench?.site.id !== siteId)
    throw new Refusal(cardFailureSentence({ code: "noSite" }), { code: "notThere" });
  if (bench.revision !== benchRevision)
    throw new Refusal(staleCardSentence({ code: "bench" }), { code: "stale" });
  const made = await computeInThread("card", { bench: await benchWith(bench, chosen.recipe), chosen });
  if (!made.ok) throw new Refusal(cardFailureSentence(made.failure), { code: "refused" });
  const { dial } = made.value.sheet;
  if (setting !== null && dial?.setting !== setting) {
    throw new Refusal(staleCardSentence({ code: "dial", shown: setting, now: dial?.setting }), {
      code: "stale",
    });
  }
  return made.value;
}

/** A bench with one version of a recipe, be it one that does not count yet; with none where it is not there. */
async function benchWith(bench: Bench, versionId: string): Promise<Bench> {
  const recipe =
    bench.recipes.find((each) => each.versionId === versionId) ??
    (await findBenchRecipe(database(), versionId));
  return { ...bench, recipes: recipe ? [recipe] : [] };
}

/** Puts cards away, or takes them out again. */
export function retire(
  { ids, retired }: { readonly ids: readonly string[]; readonly retired: boolean },
  by: Act,
): Promise<{ readonly changed: number }> {
  return transact(database(), async (tx) => ({ changed: await retireCards(tx, { ids, retired }, by) }));
}

/** Deletes a card for good. */
export async function remove(id: string, by: Act): Promise<void> {
  const deleted = await deleteCard(database(), id, by);
  if (!deleted.ok) throw new Refusal(cardFailureSentence(deleted.failure));
}
