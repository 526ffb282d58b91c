import type { Bench } from "#contract/bench.ts";
import type { CardEffect } from "#contract/cardEffect.ts";
import type { FollowFailure } from "#contract/cardFailure.ts";
import type { Result } from "#core/result";
import type { Act } from "#data/audit.ts";
import { findBenchRecipes } from "#data/benchRecipes.ts";
import { type ListedCard, remakeCard } from "#data/cards.ts";
import { happened } from "#data/events.ts";
import { sameContent } from "#data/sentTwice.ts";
import type { Transaction } from "#data/transact.ts";
import type { MadeCard } from "#scaling/cards";
import type { CardsChange } from "#scaling/standards";
import { followFailureSentence } from "#words/cards";
import { database } from "./database.ts";
import { computeInThread } from "./inThread.ts";

/** Cards that go to the computing thread at once: what is handed over holds everything else up for as long as it is copied. */
const AT_ONCE = 10;

/**
 * Cards of one site before and after a change, worked out in the computing thread; those that do not rest on it are left out.
 *
 * @param bench as it is after the change
 */
export async function effectsOn(
  cards: readonly ListedCard[],
  bench: Bench,
  change: CardsChange,
  signal?: AbortSignal,
): Promise<readonly CardEffect[]> {
  if (cards.length === 0) return [];
  const versions = await findBenchRecipes(database(), [
    ...new Set(cards.map(({ sheet }) => sheet.chosen.recipe)),
  ]);
  const made: (Result<MadeCard, FollowFailure> | undefined)[] = [];
  for (let from = 0; from < cards.length; from += AT_ONCE) {
    const some = cards.slice(from, from + AT_ONCE).map(({ sheet }) => sheet);
    const request = { bench: { ...bench, recipes: [] }, change, cards: some, versions };
    made.push(...(await computeInThread("cardsAfter", request, signal)));
  }
  return cards.flatMap((card, i) => (made[i] ? [effectOn(card, made[i])] : []));
}

/** A card's effect: the card made anew, or the sentence why it stays. */
export function effectOn(
  { id, revision, site, days, sheet, draft }: ListedCard,
  made: Result<MadeCard, FollowFailure>,
): CardEffect {
  const after = made.ok ? made.value : { stays: followFailureSentence(made.failure, sheet.madeWith) };
  return { id, revision, site: site.name, days, before: sheet, wasDraft: draft, after };
}

/** Whether a card becomes another one, or would have to. */
export function moves({ before, wasDraft, after }: CardEffect): boolean {
  return "stays" in after || after.draft !== wasDraft || !sameContent(after.sheet, before);
}

/**
 * Keeps cards as they would be; those that stay are left, and so are those that somebody changed since.
 *
 * @returns how many changed, and how many somebody had changed since
 */
export async function remakeAll(
  tx: Transaction,
  effects: readonly Pick<CardEffect, "id" | "revision" | "after">[],
  siteId: string,
  by: Act,
): Promise<{ readonly changed: number; readonly overtaken: number }> {
  let changed = 0;
  let overtaken = 0;
  for (const { id, revision: seen, after } of effects) {
    if ("stays" in after) continue;
    if (await remakeCard(tx, { id, seen, ...after }, by)) {
      changed++;
      happened(tx, { siteId, kind: "cardRemade", details: { cardId: id, revision: seen + 1 } }, by);
    } else overtaken++;
  }
  return { changed, overtaken };
}
