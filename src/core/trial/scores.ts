import { studentQuantile } from "./student.ts";

/** What is scored of two cups beside each other. */
export const SCORED = ["acidity", "body", "sweetness", "clarity", "aftertaste"] as const;
export type Scored = (typeof SCORED)[number];

/** Steps by which one cup may have more of something than the other: a little, or much. */
export const MOST_SCORE = 2;

export interface ScoreInterval {
  /** Mean of the scores: above 0 the second cup has more. */
  readonly mean: number;
  /** Nine in ten: the mean of many tasters lies between. */
  readonly low: number;
  readonly high: number;
  /** "open" while the interval holds 0. */
  readonly tells: "first" | "second" | "open";
}

/**
 * Before anybody has scored, scores are taken to scatter by one step, with the weight of two tasters: two who agree by chance
 * are not certain.
 */
const USUAL_SCATTER = 1;
const USUAL_WEIGHT = 2;
const INTERVAL_TAIL = 0.05;

/**
 * How far a second cup is from a first one in one attribute, over tasters.
 *
 * A normal mean with a flat prior, and a scaled inverse chi-square prior on the variance: the mean's posterior is a
 * Student distribution. Source: Gelman et al., Bayesian Data Analysis, 3rd edition, section 3.3.
 *
 * @param scores one of each taster, −2 (much more in the first) to 2 (much more in the second)
 * @returns undefined where nobody has scored
 */
export function scoreInterval(scores: readonly number[]): ScoreInterval | undefined {
  const tasters = scores.length;
  if (tasters === 0) return undefined;
  const mean = scores.reduce((sum, score) => sum + score, 0) / tasters;
  const squares = scores.reduce((sum, score) => sum + (score - mean) ** 2, 0);
  const freedom = tasters - 1 + USUAL_WEIGHT;
  const variance = (squares + USUAL_WEIGHT * USUAL_SCATTER ** 2) / freedom;
  const half = studentQuantile(1 - INTERVAL_TAIL, freedom) * Math.sqrt(variance / tasters);
  const [low, high] = [mean - half, mean + half];
  return { mean, low, high, tells: low > 0 ? "second" : high < 0 ? "first" : "open" };
}
