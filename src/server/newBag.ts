import type { Bench } from "#contract/bench.ts";
import type { CardSheet } from "#contract/card.ts";
import type { NewBag, OpenedBag } from "#contract/newBag.ts";
import type { KeptThing } from "#contract/things.ts";
import type { Act } from "#data/audit.ts";
import { findBenchRecipe, findBenchRecipes } from "#data/benchRecipes.ts";
import { type Card, insertCard, readCards, readCardsOfCoffee } from "#data/cards.ts";
import { happened } from "#data/events.ts";
import { findThing } from "#data/things.ts";
import { transact } from "#data/transact.ts";
import type { BagEffect, Bagged, MadeCard } from "#scaling/cards";
import { NOT_ON_THE_BENCH, unsoundSentence } from "#words/bench";
import { Refusal } from "./action.ts";
import { benchOf } from "./bench.ts";
import { database } from "./database.ts";
import { computeInThread } from "./inThread.ts";
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
  const db = database();
  const cards = (await readCardsOfCoffee(db, { siteId, coffeeId }, bench.today))
    .filter(({ sheet }) => !sheet.firstPot)
    .slice(0, MOST_TOUCHED);
  const versions = await findBenchRecipes(db, [...new Set(cards.map((card) => card.recipeVersionId))]);
  const known = cards.flatMap((card) => {
    const recipe = versions[card.recipeVersionId];
    return recipe ? [{ ...card, recipe }] : [];
  });
  const effects = await computeInThread("bagEffects", {
    bench: { ...bench, recipes: [] },
    bag,
    cards: known.map(({ sheet, recipe }) => ({ sheet, recipe })),
  });
  return known.flatMap(({ id, sheet, days }, i) => (effects[i] ? [{ id, sheet, days, ...effects[i] }] : []));
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
  const [bench, coffee, kept] = await Promise.all([
    benchOf(siteId),
    findThing(db, "coffee", coffeeId),
    readCards(db, test ? [test.id, test.cardId] : []),
  ]);
  if (bench?.site.id !== siteId || !coffee) throw new Refusal(NOT_ON_THE_BENCH);
  // The first pot is counted from the bag that stands open until now.
  const first = kept.find(({ id }) => id === test?.id);
  const made = test && !first ? await firstPotOf(kept[0], bench, bag) : undefined;
  const thing = {
    kind: "coffee",
    id: coffeeId,
    revision,
    figures: { ...coffee.figures, ...bag },
    typical: [],
  };
  return transact(db, async (tx) => {
    const theirs = await putThing(thing as unknown as KeptThing, { siteId, today: bench.today }, by, tx);
    if (theirs) {
      throw new Refusal(`${theirs.changedBy} changed this coffee meanwhile: look at it as it is now.`, {
        code: "stale",
      });
    }
    happened(tx, { siteId, kind: "bagOpened", details: { coffeeId, roastedOn: bag.roastedOn } }, by);
    if (!test) return { testCardId: undefined };
    const { personId: madeBy, at: createdAt } = by;
    if (made) await insertCard(tx, { id: test.id, siteId, ...made, madeBy, createdAt });
    else if (first?.coffeeId !== coffeeId || first.sheet.firstPot?.roastedOn !== bag.roastedOn) {
      throw new Refusal("There is another card under that id already: ask for the first pot again.", {
        code: "stale",
      });
    }
    return { testCardId: test.id };
  });
}

/** The card for a bag's first pot, made from another card; throws where none can be made. */
async function firstPotOf(card: Card | undefined, bench: Bench, bag: Bagged): Promise<MadeCard> {
  const recipe = card && (await findBenchRecipe(database(), card.recipeVersionId));
  const made =
    recipe &&
    (await computeInThread("firstPot", {
      bench: { ...bench, recipes: [] },
      bag,
      cards: [{ sheet: card.sheet, recipe }],
    }));
  if (made?.ok) return made.value;
  throw new Refusal("No first pot can be made of that card: something that it was made with is gone.");
}
