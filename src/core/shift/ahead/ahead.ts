import { countChances } from "#core/random";

/** Something that is made the day before, in batches: a concentrate, ice that is frozen ahead. */
export interface AheadInput {
  /** Expected tomorrow, cups. */
  readonly meanCups: number;
  readonly varianceToMean: number;
  /** Quiet, usual and busy days, as often as they weigh. */
  readonly dayFactors: readonly { readonly weight: number; readonly factor: number }[];
  readonly cupsPerBatch: number;
  /** There already, and good tomorrow. */
  readonly cupsThere: number;
  readonly lostPerCup: number;
  readonly pouredPerCup: number;
  /** Cups left over that the day after still takes: they are not poured away. */
  readonly keptCups: number;
  /** Cost of a batch, whatever becomes of it. */
  readonly fixed: number;
  readonly mostBatches: number;
}

export interface Ahead {
  readonly batches: number;
  readonly cost: number;
  /** Share of days on which it is enough. */
  readonly enough: number;
  readonly lostCups: number;
  readonly pouredCups: number;
}

/** Counts that are more than so many deviations above the mean never come. */
const FAR = 8;

/**
 * How many batches are made ahead: the number whose expected cost over tomorrow's guests is least (a newsvendor's sum, with batches
 * instead of single cups).
 */
export function aheadFor(input: AheadInput): Ahead {
  const chances = dayChances(input);
  let best = outcome(input, chances, 0);
  for (let batches = 1; batches <= input.mostBatches; batches++) {
    const next = outcome(input, chances, batches);
    if (next.cost < best.cost) best = next;
  }
  return best;
}

/** Chances of a whole day's count, over its quiet and busy days. */
function dayChances({ meanCups, varianceToMean, dayFactors }: AheadInput): Float64Array {
  const busiest = Math.max(...dayFactors.map(({ factor }) => factor)) * meanCups;
  const most = Math.ceil(busiest + FAR * Math.sqrt(varianceToMean * busiest) + 1);
  const all = dayFactors.reduce((sum, { weight }) => sum + weight, 0);
  const chances = new Float64Array(most + 1);
  for (const { weight, factor } of dayFactors) {
    const own = countChances(meanCups * factor, varianceToMean, most);
    for (let count = 0; count <= most; count++) chances[count]! += (weight / all) * own[count]!;
  }
  return chances;
}

function outcome(input: AheadInput, chances: Float64Array, batches: number): Ahead {
  const { cupsPerBatch, cupsThere, lostPerCup, pouredPerCup, keptCups, fixed } = input;
  const cups = cupsThere + batches * cupsPerBatch;
  let [enough, lostCups, pouredCups] = [0, 0, 0];
  for (const [count, chance] of chances.entries()) {
    if (count <= cups) enough += chance;
    lostCups += chance * Math.max(0, count - cups);
    pouredCups += chance * Math.max(0, cups - count - keptCups);
  }
  const cost = lostCups * lostPerCup + pouredCups * pouredPerCup + batches * fixed;
  return { batches, cost, enough, lostCups, pouredCups };
}
