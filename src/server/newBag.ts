import type { CardSheet } from "#contract/card.ts";
import type { NewBag, OpenedBag } from "#contract/newBag.ts";
import type { KeptThing } from "#contract/things.ts";
import type { Act } from "#data/audit.ts";
import { findBenchRecipe } from "#data/bench.ts";
import { insertCard, readCard, readCardsOfSite } from "#data/cards.ts";
import { findThing } from "#data/things.ts";
import { type BagEffect, bagEffect, firstPotCard } from "#scaling/newBag.ts";
import { NOT_ON_THE_BENCH, unsoundSentence } from "#words/index.ts";
import { Refusal } from "./action.ts";
import { afterOf } from "./cardEffects.ts";
import { database } from "./database.ts";
import { benchOf, siteToday } from "./site.ts";
import { putThing } from "./things.ts";

/** A card that a new bag touches. */
export interface TouchedCard extends BagEffect {
  readonly id: string;
  readonly sheet: CardSheet;
  readonly days: readonly string[];
}

/** The newest are brewed from; older ones would only lengthen the list. */
const MOST_TOUCHED = 30;

/** Every card of a coffee at a site that a new bag would move, the newest first. */
export async function touchedBy({ siteId, coffeeId, ...bag }: NewBag): Promise<readonly TouchedCard[]> {
  const bench = await benchOf(siteId);
  if (!bench?.coffees.some(({ id }) => id === coffeeId)) throw new Refusal(NOT_ON_THE_BENCH);
  refuseTheFuture(bag.roastedOn, bench.today);
  const cards = (await readCardsOfSite(database(), siteId, await siteToday()))
    .filter(({ draft, sheet }) => !draft && sheet.madeWith.coffeeId === coffeeId && !sheet.firstPot)
    .slice(0, MOST_TOUCHED);
  const touched = await Promise.all(
    cards.map(async ({ id, sheet, days }) => {
      const recipe = await findBenchRecipe(database(), sheet.madeWith.recipeVersionId);
      const effect = recipe && bagEffect(sheet, recipe, bench, bag);
      return effect ? [{ id, sheet, days, ...effect }] : [];
    }),
  );
  return touched.flat();
}

function refuseTheFuture(roastedOn: string | null, today: string): void {
  if (roastedOn !== null && roastedOn > today) {
    const wrong = { code: "inTheFuture", field: "roastedOn" } as const;
    throw new Refusal(unsoundSentence(wrong), { field: wrong.field });
  }
}

/**
 * Opens a bag: the coffee is this bag's from now on, and a card for its first pot is kept where one was asked for; both
 * or neither. Sent twice it is one.
 */
export async function openBag(
  { siteId, coffeeId, revision, test, ...bag }: OpenedBag,
  by: Act & { readonly personId: string },
): Promise<{ readonly testCardId: string | undefined }> {
  const db = database();
  const [bench, coffee, again] = await Promise.all([
    benchOf(siteId),
    findThing(db, "coffee", coffeeId),
    test && readCard(db, test.id),
  ]);
  if (!bench || !coffee) throw new Refusal(NOT_ON_THE_BENCH);
  if (test && again) return { testCardId: test.id };
  // The first pot is counted from the bag that stands open until now.
  const card = test && (await readCardsOfSite(db, siteId, bench.today)).find(({ id }) => id === test.cardId);
  const recipe = card && (await findBenchRecipe(db, card.sheet.madeWith.recipeVersionId));
  const made = card && recipe && firstPotCard(card.sheet, recipe, bench, bag);
  const after = made && afterOf(made);
  if (test && (!after || "stays" in after)) {
    throw new Refusal("No first pot can be made of that card: something that it was made with is gone.");
  }
  const thing = {
    kind: "coffee",
    id: coffeeId,
    revision,
    figures: { ...coffee.figures, ...bag },
    typical: [],
  };
  return db.transaction(async (tx) => {
    const theirs = await putThing(thing as unknown as KeptThing, siteId, by, tx);
    if (theirs) {
      throw new Refusal(`${theirs.changedBy} changed this coffee meanwhile: look at it as it is now.`, {
        code: "stale",
      });
    }
    if (!test || !after || "stays" in after) return { testCardId: undefined };
    const { personId: madeBy, at: createdAt } = by;
    await insertCard(tx, { id: test.id, siteId, draft: after.draft, sheet: after.sheet, madeBy, createdAt });
    return { testCardId: test.id };
  });
}
