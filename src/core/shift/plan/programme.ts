import { countChances } from "#core/random";
import type { Turns } from "#core/turns";
import type { PlanInput, PlanProduct } from "./input.ts";

/** One product's day, solved backwards over its stock. */
export interface Programme {
  /** By slot: largest stock, half an hour old, at which a fresh pot lowers the cost to come; −1 where it does at none. */
  readonly winsUpTo: Int16Array;
  /** Expected cost of a day that begins with no stock. */
  readonly cost: number;
}

interface ProgrammeOptions {
  /** Factor on the mean demand: a quiet or a busy day. */
  readonly factor: number;
  /** The most cups on hand at which a fresh pot may arrive. */
  readonly mostCups: number;
  /** Cups may be poured away at any time: for a bound below every way to run the day. */
  readonly poursFreely: boolean;
  /** Price of a vessel for a slot: others may want it. 0 for a bound, which shares nothing. */
  readonly vesselPrice: number;
}

/** Age of the stock at which levels are read, min. */
const READ_AT_MIN = 30;

/** Cups of a product's largest batch; 0 without one. */
export function largestCups({ options }: Pick<PlanProduct, "options">): number {
  return options.reduce((most, { cups }) => Math.max(most, cups), 0);
}

/**
 * Solves one product's day by dynamic programming over its stock: cups on hand, all counted as the newest pot's, and that pot's age. A
 * fresh pot is there at once, and shares nothing with other products but the vessels, which have a price. An option that needs more hands than its slot has is out.
 */
export function* solveDay(
  product: PlanProduct,
  { slots, slotMin, handsMin }: Pick<PlanInput, "slots" | "slotMin" | "handsMin">,
  { factor, mostCups, poursFreely, vesselPrice }: ProgrammeOptions,
): Turns<Programme> {
  const { options, lostPerCup, pouredPerCup } = product;
  const largest = Math.max(1, largestCups(product));
  const most = mostCups + largestCups(product);
  const width = most + 1;
  // How long a stock lives belongs to it: a table for each length that options have.
  const lives = [...new Set(options.map(({ holdSlots }) => holdSlots))].sort((a, b) => a - b);
  const longest = lives.at(-1) ?? 1;
  const ageCost = Float64Array.from(
    { length: longest },
    (_, age) => product.stalePerCupMin * Math.max(0, (age + 0.5) * slotMin - product.graceMin),
  );
  const readAge = Math.min(longest - 1, Math.round(READ_AT_MIN / slotMin));
  const next = lives.map((life) => new Float64Array(life * width));
  const after = lives.map((life) => new Float64Array(life * width));
  const winsUpTo = new Int16Array(slots).fill(-1);
  const lifeAfter = lives.map((life) =>
    options.map(({ holdSlots }) => lives.indexOf(Math.max(life, holdSlots))),
  );
  const lifeFirst = options.map(({ holdSlots }) => lives.indexOf(holdSlots));
  const served = new Float64Array(width);
  const none = lives.length === 0 ? emptyDay(product, slots, factor) : undefined;
  if (none !== undefined) return { winsUpTo, cost: none };

  for (let slot = slots - 1; slot >= 0; slot--) {
    yield;
    const mean = (product.meanCups[slot] ?? 0) * factor;
    const chances = countChances(mean, product.varianceToMean, most);
    expectServed(served, chances);
    const reach = reachOf(chances);
    const isLast = slot + 1 === slots;
    const emptyNext = isLast ? 0 : next[0]![0]!;
    for (const [i, life] of lives.entries()) {
      const table = after[i]!;
      for (let age = 0; age < life; age++) {
        const isOver = isLast || age + 1 === life;
        const row = (age + 1) * width;
        const below = next[i]!;
        for (let cups = 0; cups < width; cups++) {
          let cost =
            vesselPrice * Math.ceil(cups / largest) +
            lostPerCup * (mean - served[cups]!) +
            ageCost[age]! * served[cups]!;
          let left = 1;
          for (let count = 0; count < cups && count <= reach; count++) {
            const chance = chances[count]!;
            const rest = cups - count;
            cost += chance * (isOver ? pouredPerCup * rest + emptyNext : below[row + rest]!);
            left -= chance;
          }
          table[age * width + cups] = cost + left * emptyNext;
        }
      }
    }
    const hands = handsMin[slot] ?? 0;
    const freshAt = (i: number, cups: number): number => {
      let best = Number.POSITIVE_INFINITY;
      for (const [k, option] of options.entries()) {
        if (option.handsMin > hands) continue;
        const into = cups === 0 ? lifeFirst[k]! : lifeAfter[i]![k]!;
        best = Math.min(best, option.fixed + after[into]![cups + option.cups]!);
      }
      return best;
    };
    const oldest = lives.length - 1;
    for (let cups = 0; cups <= mostCups; cups++) {
      if (freshAt(oldest, cups) < after[oldest]![readAge * width + cups]!) winsUpTo[slot] = cups;
    }
    for (const [i, life] of lives.entries()) {
      const table = next[i]!;
      for (let cups = 0; cups < width; cups++) {
        const fresh = cups <= mostCups ? freshAt(i, cups) : Number.POSITIVE_INFINITY;
        for (let age = 0; age < life; age++) {
          const at = age * width + cups;
          let best = Math.min(after[i]![at]!, fresh);
          if (poursFreely && cups > 0) best = Math.min(best, table[at - 1]! + pouredPerCup);
          table[at] = best;
        }
      }
    }
  }
  return { winsUpTo, cost: next[0]![0]! };
}

/** Counts above this one are as good as never asked for. */
const NEVER = 1e-13;
function reachOf(chances: Float64Array): number {
  let above = 1;
  for (let count = 0; count < chances.length; count++) {
    above -= chances[count]!;
    if (above < NEVER) return count;
  }
  return chances.length;
}

/** Cups served of each stock, on average. */
function expectServed(served: Float64Array, chances: Float64Array): void {
  let [below, weighted] = [0, 0];
  for (let cups = 0; cups < served.length; cups++) {
    served[cups] = weighted + cups * (1 - below);
    below += chances[cups]!;
    weighted += cups * chances[cups]!;
  }
}

/** Cost of a product that cannot be brewed: all its demand is lost. */
function emptyDay({ meanCups, lostPerCup }: PlanProduct, slots: number, factor: number): number {
  let cups = 0;
  for (let slot = 0; slot < slots; slot++) cups += (meanCups[slot] ?? 0) * factor;
  return lostPerCup * cups;
}

/**
 * Lower bound on the cost of a day, however it is run, for one product by itself.
 *
 * @param times of the largest batch: the most cups on hand at which a fresh pot may arrive
 */
export function* boundOf(product: PlanProduct, input: PlanInput, times: number): Turns<number> {
  const mostCups = times * largestCups(product);
  let [cost, weights] = [0, 0];
  for (const { weight, factor } of input.dayFactors) {
    const solved = yield* solveDay(product, input, { factor, mostCups, poursFreely: true, vesselPrice: 0 });
    cost += weight * solved.cost;
    weights += weight;
  }
  return cost / weights;
}
