import { countChances } from "#core/random";
import type { PlanInput, PlanProduct } from "./input.ts";

/** A batch at a fixed time. */
export interface TimedBatch {
  readonly cups: number;
  readonly readySlot: number;
  readonly pourAtSlot: number;
}

/** What fixed batches of one product come to, on average over all its days. */
export interface ChainOutcome {
  readonly cost: number;
  readonly lostCups: number;
  readonly pouredCups: number;
  readonly servedCups: number;
  readonly cupMinutes: number;
  /** Of each batch and slot, the chance that something of it stands there. */
  readonly stands: readonly Float64Array[];
}

/** A count this far above the mean hardly comes, in deviations. */
const FAR = 6;
/** A total less likely than this is left out. */
const NEVER = 1e-12;
/** Nobody asks. */
const ALONE = Float64Array.of(1);

/**
 * Prices fixed batches exactly. While the oldest pot is finished first, the total alone tells which pots the cups are in: the newest
 * are full, and what is left of the total lies in the oldest. So a day is a chain over one number.
 *
 * @param batches in the order in which they are ready
 */
export function chainOutcome(
  product: PlanProduct,
  batches: readonly TimedBatch[],
  { slots, slotMin, dayFactors, nowSlot }: Pick<PlanInput, "slots" | "slotMin" | "dayFactors" | "nowSlot">,
): ChainOutcome {
  const all = dayFactors.reduce((sum, { weight }) => sum + weight, 0);
  const out = {
    cost: 0,
    lostCups: 0,
    pouredCups: 0,
    servedCups: 0,
    cupMinutes: 0,
    stands: batches.map(() => new Float64Array(slots)),
  };
  for (const { weight, factor } of dayFactors)
    addDay(out, product, batches, { slots, slotMin, nowSlot, factor, weight: weight / all });
  return out;
}

interface ChainDay {
  readonly slots: number;
  readonly slotMin: number;
  readonly nowSlot: number;
  readonly factor: number;
  readonly weight: number;
}

function addDay(
  out: { -readonly [name in keyof ChainOutcome]: ChainOutcome[name] },
  product: PlanProduct,
  batches: readonly TimedBatch[],
  { slots, slotMin, nowSlot, factor, weight }: ChainDay,
): void {
  const { meanCups, varianceToMean, lostPerCup, pouredPerCup, stalePerCupMin, graceMin } = product;
  const most = batches.reduce((sum, { cups }) => sum + cups, 0);
  let chances = new Float64Array(most + 1);
  chances[0] = 1;
  /** Places of the batches that stand, the oldest first. */
  let standing: readonly number[] = [];
  const pour = (cups: number) => {
    out.pouredCups += cups;
    out.cost += cups * pouredPerCup;
  };
  for (let slot = nowSlot; slot < slots; slot++) {
    // What stood there before now is there from the beginning, with the age that it has.
    const ready = batches.flatMap(({ readySlot }, place) =>
      Math.max(nowSlot, readySlot) === slot ? [place] : [],
    );
    for (const place of ready) chances = shifted(chances, batches[place]!.cups);
    standing = [...standing, ...ready];
    // What is past its hold is the oldest: all that lies above the cups of the newer ones.
    const holding = standing.filter((place) => batches[place]!.pourAtSlot > slot);
    if (holding.length < standing.length) {
      const most = holding.reduce((sum, place) => sum + batches[place]!.cups, 0);
      for (let cups = most + 1; cups < chances.length; cups++) {
        pour(weight * chances[cups]! * (cups - most));
        chances[most]! += chances[cups]!;
        chances[cups] = 0;
      }
      standing = holding;
    }
    const { ages, stales } = agesOf(standing, batches, slot, { slotMin, graceMin });
    const mean = (meanCups[slot] ?? 0) * factor;
    const far = Math.ceil(mean + FAR * Math.sqrt(varianceToMean * mean) + 3);
    const counts = mean > 0 ? countChances(mean, varianceToMean, far) : ALONE;
    const next = new Float64Array(chances.length);
    let [lost, served, minutes, stale] = [0, 0, 0, 0];
    for (let cups = 0; cups < chances.length; cups++) {
      const here = chances[cups]!;
      if (here < NEVER) continue;
      for (let guests = 0; guests < counts.length; guests++) {
        const chance = here * counts[guests]!;
        const left = Math.max(0, cups - guests);
        next[left]! += chance;
        lost += chance * (guests - cups + left);
        served += chance * (cups - left);
        minutes += chance * (ages[cups]! - ages[left]!);
        stale += chance * (stales[cups]! - stales[left]!);
      }
    }
    out.lostCups += weight * lost;
    out.servedCups += weight * served;
    out.cupMinutes += weight * minutes;
    out.cost += weight * (lost * lostPerCup + stale * stalePerCupMin);
    chances = next;
    let newer = 0;
    for (const place of standing.toReversed()) {
      for (let cups = newer + 1; cups < chances.length; cups++)
        out.stands[place]![slot]! += weight * chances[cups]!;
      newer += batches[place]!.cups;
    }
  }
  for (let cups = 1; cups < chances.length; cups++) pour(weight * chances[cups]! * cups);
}

/** Minutes of age that so many cups have together, the newest first, and those beyond the grace. */
function agesOf(
  standing: readonly number[],
  batches: readonly TimedBatch[],
  slot: number,
  { slotMin, graceMin }: { readonly slotMin: number; readonly graceMin: number },
): { readonly ages: Float64Array; readonly stales: Float64Array } {
  const most = standing.reduce((sum, place) => sum + batches[place]!.cups, 0);
  const [ages, stales] = [new Float64Array(most + 1), new Float64Array(most + 1)];
  let cup = 0;
  for (const place of standing.toReversed()) {
    const { cups, readySlot } = batches[place]!;
    const ageMin = (slot - readySlot + 0.5) * slotMin;
    for (let end = cup + cups; cup < end; cup++) {
      ages[cup + 1] = ages[cup]! + ageMin;
      stales[cup + 1] = stales[cup]! + Math.max(0, ageMin - graceMin);
    }
  }
  return { ages, stales };
}

function shifted(chances: Float64Array, by: number): Float64Array<ArrayBuffer> {
  const moved = new Float64Array(chances.length);
  moved.set(chances.subarray(0, chances.length - by), by);
  return moved;
}
