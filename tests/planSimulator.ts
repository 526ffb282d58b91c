/*
 * A café's day, customer by customer and minute by minute, run by a plan's levels. It is written from the rule in words and shares
 * nothing with the planner, so that it can say whether the planner's own forecast is right.
 */

interface Option {
  readonly cups: number;
  readonly brewSlots: number;
  readonly handsMin: number;
  readonly vesselKind: string;
  readonly holdSlots: number;
  readonly iceKg: number;
  readonly fixed: number;
}
interface Product {
  readonly meanCups: readonly number[];
  readonly varianceToMean: number;
  readonly lostPerCup: number;
  readonly pouredPerCup: number;
  readonly stalePerCupMin: number;
  readonly graceMin: number;
  readonly options: readonly Option[];
}
export interface CafeDay {
  readonly slotMin: number;
  readonly slots: number;
  readonly products: readonly Product[];
  readonly brewers: number;
  readonly handsMin: readonly number[];
  readonly vessels: readonly { readonly kind: string; readonly count: number }[];
  readonly ice?: { readonly initKg: number; readonly perSlotKg: number; readonly capKg: number } | null;
}
interface Levels {
  readonly levels: readonly (readonly number[])[];
  readonly pourRestCups: number;
  readonly scarceShare: number;
}

interface Pot {
  readonly product: number;
  readonly kind: string;
  readonly readyMin: number;
  readonly holdMin: number;
  cups: number;
}

/** The cost of one day. */
export function cafeDay(day: CafeDay, plan: Levels, random: () => number): number {
  const { slotMin, products } = day;
  let cost = 0;
  let pots: Pot[] = [];
  let iceKg = day.ice?.initKg ?? 0;
  const busyUntil = Array<number>(day.brewers).fill(0);
  const vesselsFree = (kind: string) =>
    (day.vessels.find((each) => each.kind === kind)?.count ?? 0) -
    pots.filter((pot) => pot.kind === kind).length;
  const throwAway = (pot: Pot) => {
    cost += pot.cups * products[pot.product]!.pouredPerCup;
    pots = pots.filter((each) => each !== pot);
  };
  const own = (product: number) => pots.filter((pot) => pot.product === product);
  const cupsOf = (list: readonly Pot[]) => list.reduce((sum, pot) => sum + pot.cups, 0);

  for (let slot = 0; slot < day.slots; slot++) {
    const nowMin = slot * slotMin;
    if (day.ice) iceKg = Math.min(day.ice.capKg, iceKg + day.ice.perSlotKg);
    for (const pot of [...pots])
      if (pot.readyMin <= nowMin && (pot.cups === 0 || nowMin - pot.readyMin >= pot.holdMin)) throwAway(pot);
    let hands = day.handsMin[slot]!;
    const cover = products.map(
      (product, i) =>
        cupsOf(own(i).filter((pot) => pot.readyMin <= nowMin)) / (product.meanCups[slot]! + 0.05),
    );
    const order = products.map((_, i) => i).sort((a, b) => cover[a]! - cover[b]! || a - b);
    for (const i of order) {
      const allFree = day.vessels.reduce((sum, { kind }) => sum + Math.max(0, vesselsFree(kind)), 0);
      const level = plan.levels[i]![slot]!;
      const counts = allFree <= 1 ? Math.round(plan.scarceShare * level) : level;
      if (level < 0 || cupsOf(own(i)) > counts) continue;
      const { options, meanCups } = products[i]!;
      const stillAsked = meanCups.slice(slot).reduce((sum, mean) => sum + mean, 0);
      const wanted = options.length > 1 && stillAsked < options[1]!.cups ? options.slice(1) : options;
      const brewer = busyUntil.findIndex((until) => until <= nowMin);
      const isDoable = (option: Option) =>
        brewer >= 0 &&
        option.handsMin <= hands &&
        slot + option.brewSlots < day.slots &&
        (!day.ice || option.iceKg <= iceKg);
      if (plan.pourRestCups > 0 && allFree === 0) {
        const rests = pots
          .filter(
            (pot) =>
              pot.readyMin <= nowMin &&
              pot.cups <= plan.pourRestCups &&
              own(pot.product).length > 1 &&
              wanted.some(
                (option) => option.vesselKind === pot.kind && option.cups > pot.cups + 3 && isDoable(option),
              ),
          )
          .sort(
            (a, b) =>
              a.cups * products[a.product]!.pouredPerCup - b.cups * products[b.product]!.pouredPerCup ||
              a.product - b.product ||
              a.readyMin - b.readyMin,
          );
        if (rests[0]) throwAway(rests[0]);
      }
      const option = wanted.find((each) => vesselsFree(each.vesselKind) > 0 && isDoable(each));
      if (!option) continue;
      hands -= option.handsMin;
      iceKg -= option.iceKg;
      cost += option.fixed;
      const readyMin = nowMin + option.brewSlots * slotMin;
      busyUntil[brewer] = readyMin;
      pots.push({
        product: i,
        kind: option.vesselKind,
        readyMin,
        holdMin: option.holdSlots * slotMin,
        cups: option.cups,
      });
    }
    for (const [i, product] of products.entries()) {
      const guests = guestsOf(product.meanCups[slot]!, product.varianceToMean, random);
      const arrivals = Array.from({ length: guests }, () => nowMin + slotMin * random()).sort(
        (a, b) => a - b,
      );
      for (const atMin of arrivals) {
        const pot = own(i)
          .filter(({ readyMin, cups }) => readyMin <= nowMin && cups > 0)
          .sort((a, b) => a.readyMin - b.readyMin)[0];
        if (!pot) {
          cost += product.lostPerCup;
          continue;
        }
        pot.cups--;
        cost += product.stalePerCupMin * Math.max(0, atMin - pot.readyMin - product.graceMin);
      }
    }
  }
  for (const pot of [...pots]) throwAway(pot);
  return cost;
}

/** Guests of a slot: single ones, or groups, whose mean is itself drawn from a gamma distribution. */
function guestsOf(mean: number, varianceToMean: number, random: () => number): number {
  if (mean <= 0) return 0;
  const rate = varianceToMean > 1 ? (varianceToMean - 1) * gamma(mean / (varianceToMean - 1), random) : mean;
  let [count, left] = [0, Math.exp(-rate)];
  for (let product = random(); product > left; product *= random()) count++;
  return count;
}

/** Marsaglia and Tsang, A simple method for generating gamma variables, 2000; below 1 by Johnk's power. */
function gamma(shape: number, random: () => number): number {
  if (shape < 1) return gamma(shape + 1, random) * random() ** (1 / shape);
  const d = shape - 1 / 3;
  const c = 1 / Math.sqrt(9 * d);
  for (;;) {
    const x = Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    const v = (1 + c * x) ** 3;
    if (v > 0 && Math.log(1 - random()) < 0.5 * x * x + d - d * v + d * Math.log(v)) return d * v;
  }
}
