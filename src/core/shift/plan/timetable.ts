import type { Turns } from "#core/turns";
import { type ChainOutcome, chainOf } from "./chain.ts";
import { type Day, type DayOption, readyDay } from "./day.ts";
import { lostCupCost, type PlanInput, type PlanProduct } from "./input.ts";
import type { SimulatedDay } from "./rule.ts";

/** A batch of a timetable. */
export interface TimetableBrew {
  readonly product: string;
  readonly card: string;
  readonly vesselKind: string;
  readonly beginSlot: number;
  readonly readySlot: number;
}

/** A day by fixed times, for where nobody counts cups: the old pot is finished first. */
export interface Timetable {
  readonly brews: readonly TimetableBrew[];
  readonly cost: number;
  readonly lostCups: number;
  readonly pouredCups: number;
  readonly meanAgeMin: number;
}

interface Entry {
  readonly option: DayOption;
  readonly beginSlot: number;
  /** It has to be ready at its time. */
  readonly isPinned: boolean;
}

type Table = readonly (readonly Entry[])[];

/** Vessels may be wanted by so many more than there are, on average: one is often empty sooner. */
const SPARE_VESSELS = 0.5;
/**
 * A vessel that is likely missing for a slot costs so many lost cups: enough that a finished timetable hardly lacks one, while the search may
 * pass through tables that do.
 */
const MISSING_VESSEL_CUPS = 2;
const MOST_PASSES = 4;
/** A smaller gain is the noise of adding up. */
const LEAST_GAIN = 1e-9;
const SHIFTS = [-3, -2, -1, 1, 2, 3];

/**
 * A timetable by local search from a simulated day: batches are moved, left out, added and made larger or smaller while that lowers the
 * exact cost and the price of missing vessels, and brewers and hands allow it. The simulated day had vessels enough for the guests of that
 * day; for the average of all days it has too few.
 *
 * @param typical a day that was run by levels: what it brewed when is where the search begins
 */
export function* timetableFrom(input: PlanInput, typical: SimulatedDay): Turns<Timetable> {
  const day = readyDay(input);
  let table: Table = typical.pots.map((pots, place) =>
    pots.flatMap(({ option, readySlot }) =>
      option ? [entryOf(option, readySlot - option.brewSlots, input.products[place]!.name, input)] : [],
    ),
  );
  const prices = input.products.map((product) => priceOf(product, input));
  let outcomes = prices.map((price, place) => price(table[place]!));
  let missing = missingVessels(table, outcomes, day);
  const missingCost = MISSING_VESSEL_CUPS * lostCupCost(input.products);
  for (let pass = 0; pass < MOST_PASSES; pass++) {
    let isBetter = false;
    for (const place of input.products.keys()) {
      for (const change of changesOf(table[place]!, day.products[place]!.options, input)) {
        const entries = change(table[place]!);
        if (!entries) continue;
        const next = table.with(place, entries);
        if (!fitsBrewers(next, day, input)) continue;
        const outcome = prices[place]!(entries);
        yield;
        const nextOutcomes = outcomes.with(place, outcome);
        const nextMissing = missingVessels(next, nextOutcomes, day);
        const gain = outcomes[place]!.cost - outcome.cost + missingCost * (missing - nextMissing);
        if (gain <= LEAST_GAIN) continue;
        [table, outcomes, missing, isBetter] = [next, nextOutcomes, nextMissing, true];
      }
    }
    if (!isBetter) break;
  }
  return timetableOf(input, table, outcomes);
}

function entryOf(option: DayOption, beginSlot: number, product: string, { pins }: PlanInput): Entry {
  const isPinned = pins.some(
    (pin) =>
      pin.product === product && pin.card === option.card && pin.readySlot === beginSlot + option.brewSlots,
  );
  return { option, beginSlot, isPinned };
}

type ChangeOf = (entries: readonly Entry[]) => readonly Entry[] | undefined;

/** Changes of a product's batches, each by itself; one whose batch was left out meanwhile is none. */
function* changesOf(
  start: readonly Entry[],
  options: readonly DayOption[],
  { slots, nowSlot }: PlanInput,
): Generator<ChangeOf> {
  const swapped = (old: Entry, made: Entry | undefined): ChangeOf => {
    const fits =
      made === undefined || (made.beginSlot >= nowSlot && made.beginSlot + made.option.brewSlots < slots);
    return (entries) =>
      fits && entries.includes(old)
        ? sorted([...entries.filter((each) => each !== old), ...(made ? [made] : [])])
        : undefined;
  };
  for (const entry of start) {
    if (entry.isPinned) continue;
    for (const by of SHIFTS) yield swapped(entry, { ...entry, beginSlot: entry.beginSlot + by });
    for (const option of options) if (option !== entry.option) yield swapped(entry, { ...entry, option });
    yield swapped(entry, undefined);
  }
  const [largest] = options;
  if (!largest) return;
  for (let beginSlot = nowSlot; beginSlot + largest.brewSlots < slots; beginSlot += SHIFTS.length)
    for (const option of options)
      yield (entries) => sorted([...entries, { option, beginSlot, isPinned: false }]);
}

