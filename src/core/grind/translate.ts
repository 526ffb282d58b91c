import { fail, ok, type Result } from "#core/result";

/** Settings of two grinders that grind alike, matched by eye, sieve or cup. */
export interface MatchedPair {
  readonly from: number;
  readonly to: number;
}

export interface Translation {
  readonly setting: number;
  /** Outside the matched settings: the nearest two pairs are carried on in a straight line. */
  readonly extrapolated: boolean;
}

export type TranslationFailure =
  | { readonly code: "tooFewPairs"; readonly pairs: number }
  /** Two pairs give one setting two partners, or turn back: one of them is wrong. */
  | { readonly code: "pairsTurnBack"; readonly first: MatchedPair; readonly second: MatchedPair };

const LEAST_PAIRS = 2;

/**
 * A setting of one grinder on another, in straight lines between matched pairs.
 *
 * Straight pieces keep the order of settings and run back exactly; with the three to five pairs that a house
 * matches, a smoother curve would only look surer.
 *
 * @param pairs at least two, in any order, strictly rising or strictly falling
 * @returns the setting, unrounded and not limited to the dial
 */
export function translate(
  setting: number,
  pairs: readonly MatchedPair[],
): Result<Translation, TranslationFailure> {
  if (pairs.length < LEAST_PAIRS) return fail({ code: "tooFewPairs", pairs: pairs.length });
  const sorted = [...pairs].sort((a, b) => a.from - b.from);
  const rises = sorted.at(-1)!.to > sorted[0]!.to;
  for (const [i, second] of sorted.slice(1).entries()) {
    const first = sorted[i]!;
    const follows = second.from > first.from && (rises ? second.to > first.to : second.to < first.to);
    if (!follows) return fail({ code: "pairsTurnBack", first, second });
  }
  const above = sorted.findIndex(({ from }) => from >= setting);
  const upper = Math.min(Math.max(above < 0 ? sorted.length - 1 : above, 1), sorted.length - 1);
  const low = sorted[upper - 1]!;
  const high = sorted[upper]!;
  const slope = (high.to - low.to) / (high.from - low.from);
  const extrapolated = setting < sorted[0]!.from || setting > sorted.at(-1)!.from;
  return ok({ setting: low.to + slope * (setting - low.from), extrapolated });
}

/** The same pairs read from the other grinder. */
export function reversed(pairs: readonly MatchedPair[]): readonly MatchedPair[] {
  return pairs.map(({ from, to }) => ({ from: to, to: from }));
}
