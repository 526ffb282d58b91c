import type { Turns } from "#core/turns";
import type { PlanRule } from "./counter.ts";
import type { Day } from "./day.ts";
import type { DayDemand } from "./demand.ts";
import { type RawLevels, shiftedLevels } from "./levels.ts";
import { runDay } from "./rule.ts";

/** Cups that all levels are shifted by, the rest that may be poured, and what a level counts for with one vessel left. */
const TRIED = {
  shift: [-2, -1, 0, 1, 2, 3],
  pourRestCups: [0, 1, 2, 3, 4, 5, 6],
  scarceShare: [1, 0.8, 0.6],
} as const;
/** Each is chosen anew once the others are. */
const PASSES = 2;
/** How levels are applied, the same all day. */
export interface Tuning {
  /** Cups that all levels are shifted by. */
  readonly shift: number;
  readonly pourRestCups: number;
  readonly scarceShare: number;
  /** Price of a vessel for a slot, in lost cups: the scarcer they are, the emptier a pot is before the next is brewed. */
  readonly vesselPrice: number;
}

/** Until a day is tuned: what most days come to. */
export const UNTUNED: Tuning = { shift: 0, pourRestCups: 2, scarceShare: 1, vesselPrice: 0.02 };

/** A turn is a few days. */
const DAYS_A_TURN = 8;

/** The mean cost of days that are run by a rule. */
export function* meanCost(day: Day, rule: PlanRule, demands: readonly DayDemand[]): Turns<number> {
  let sum = 0;
  for (const [i, demand] of demands.entries()) {
    sum += runDay(day, rule, demand).cost;
    if (i % DAYS_A_TURN === 0) yield;
  }
  return sum / demands.length;
}

/** A day's levels as a tuning has them. */
export function ruleOf(
  raw: readonly RawLevels[],
  { shift, pourRestCups, scarceShare }: Omit<Tuning, "vesselPrice">,
): PlanRule {
  return { levels: raw.map((levels) => shiftedLevels(levels, shift)), pourRestCups, scarceShare };
}

/** Prices of a vessel that are tried, in lost cups a slot, with a few shifts each. */
const PRICES = [0, 0.01, 0.02, 0.04, 0.07];
const SHIFTS_AT_FIRST = [0, 1, 2];

/**
 * The price of a vessel at which levels cost least. Vessels are what products share and what is scarce on most days; a price lets each
 * product be solved by itself all the same (Lagrange's relaxation).
 *
 * @param levelsAt the levels of a day at a price
 */
export function* bestPrice(
  day: Day,
  levelsAt: (vesselPrice: number) => Turns<readonly RawLevels[]>,
  demands: readonly DayDemand[],
): Turns<{ readonly vesselPrice: number; readonly raw: readonly RawLevels[] }> {
  let best: { readonly vesselPrice: number; readonly raw: readonly RawLevels[] } | undefined;
  let least = Number.POSITIVE_INFINITY;
  for (const vesselPrice of PRICES) {
    const raw = yield* levelsAt(vesselPrice);
    for (const shift of SHIFTS_AT_FIRST) {
      const cost = yield* meanCost(day, ruleOf(raw, { ...UNTUNED, shift }), demands);
      if (cost < least) [best, least] = [{ vesselPrice, raw }, cost];
    }
  }
  return best!;
}

/**
 * How the levels of a day are applied, chosen by what they cost on the same simulated days. Shifts by product or by the hour
 * were tried, too: they fit the days that they were chosen on, and cost more on others.
 */
export function* bestTuning(
  day: Day,
  raw: readonly RawLevels[],
  demands: readonly DayDemand[],
): Turns<Omit<Tuning, "vesselPrice">> {
  let best = { shift: 0, pourRestCups: 0, scarceShare: 1 };
  let least = Number.POSITIVE_INFINITY;
  for (let pass = 0; pass < PASSES; pass++) {
    for (const [name, figures] of Object.entries(TRIED)) {
      for (const figure of figures) {
        const tuning = { ...best, [name]: figure };
        const cost = yield* meanCost(day, ruleOf(raw, tuning), demands);
        if (cost < least) [best, least] = [tuning, cost];
      }
    }
  }
  return best;
}