function sorted(entries: readonly Entry[]): readonly Entry[] {
  return entries.toSorted((a, b) => readyOf(a) - readyOf(b));
}

function readyOf({ option, beginSlot }: Entry): number {
  return beginSlot + option.brewSlots;
}

/** What batches of a product come to, with what stands and brews already. */
function priceOf(product: PlanProduct, input: PlanInput): (entries: readonly Entry[]) => ChainOutcome {
  const standing = [...input.pots, ...input.brewing]
    .filter((pot) => pot.product === product.name)
    .map(({ cups, readySlot, pourAtSlot }) => ({ cups, readySlot, pourAtSlot }));
  const outcomeOf = chainOf(product, input);
  return (entries) => {
    const batches = entries.map((entry) => ({
      cups: entry.option.cups,
      readySlot: readyOf(entry),
      pourAtSlot: readyOf(entry) + entry.option.holdSlots,
    }));
    const all = [...standing, ...batches].toSorted((a, b) => a.readySlot - b.readySlot);
    const outcome = outcomeOf(all);
    const fixed = entries.reduce((sum, { option }) => sum + option.fixed, 0);
    return {
      ...outcome,
      cost: outcome.cost + fixed,
      stands: batches.map((batch) => outcome.stands[all.indexOf(batch)]!),
    };
  };
}

/** Whether brewers and hands are there for all batches of a timetable. */
function fitsBrewers(table: Table, day: Day, input: PlanInput): boolean {
  const busy = day.brewers.slice();
  const named = new Set<string>();
  for (const { brewer, readySlot } of input.brewing)
    for (let slot = input.nowSlot; brewer !== undefined && slot < readySlot; slot++)
      named.add(`${brewer} ${slot}`);
  const hands = [...input.handsMin];
  for (const { option, beginSlot } of table.flat()) {
    hands[beginSlot]! -= option.handsMin;
    if (hands[beginSlot]! < 0 || day.forbids(option, beginSlot)) return false;
    for (let slot = beginSlot; slot < beginSlot + option.brewSlots; slot++) {
      busy[slot]!--;
      if (busy[slot]! < 0) return false;
      const key = `${option.brewer} ${slot}`;
      if (option.brewer !== undefined && named.has(key)) return false;
      named.add(key);
    }
  }
  return true;
}

/**
 * By how many vessels of each kind there are likely too few, over all slots: one is held from the brew's beginning, as long as something
 * is in it.
 */
function missingVessels(table: Table, outcomes: readonly ChainOutcome[], { vessels, slots }: Day): number {
  const wanted = vessels.map(() => new Float64Array(slots));
  for (const [place, entries] of table.entries())
    for (const [i, { option, beginSlot }] of entries.entries()) {
      if (option.kind < 0) return Number.POSITIVE_INFINITY;
      const own = wanted[option.kind]!;
      for (let slot = beginSlot; slot < Math.min(slots, readyOf(entries[i]!)); slot++) own[slot]! += 1;
      const stands = outcomes[place]!.stands[i]!;
      for (let slot = readyOf(entries[i]!); slot < slots; slot++) own[slot]! += stands[slot]!;
    }
  const over = (count: number, kind: number, slot: number) =>
    Math.max(0, count - vessels[kind]![slot]! - SPARE_VESSELS);
  return wanted.reduce(
    (all, own, kind) => own.reduce((sum, count, slot) => sum + over(count, kind, slot), all),
    0,
  );
}

function timetableOf(input: PlanInput, table: Table, outcomes: readonly ChainOutcome[]): Timetable {
  const sum = (figure: (outcome: ChainOutcome) => number) =>
    outcomes.reduce((total, outcome) => total + figure(outcome), 0);
  const served = sum(({ servedCups }) => servedCups);
  const brews = table.flatMap((entries, place) =>
    entries.map((entry) => ({
      product: input.products[place]!.name,
      card: entry.option.card,
      vesselKind: entry.option.vesselKind,
      beginSlot: entry.beginSlot,
      readySlot: readyOf(entry),
    })),
  );
  return {
    brews: brews.toSorted((a, b) => a.beginSlot - b.beginSlot),
    cost: sum(({ cost }) => cost),
    lostCups: sum(({ lostCups }) => lostCups),
    pouredCups: sum(({ pouredCups }) => pouredCups),
    meanAgeMin: served > 0 ? sum(({ cupMinutes }) => cupMinutes) / served : 0,
  };
}
