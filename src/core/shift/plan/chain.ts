import type { PlanInput, PlanProduct } from "./input.ts";
import { agesOf, guestsOf, served } from "./serving.ts";

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

type ChainInput = Pick<PlanInput, "slots" | "slotMin" | "dayFactors" | "nowSlot">;
type Outcome = { -readonly [name in keyof ChainOutcome]: ChainOutcome[name] };

/**
 * Prices fixed batches of a product exactly. While the oldest pot is finished first, the total alone tells which pots the cups are in: the
 * newest are full, and what is left of the total lies in the oldest. So a day is a chain over one number. Who comes is worked out once, and
 * serves every price.
 *
 * @returns what batches come to, given in the order in which they are ready
 */
export function chainOf(
  product: PlanProduct,
  { slots, slotMin, nowSlot, dayFactors }: ChainInput,
): (batches: readonly TimedBatch[]) => ChainOutcome {
  const all = dayFactors.reduce((sum, { weight }) => sum + weight, 0);
  const days = dayFactors.map(({ weight, factor }) => ({
    weight: weight / all,
    guests: Array.from({ length: slots }, (_, slot) =>
      guestsOf((product.meanCups[slot] ?? 0) * factor, product.varianceToMean),
    ),
  }));
  return (batches) => {
    const out: Outcome = {
      cost: 0,
      lostCups: 0,
      pouredCups: 0,
      servedCups: 0,
      cupMinutes: 0,
      stands: batches.map(() => new Float64Array(slots)),
    };
    const pour = (cups: number) => {
      out.pouredCups += cups;
      out.cost += cups * product.pouredPerCup;
    };
    const chains = days.map(({ weight, guests }) => ({ weight, guests, chances: Float64Array.of(1) }));
    /** Places of the batches that stand, the oldest first. */
    let standing: number[] = [];
    let arrived = 0;
    for (let slot = nowSlot; slot < slots; slot++) {
      const before = arrived;
      // What stood there before now is there from the beginning, with the age that it has.
      while (arrived < batches.length && batches[arrived]!.readySlot <= slot) arrived++;
      for (let place = before; place < arrived; place++) {
        standing.push(place);
        for (const chain of chains) chain.chances = shifted(chain.chances, batches[place]!.cups);
      }
      const holding = standing.filter((place) => batches[place]!.pourAtSlot > slot);
      if (holding.length < standing.length) {
        // What is past its hold is the oldest: all that lies above the cups of the newer ones.
        const most = cupsOf(holding, batches);
        for (const chain of chains) {
          for (let cups = most + 1; cups < chain.chances.length; cups++) {
            pour(chain.weight * chain.chances[cups]! * (cups - most));
            chain.chances[most]! += chain.chances[cups]!;
          }
          chain.chances = chain.chances.slice(0, most + 1);
        }
        standing = holding;
      }
      const pots = standing.map((place) => batches[place]!);
      const ages = agesOf(pots, slot, { slotMin, graceMin: product.graceMin });
      for (const chain of chains) {
        const { weight, guests, chances } = chain;
        const { left, lostCups, servedCups, cupMinutes, staleMinutes } = served(chances, guests[slot]!, ages);
        out.lostCups += weight * lostCups;
        out.servedCups += weight * servedCups;
        out.cupMinutes += weight * cupMinutes;
        out.cost += weight * (lostCups * product.lostPerCup + staleMinutes * product.stalePerCupMin);
        chain.chances = left;
        addStands(out.stands, standing, batches, slot, chain);
      }
    }
    for (const { weight, chances } of chains)
      for (let cups = 1; cups < chances.length; cups++) pour(weight * chances[cups]! * cups);
    return out;
  };
}

/** Adds, of each batch that stands, the chance that something of it is left. */
function addStands(
  stands: readonly Float64Array[],
  standing: readonly number[],
  batches: readonly TimedBatch[],
  slot: number,
  { chances, weight }: { readonly chances: Float64Array; readonly weight: number },
): void {
  let newer = 0;
  for (const place of standing.toReversed()) {
    for (let cups = newer + 1; cups < chances.length; cups++)
      stands[place]![slot]! += weight * chances[cups]!;
    newer += batches[place]!.cups;
  }
}

function cupsOf(places: readonly number[], batches: readonly TimedBatch[]): number {
  return places.reduce((sum, place) => sum + batches[place]!.cups, 0);
}

/** So many cups more. */
function shifted(chances: Float64Array, by: number): Float64Array<ArrayBuffer> {
  const moved = new Float64Array(chances.length + by);
  moved.set(chances, by);
  return moved;
}
