import type { Turns } from "#core/turns";
import type { PlanInput, PlanProduct } from "./input.ts";
import { largestCups, solveDay } from "./programme.ts";

/** A product's levels before they are tuned: cups, unrounded; below 0 where a fresh pot is no gain at any stock. */
export type RawLevels = Float64Array;

/**
 * The levels of one product's day: the largest stock at which a fresh pot wins when one begun now would stand, and what is asked for
 * meanwhile.
 *
 * @param vesselPrice of a vessel for a slot
 */
export function* rawLevels(product: PlanProduct, input: PlanInput, vesselPrice: number): Turns<RawLevels> {
  const { slots } = input;
  const { winsUpTo } = yield* solveDay(product, input, {
    factor: 1,
    mostCups: largestCups(product),
    poursFreely: false,
    vesselPrice,
  });
  const brewSlots = product.options[0]?.brewSlots ?? 0;
  return Float64Array.from({ length: slots }, (_, slot) => {
    const stands = slot + brewSlots;
    const wins = stands < slots ? winsUpTo[stands]! : -1;
    if (wins < 0) return -1;
    let meanwhile = 0;
    for (let at = slot; at < stands; at++) meanwhile += product.meanCups[at] ?? 0;
    return wins + meanwhile;
  });
}

/** Levels as they are run by: whole cups, shifted. */
export function shiftedLevels(raw: RawLevels, shift: number): Int16Array {
  return Int16Array.from(raw, (level) => (level < 0 ? -1 : Math.max(0, Math.round(level + shift))));
}
