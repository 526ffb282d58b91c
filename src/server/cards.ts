import type { Bench } from "#contract/bench.ts";
import type { CardWanted } from "#contract/card.ts";
import { ok } from "#core/result";
import type { Act } from "#data/audit.ts";
import { findBenchRecipe } from "#data/benchRecipes.ts";
import {
  type Card,
  deleteCard,
  findSameCard,
  insertCard,
  isOfChoice,
  readCards,
  retireCards,
} from "#data/cards.ts";
import { happened } from "#data/events.ts";
import { lock, transact } from "#data/transact.ts";
import { cardFailureSentence, cardTitle, otherCardSentence, staleCardSentence } from "#words/cards";
import { Refusal } from "./action.ts";
import { benchOf } from "./bench.ts";
import { database } from "./database.ts";
import { computeInThread } from "./inThread.ts";

/**
 * Makes the card of a choice on the bench as it is, and keeps it; one with a stop as a draft. Sent twice, it is one, and a sheet that a
 * card in use has already stays that card. A choice that was made on an older bench is told, and so is a dial that comes out otherwise than it was shown.
 */
export async function keepCard(
  wanted: CardWanted,
  { personId: madeBy, at: createdAt }: Act & { readonly personId: string },
): Promise<KeptCard> {
  const { id, siteId } = wanted;
  const [stored] = await readCards(database(), [id]);
  // However the bench has changed since it was kept, it is kept.
  if (stored && isOfChoice(stored, wanted)) return keptAs(id, stored);
  const made = await cardNow(wanted);
  const result = await transact(database(), async (tx) => {
    await lock(tx, "cards");
    const same = await findSameCard(tx, { siteId, ...made });
    if (same) return ok(same);
    const inserted = await insertCard(tx, { id, siteId, ...made, madeBy, createdAt });
    const details = { cardId: id, draft: made.draft };
    if (inserted.ok) happened(tx, { siteId, kind: "cardKept", details }, { personId: madeBy, at: createdAt });
    return inserted;
  });
  if (result.ok) return keptAs(id, result.value);
  const [theirs, yours] = [result.failure.theirs, made].map(({ sheet, draft }) => cardTitle(sheet, draft));
  throw new Refusal(otherCardSentence(theirs!, yours!), { code: "stale" });
}

/** The card that a choice is kept as: a new one, or that which says the same already. */
interface KeptCard {
  readonly id: string;
  readonly draft: boolean;
  readonly already: boolean;
}

function keptAs(wanted: string, { id, draft }: Pick<Card, "id" | "draft">): KeptCard {
  return { id, draft, already: id !== wanted };
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
export async function benchWith(bench: Bench, versionId: string): Promise<Bench> {
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
