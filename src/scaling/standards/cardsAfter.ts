import type { Bench, BenchRecipe } from "#contract/bench.ts";
import type { CardSheet } from "#contract/card.ts";
import type { FollowFailure } from "#contract/cardFailure.ts";
import type { Result } from "#core/result";
import type { Turns } from "#core/turns";
import { type MadeCard, remade } from "#scaling/cards";
import { cardAfterBatch } from "./standard.ts";

/** The change after which cards are made anew. */
export type CardsChange =
  /** A batch was approved, corrected, withdrawn, taken out or put back. */
  | { readonly by: "batch"; readonly batchId: string; readonly grinderIds: readonly string[] }
  /** A recipe's version became the standard. */
  | { readonly by: "version"; readonly to: BenchRecipe };

export interface CardsAfter {
  /** Their site's, as it is after the change; its recipes are not asked. */
  readonly bench: Bench;
  readonly change: CardsChange;
  readonly cards: readonly CardSheet[];
  /** The versions that the cards were made from, by their ids. */
  readonly versions: { readonly [versionId: string]: BenchRecipe };
}

/**
 * Cards of one site as a change makes them, a card a turn.
 *
 * @returns of each card in order what it becomes, or why it stays; undefined where it does not rest on the change, or the
 * version that it was made from is gone
 */
export function* cardsAfter({
  bench,
  change,
  cards,
  versions,
}: CardsAfter): Turns<readonly (Result<MadeCard, FollowFailure> | undefined)[]> {
  const made: (Result<MadeCard, FollowFailure> | undefined)[] = [];
  for (const card of cards) {
    const from = versions[card.chosen.recipe];
    made.push(
      from &&
        (change.by === "version"
          ? remade(card, from, change.to, bench)
          : cardAfterBatch(card, from, { bench, ...change })),
    );
    yield;
  }
  return made;
}
