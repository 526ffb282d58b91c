import {
  allows,
  begun,
  brew,
  free,
  freeVessels,
  type PlanRule,
  pour,
  pourRestFor,
  type Run,
  type SimulatedPot,
} from "./counter.ts";
import type { Day, DayOption } from "./day.ts";
import type { DayDemand } from "./demand.ts";

/** A day as it went. */
export interface SimulatedDay {
  readonly cost: number;
  readonly lostCups: number;
  readonly pouredCups: number;
  readonly servedCups: number;
  /** Cups times their age when they were served, min. */
  readonly cupMinutes: number;
  /** Work at the brewers, min. */
  readonly handsMin: number;
  readonly iceKg: number;
  /** Every pot of the day by product, in the order in which they were begun. */
  readonly pots: readonly (readonly SimulatedPot[])[];
  /** Pinned batches that could not be begun in time. */
  readonly missedPins: number;
}

/** Cups added to the mean where products are put in the order of their cover. */
const COVER_CUPS = 0.05;

/**
 * Runs one day by levels, slot by slot: pots whose brew is ready stand, what is past its hold is poured, the product whose stock covers
 * least is looked at first, and cups go out oldest first.
 */
export function runDay(day: Day, rule: PlanRule, demand: DayDemand, first?: Move): SimulatedDay {
  const run = atFirst(day, rule, first);
  serve(run, demand);
  for (let slot = day.fromSlot + 1; slot < day.slots; slot++) {
    begin(run, slot);
    brewPinned(run);
    brewByLevels(run);
    serve(run, demand);
  }
  return closed(run);
}

/** Decision for one product in the first slot, in place of what its level says. */
export interface Move {
  readonly product: number;
  /** The option that is begun; undefined: the product waits. */
  readonly option: DayOption | undefined;
  /** The smallest rest may be poured for its vessel, however large it is. */
  readonly pours: boolean;
}

/** A day whose first slot is decided, before anybody is served. */
export function atFirst(day: Day, rule: PlanRule, first?: Move): Run {
  const run = begun(day, rule);
  begin(run, day.fromSlot);
  brewPinned(run);
  brewByLevels(run, first);
  return run;
}

/** A slot begins: ice is made, brews are ready, empty pots and those past their hold free their vessels. */
function begin(run: Run, slot: number): void {
  const { ice, handsMin } = run.day;
  run.slot = slot;
  run.handsLeft = handsMin[slot] ?? 0;
  if (ice) run.iceLeftKg = Math.min(ice.capKg, run.iceLeftKg + ice.perSlotKg);
  for (let place = 0; place < run.standing.length; place++) {
    const pots = run.standing[place]!;
    for (let i = pots.length - 1; i >= 0; i--) {
      const pot = pots[i]!;
      if (pot.readySlot > slot) continue;
      if (pot.readySlot === slot) run.ready[place]! += pot.cups;
      if (pot.cups === 0) free(run, place, i);
      else if (slot >= pot.pourAtSlot) pour(run, place, i);
    }
  }
}

/** Begins the batches that have to be ready at a time; a rest is poured for one that has no vessel. */
function brewPinned(run: Run): void {
  for (const { product, options, beginSlot } of run.day.pins) {
    if (beginSlot !== run.slot) continue;
    if (!options.some((each) => allows(run, each))) pourRestFor(run, options, 0, Number.POSITIVE_INFINITY);
    const option = options.find((each) => allows(run, each));
    if (option) brew(run, product, option);
    else run.missedPins++;
  }
}

/** Begins a batch of each product that has fallen to its level, where one can be begun. */
function brewByLevels(run: Run, first?: Move): void {
  const { products } = run.day;
  const { order, cover, slot } = run;
  for (let i = 0; i < order.length; i++)
    cover[i] = run.ready[i]! / ((products[i]!.meanCups[slot] ?? 0) + COVER_CUPS);
  order.sort((a, b) => cover[a]! - cover[b]! || a - b);
  for (const place of order) {
    if (place === first?.product) {
      makeMove(run, first);
      continue;
    }
    const vesselsLeft = freeVessels(run);
    const level = run.rule.levels[place]![slot]!;
    const counts = vesselsLeft <= 1 ? Math.round(run.rule.scarceShare * level) : level;
    if (level < 0 || run.total[place]! > counts) continue;
    const { options, restCups } = products[place]!;
    // A rest of the day that asks for less than a smaller batch needs no large one.
    const from = options.length > 1 && restCups[slot]! < options[1]!.cups ? 1 : 0;
    if (run.rule.pourRestCups > 0 && vesselsLeft <= 0) pourRestFor(run, options, from);
    for (let k = from; k < options.length; k++) {
      if (!allows(run, options[k]!)) continue;
      brew(run, place, options[k]!);
      break;
    }
  }
}

function makeMove(run: Run, { product, option, pours }: Move): void {
  if (!option) return;
  if (pours) pourRestFor(run, [option], 0, option.cups);
  if (allows(run, option)) brew(run, product, option);
}

/** Serves the guests of a slot, the oldest cups first; those who find none are lost. */
function serve(run: Run, demand: DayDemand): void {
  const { products, slotMin } = run.day;
  const { slot } = run;
  for (let place = 0; place < products.length; place++) {
    let wanted = demand[place]![slot]!;
    if (wanted === 0) continue;
    const { stalePerCupMin, graceMin, lostPerCup } = products[place]!;
    for (const pot of run.standing[place]!) {
      if (pot.readySlot > slot || pot.cups === 0) continue;
      const cups = Math.min(wanted, pot.cups);
      const ageMin = (slot - pot.readySlot + 0.5) * slotMin;
      pot.cups -= cups;
      wanted -= cups;
      if (pot.cups === 0) pot.emptySlot = slot + 1;
      run.ready[place]! -= cups;
      run.total[place]! -= cups;
      run.servedCups += cups;
      run.cupMinutes += cups * ageMin;
      run.cost += cups * stalePerCupMin * Math.max(0, ageMin - graceMin);
      if (wanted === 0) break;
    }
    run.lostCups += wanted;
    run.cost += wanted * lostPerCup;
  }
}

/** The day's end: the rest is poured. */
function closed(run: Run): SimulatedDay {
  run.slot = run.day.slots;
  for (let place = 0; place < run.standing.length; place++)
    while (run.standing[place]!.length > 0) pour(run, place, 0);
  const { cost, lostCups, pouredCups, servedCups, cupMinutes, handsMin, iceKg, missedPins, all } = run;
  return { cost, lostCups, pouredCups, servedCups, cupMinutes, handsMin, iceKg, missedPins, pots: all };
}
