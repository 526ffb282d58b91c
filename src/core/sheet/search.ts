import { meltOf } from "./figures.ts";
import { type Lattice, massAt } from "./lattice.ts";
import { leastMisfit, lowest, misfit, termsOf } from "./misfit.ts";
import { formAt, hotBeverageG, measureOf, namesOf } from "./pins.ts";
import type { Bands, Given, Masses, Pins } from "./types.ts";

/** A choice of one lattice index per mass, in the order dose, brew water, bypass, ice. */
export type Choice = readonly [dose: number, brewWater: number, bypass: number, ice: number];

/** Misfits this close are equal: sums of a few relative errors carry rounding noise of about 1e-15. */
const SAME_COST = 1e-12;
/** What lies so little outside a band's end lies on it, as a share of it. */
const SAME_SHARE = 1e-9;
/** Yields this close are equal, g. */
const SAME_G = 1e-9;

/** A box of so few candidates is gone through one by one: cheaper than bounding its halves. */
export const FEW = 48;

/**
 * Boxes looked at before the best so far is taken as it is. Steps that a bench has need a few hundred; only
 * tiny steps at huge masses against a working fill come here, where the best so far is off by milligrams.
 */
const MOST_BOXES = 20_000;

export interface Search {
  readonly lattices: readonly Lattice[];
  readonly pins: Pins;
  /** No candidate may lie outside them. */
  readonly bands?: Bands | undefined;
  readonly given: Given;
  /** No candidate may yield more, g. */
  readonly yieldLimitG: number;
}

export function massesAt(lattices: readonly Lattice[], [dose, water, bypass, ice]: Choice): Masses {
  return massesOf(lattices, dose, water, bypass, ice);
}

function massesOf(
  lattices: readonly Lattice[],
  dose: number,
  water: number,
  bypass: number,
  ice: number,
): Masses {
  return {
    doseG: massAt(lattices[0]!, dose),
    brewWaterG: massAt(lattices[1]!, water),
    bypassG: massAt(lattices[2]!, bypass),
    iceG: massAt(lattices[3]!, ice),
  };
}

/** The candidate could be brewed: beverage leaves the bed, and the ice would come up to 0 °C. */
export function brewable(masses: Masses, given: Given): boolean {
  return masses.doseG > 0 && hotBeverageG(masses, given) > 0 && (meltOf(masses, given)?.ok ?? true);
}

interface Found {
  readonly choice: Choice;
  readonly cost: number;
  readonly yieldG: number;
}

/** No candidate of a box costs or yields less. */
type Bound = Pick<Found, "cost" | "yieldG">;

interface Box {
  readonly first: Choice;
  readonly last: Choice;
}

/**
 * The candidate nearest the pins: the smallest misfit, then the lower yield, dose, water, bypass, ice.
 *
 * Branch and bound over boxes of lattice indices: a box whose least possible misfit (`leastMisfit`) is above
 * the best so far is left out, the others are halved, and a small one is gone through. The answer is that of
 * going through all candidates (but see `MOST_BOXES`).
 *
 * @returns the lattice indices, or undefined when no candidate keeps to the limit
 */
export function nearestChoice({
  lattices,
  pins,
  bands = {},
  given,
  yieldLimitG,
}: Search): Choice | undefined {
  const terms = termsOf(pins, given);
  const yields = measureOf("yieldG", given).over;
  const limits = namesOf(bands).map((name) => ({ ...measureOf(name, given), band: bands[name]! }));
  let best: Found | undefined;
  let boxes = 0;

  const consider = (dose: number, water: number, bypass: number, ice: number): void => {
    const masses = massesOf(lattices, dose, water, bypass, ice);
    const yieldG = formAt(yields, masses);
    if (!(yieldG <= yieldLimitG + SAME_G)) return;
    for (const { over, under, band } of limits) {
      const value = formAt(over, masses) / formAt(under, masses);
      if (!(value >= band[0] * (1 - SAME_SHARE) && value <= band[1] * (1 + SAME_SHARE))) return;
    }
    const cost = misfit(masses, terms);
    if (best && cost > best.cost + SAME_COST) return;
    const found: Found = { choice: [dose, water, bypass, ice], cost, yieldG };
    if ((!best || better(found, best)) && brewable(masses, given)) best = found;
  };

  const boundOf = ({ first, last }: Box): Bound => {
    const low = massesAt(lattices, first);
    const high = massesAt(lattices, last);
    const yieldG = lowest(yields, low, high);
    // Where no beverage may be left the measures turn over, and nothing is known of the inside.
    return { yieldG, cost: yieldG > 0 ? leastMisfit(terms, low, high) : 0 };
  };

  const visit = (box: Box, bound: Bound): void => {
    if (bound.yieldG > yieldLimitG + SAME_G || (best && worse(bound, best))) return;
    const { first, last } = box;
    if (sizeOf(box) <= FEW) {
      for (let dose = first[0]; dose <= last[0]; dose++)
        for (let water = first[1]; water <= last[1]; water++)
          for (let bypass = first[2]; bypass <= last[2]; bypass++)
            for (let ice = first[3]; ice <= last[3]; ice++) consider(dose, water, bypass, ice);
      return;
    }
    if (best && ++boxes > MOST_BOXES) return;
    const [lower, upper] = halvesOf(box);
    const lowerBound = boundOf(lower);
    const upperBound = boundOf(upper);
    // The better half first: what it finds leaves out more of the other.
    const lowerFirst = lowerBound.cost <= upperBound.cost;
    if (lowerFirst) visit(lower, lowerBound);
    visit(upper, upperBound);
    if (!lowerFirst) visit(lower, lowerBound);
  };

  const all: Box = {
    first: lattices.map(({ first }) => first) as unknown as Choice,
    last: lattices.map(({ last }) => last) as unknown as Choice,
  };
  visit(all, { cost: 0, yieldG: Number.NEGATIVE_INFINITY });
  return best?.choice;
}

function worse(bound: Bound, best: Found): boolean {
  if (bound.cost > best.cost + SAME_COST) return true;
  return bound.cost >= best.cost - SAME_COST && bound.yieldG > best.yieldG + SAME_G;
}

function better(a: Found, b: Found): boolean {
  if (Math.abs(a.cost - b.cost) > SAME_COST) return a.cost < b.cost;
  if (Math.abs(a.yieldG - b.yieldG) > SAME_G) return a.yieldG < b.yieldG;
  const differs = a.choice.findIndex((k, i) => k !== b.choice[i]);
  return differs >= 0 && a.choice[differs]! < b.choice[differs]!;
}

function sizeOf({ first, last }: Box): number {
  return first.reduce((size, from, i) => size * (last[i]! - from + 1), 1);
}

/** The two halves across the longest side. */
function halvesOf({ first, last }: Box): readonly [Box, Box] {
  const lengths = first.map((from, i) => last[i]! - from);
  const side = lengths.indexOf(Math.max(...lengths));
  const middle = first[side]! + Math.floor(lengths[side]! / 2);
  const cut = (choice: Choice, k: number) =>
    choice.map((old, i) => (i === side ? k : old)) as unknown as Choice;
  return [
    { first, last: cut(last, middle) },
    { first: cut(first, middle + 1), last },
  ];
}
