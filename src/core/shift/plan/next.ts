import type { Turns } from "#core/turns";
import type { PlanRule } from "./counter.ts";
import type { Day, DayOption } from "./day.ts";
import type { DayDemand } from "./demand.ts";
import { atFirst, type Move, runDay } from "./rule.ts";

/** Batches to begin now, by place of their product, and rests that are poured for them. */
export interface NextBrews {
  readonly brews: readonly { readonly product: number; readonly option: DayOption }[];
  readonly pours: readonly { readonly product: number; readonly cups: number }[];
}

/** Batches that the levels begin now, with the stock there is: a look-up, nothing is solved. */
export function nextByLevels(day: Day, rule: PlanRule, first?: Move): NextBrews {
  const run = atFirst(day, rule, first);
  const pots = run.all.flatMap((list, product) => list.map((pot) => ({ product, pot })));
  return {
    brews: pots.flatMap(({ product, pot: { option } }) => (option ? [{ product, option }] : [])),
    pours: pots.flatMap(({ product, pot: { option, pouredCups, pourAtSlot } }) =>
      !option && pouredCups > 0 && pourAtSlot > day.fromSlot ? [{ product, cups: pouredCups }] : [],
    ),
  };
}

/** A product whose stock stands at most so many cups above its level is looked ahead for; usual 3 to 6. */
const NEAR_CUPS = 5;
/** An answer other than the levels' is taken only where it is better by so many standard errors of the paired difference. */
const SURE_ERRORS = 2;

/**
 * Decides the moment by looking ahead: for each product near its level, waiting, each batch, and each batch for a poured rest are run to
 * the end of the day on the same simulated demands, with the levels deciding all that follows.
 *
 * @param demands simulated days that differ only after now; usual 40
 */
export function* lookAhead(day: Day, rule: PlanRule, demands: readonly DayDemand[]): Turns<NextBrews> {
  const byLevels = demands.map((demand) => runDay(day, rule, demand).cost);
  yield;
  let best: { readonly move: Move; readonly gain: number } | undefined;
  for (const [product, { options, pots }] of day.products.entries()) {
    const level = rule.levels[product]![day.fromSlot]!;
    const cups = pots.reduce((sum, pot) => sum + pot.cups, 0);
    if (level < 0 || cups > level + NEAR_CUPS) continue;
    for (const move of movesOf(product, options)) {
      const gains = demands.map((demand, i) => byLevels[i]! - runDay(day, rule, demand, move).cost);
      yield;
      const { mean, error } = spreadOf(gains);
      if (mean > SURE_ERRORS * error && mean > (best?.gain ?? 0)) best = { move, gain: mean };
    }
  }
  return nextByLevels(day, rule, best?.move);
}

function movesOf(product: number, options: readonly DayOption[]): readonly Move[] {
  return [
    { product, option: undefined, pours: false },
    ...options.flatMap((option) => [false, true].map((pours) => ({ product, option, pours }))),
  ];
}

function spreadOf(figures: readonly number[]): { readonly mean: number; readonly error: number } {
  const count = figures.length;
  const mean = figures.reduce((sum, figure) => sum + figure, 0) / count;
  const variance = figures.reduce((sum, figure) => sum + (figure - mean) ** 2, 0) / Math.max(1, count - 1);
  return { mean, error: Math.sqrt(variance / count) };
}
