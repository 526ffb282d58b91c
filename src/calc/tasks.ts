import type { Bench, BenchRecipe } from "#contract/bench.ts";
import type { CardSheet } from "#contract/card.ts";
import type { ScaleState } from "#contract/scaleState.ts";
import type { Turns } from "#core/turns";
import { type Bagged, bagEffect, firstPotCard, makeCard } from "#scaling/cards";
import { cardsAfter } from "#scaling/standards";
import { priorOf } from "#scaling/trial";
import { type WallPlan, wallInTurns } from "#scaling/wall";

/** A card that a new bag may move, with the version that it was made from. */
interface BagOf {
  readonly bench: Bench;
  readonly bag: Bagged;
  readonly cards: readonly { readonly sheet: CardSheet; readonly recipe: BenchRecipe }[];
}

/**
 * Tasks that the house computes beside its requests: each a function from one plain value to turns that end in another. None of
 * it is open to callers of the API.
 */
export const TASKS = {
  /** Cards as a change makes them. */
  cardsAfter,
  /** Every cell of a wall chart. */
  wall: ({ bench, plan }: { readonly bench: Bench; readonly plan: WallPlan }) => wallInTurns(bench, plan),
  /** The card of a choice. */
  card: once(({ bench, chosen }: { readonly bench: Bench; readonly chosen: ScaleState }) =>
    makeCard(chosen, bench),
  ),
  /** Where a choice is thought to be right before it is brewed. */
  prior: once(({ bench, chosen }: { readonly bench: Bench; readonly chosen: ScaleState }) =>
    priorOf(chosen, bench),
  ),
  /** Where a new bag moves each card's dial. */
  bagEffects: function* ({ bench, bag, cards }: BagOf) {
    const effects = [];
    for (const { sheet, recipe } of cards) {
      effects.push(bagEffect(sheet, recipe, bench, bag));
      yield;
    }
    return effects;
  },
  /** The card for a new bag's first pot. */
  firstPot: once(({ bench, bag, cards: [card] }: BagOf) =>
    card ? firstPotCard(card.sheet, card.recipe, bench, bag) : undefined,
  ),
} as const;

export type TaskName = keyof typeof TASKS;
export type TaskRequest<Name extends TaskName> = Parameters<(typeof TASKS)[Name]>[0];
export type TaskAnswer<Name extends TaskName> =
  ReturnType<(typeof TASKS)[Name]> extends Turns<infer Answer> ? Answer : never;

/** Work of one turn. */
function once<Request, Answer>(work: (request: Request) => Answer): (request: Request) => Turns<Answer> {
  // biome-ignore lint/correctness/useYield: its one turn ends in the answer
  return function* (request) {
    return work(request);
  };
}
