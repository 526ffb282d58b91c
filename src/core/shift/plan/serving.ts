import { countChances } from "#core/random";

/** How many guests come in a slot. */
export interface Guests {
  readonly counts: Float64Array;
  /** Of each count, the chance of more. */
  readonly above: Float64Array;
  readonly mean: number;
}

/** A count this far above the mean hardly comes, in deviations. */
const FAR = 6;
/** A total less likely than this is left out. */
const NEVER = 1e-12;
/** Nobody asks. */
const ALONE = Float64Array.of(1);

/**
 * How many come where so many are expected.
 *
 * @param mean guests of the slot, 0 or more
 * @param varianceToMean of their count, 1 or more
 */
export function guestsOf(mean: number, varianceToMean: number): Guests {
  const far = Math.ceil(mean + FAR * Math.sqrt(varianceToMean * mean) + 3);
  const counts = mean > 0 ? countChances(mean, varianceToMean, far) : ALONE;
  const above = new Float64Array(counts.length);
  for (let count = counts.length - 2; count >= 0; count--)
    above[count] = above[count + 1]! + counts[count + 1]!;
  return { counts, above, mean: counts.reduce((sum, chance, count) => sum + chance * count, 0) };
}

/** Minutes of age that so many cups have together, the newest first, and those beyond the grace. */
interface Ages {
  readonly ages: Float64Array;
  readonly stales: Float64Array;
}

export function agesOf(
  pots: readonly { readonly cups: number; readonly readySlot: number }[],
  slot: number,
  { slotMin, graceMin }: { readonly slotMin: number; readonly graceMin: number },
): Ages {
  const most = pots.reduce((sum, { cups }) => sum + cups, 0);
  const [ages, stales] = [new Float64Array(most + 1), new Float64Array(most + 1)];
  let cup = 0;
  for (const { cups, readySlot } of pots.toReversed()) {
    const ageMin = (slot - readySlot + 0.5) * slotMin;
    for (let end = cup + cups; cup < end; cup++) {
      ages[cup + 1] = ages[cup]! + ageMin;
      stales[cup + 1] = stales[cup]! + Math.max(0, ageMin - graceMin);
    }
  }
  return { ages, stales };
}

/** What the guests of a slot come to, on average, and the chances of what they leave. */
interface Served {
  readonly left: Float64Array<ArrayBuffer>;
  readonly lostCups: number;
  readonly servedCups: number;
  /** Age of all cups that were drunk, and what of it is beyond the grace. */
  readonly cupMinutes: number;
  readonly staleMinutes: number;
}

/**
 * Serves the guests of a slot.
 *
 * @param chances of each total that may stand, from none to all cups of the pots
 */
export function served(
  chances: Float64Array,
  { counts, above, mean }: Guests,
  { ages, stales }: Ages,
): Served {
  const left = new Float64Array(chances.length);
  // Less than 1 by the counts that are too far off to be among them.
  const anyCount = counts[0]! + above[0]!;
  let [likely, servedCups, cupMinutes, staleMinutes] = [0, 0, 0, 0];
  for (let cups = 0; cups < chances.length; cups++) {
    const chance = chances[cups]!;
    if (chance < NEVER) continue;
    const most = Math.min(cups, counts.length - 1);
    for (let count = 0; count <= most; count++) left[cups - count]! += chance * counts[count]!;
    // More than there are cups find none.
    left[0]! += chance * above[most]!;
    likely += chance;
    servedCups += chance * anyCount * cups;
    cupMinutes += chance * anyCount * ages[cups]!;
    staleMinutes += chance * anyCount * stales[cups]!;
  }
  // What is left was not drunk.
  for (let cups = 0; cups < left.length; cups++) {
    servedCups -= left[cups]! * cups;
    cupMinutes -= left[cups]! * ages[cups]!;
    staleMinutes -= left[cups]! * stales[cups]!;
  }
  return { left, lostCups: likely * mean - servedCups, servedCups, cupMinutes, staleMinutes };
}
