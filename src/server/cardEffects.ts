import type { CardSheet } from "#contract/card.ts";
import type { Result } from "#core/result";
import type { Act } from "#data/audit.ts";
import { type ListedCard, remakeCard } from "#data/cards.ts";
import { sameContent } from "#data/sentTwice.ts";
import type { Transaction } from "#data/transact.ts";
import type { MadeCard } from "#scaling/card.ts";
import type { FollowFailure } from "#scaling/standard.ts";
import { followFailureSentence } from "#words/index.ts";

/** A card that rests on what is changed, as it is and as it would be. */
export interface CardEffect {
  readonly id: string;
  /** The revision that this was worked out from. */
  readonly seen: number;
  readonly site: string;
  /** Days from today on whose lists it stands. */
  readonly days: readonly string[];
  readonly before: CardSheet;
  readonly wasDraft: boolean;
  readonly after:
    | MadeCard
    /** It stays as it is, and why. */
    | { readonly stays: string };
}

/** What becomes of a card that is made anew, or fails to be. */
export function effectOn(
  { id, revision, site, days, sheet, draft }: ListedCard,
  made: Result<MadeCard, FollowFailure>,
): CardEffect {
  const after = made.ok ? made.value : { stays: followFailureSentence(made.failure, sheet.madeWith) };
  return { id, seen: revision, site: site.name, days, before: sheet, wasDraft: draft, after };
}

/** Whether a card becomes another one, or would have to. */
export function moves({ before, wasDraft, after }: CardEffect): boolean {
  return "stays" in after || after.draft !== wasDraft || !sameContent(after.sheet, before);
}

/**
 * Keeps cards as they would be; those that stay are left, and so are those that somebody changed since. Part of the
 * transaction of what they follow.
 *
 * @returns how many changed
 */
export async function remakeAll(
  tx: Transaction,
  effects: readonly Pick<CardEffect, "id" | "seen" | "after">[],
  by: Act,
): Promise<number> {
  let changed = 0;
  for (const { id, seen, after } of effects) {
    if (!("stays" in after) && (await remakeCard(tx, { id, seen, ...after }, by))) changed++;
  }
  return changed;
}
