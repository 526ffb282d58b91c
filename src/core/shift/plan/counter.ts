import type { Day, DayOption } from "./day.ts";

/** Levels of a day, and how they are applied. */
export interface PlanRule {
  /** By product and slot: a pot is brewed at so many cups on hand and under way, or fewer; below 0 none is. */
  readonly levels: readonly Int16Array[];
  /** Cups of a product's rest that are poured away for a vessel at most. */
  readonly pourRestCups: number;
  /** With one vessel left a level counts for this share: the vessel waits for the product that needs it most. */
  readonly scarceShare: number;
}

/** A pot on the counter, or under way. */
export interface SimulatedPot {
  /** Undefined for one that was there when the day began. */
  readonly option: DayOption | undefined;
  readonly kind: number;
  readonly readySlot: number;
  readonly pourAtSlot: number;
  cups: number;
  pouredCups: number;
  /** The slot at whose beginning it is empty; −1 while it is not. */
  emptySlot: number;
}

/** A day while it is run: changed in place, since thousands of them are run for one plan. */
export interface Run {
  readonly day: Day;
  readonly rule: PlanRule;
  /** Free by slot. */
  readonly brewers: Int16Array;
  /** Of the named brewers, the slot at which each is free. */
  readonly freeAt: Int16Array;
  /** Vessels in use by kind. */
  readonly used: Int16Array;
  readonly standing: readonly SimulatedPot[][];
  readonly all: readonly SimulatedPot[][];
  /** Cups of each product that are ready, and all with those under way. */
  readonly ready: Int32Array;
  readonly total: Int32Array;
  readonly order: number[];
  readonly cover: Float64Array;
  slot: number;
  handsLeft: number;
  iceLeftKg: number;
  cost: number;
  lostCups: number;
  pouredCups: number;
  servedCups: number;
  cupMinutes: number;
  handsMin: number;
  iceKg: number;
  missedPins: number;
}

/** A day as it begins, with the pots that stand or are under way. */
export function begun(day: Day, rule: PlanRule): Run {
  const { products, vessels, ice, fromSlot } = day;
  const all = products.map(({ pots }) =>
    pots.map(
      ({ kind, cups, readySlot, pourAtSlot }): SimulatedPot => ({
        option: undefined,
        kind,
        readySlot,
        pourAtSlot,
        cups,
        pouredCups: 0,
        emptySlot: -1,
      }),
    ),
  );
  const sum = (pots: readonly SimulatedPot[]) => pots.reduce((cups, pot) => cups + pot.cups, 0);
  const used = new Int16Array(vessels.length);
  for (const { kind } of all.flat()) if (kind >= 0) used[kind]!++;
  return {
    day,
    rule,
    brewers: day.brewers.slice(),
    freeAt: Int16Array.from(day.freeAt),
    used,
    standing: all.map((pots) => [...pots]),
    all,
    ready: Int32Array.from(all, (pots) => sum(pots.filter(({ readySlot }) => readySlot < fromSlot))),
    total: Int32Array.from(all, sum),
    order: products.map((_, i) => i),
    cover: new Float64Array(products.length),
    slot: fromSlot,
    handsLeft: 0,
    iceLeftKg: ice?.initKg ?? 0,
    cost: 0,
    lostCups: 0,
    pouredCups: 0,
    servedCups: 0,
    cupMinutes: 0,
    handsMin: 0,
    iceKg: 0,
    missedPins: 0,
  };
}

/** Vessels of a kind that are neither in use, nor away, nor left to a pin that comes. */
function freeOf({ day, slot, used }: Run, kind: number): number {
  let free = day.vessels[kind]![slot]! - used[kind]!;
  for (const pin of day.pins)
    if (pin.kind === kind && slot >= pin.vesselFromSlot && slot < pin.beginSlot) free--;
  return Math.max(0, free);
}

/** The same of all kinds. */
export function freeVessels(run: Run): number {
  let free = 0;
  for (let kind = 0; kind < run.used.length; kind++) free += freeOf(run, kind);
  return free;
}

/** Whether a batch that is begun now would be on a brewer still when a pin that comes needs the last one of them, or this very one. */
function isInAPinsWay({ day, slot, brewers }: Run, { brewSlots, brewerPlace }: DayOption): boolean {
  const endSlot = slot + brewSlots;
  return day.pins.some((pin) => {
    if (pin.beginSlot <= slot || pin.beginSlot >= endSlot) return false;
    if (brewerPlace >= 0 && pin.brewerPlace === brewerPlace) return true;
    for (let at = pin.beginSlot; at < Math.min(endSlot, pin.readySlot); at++)
      if (brewers[at]! <= 1) return true;
    return false;
  });
}

/** Whether a batch can be begun now, but for its vessel. */
function allowsElse(run: Run, option: DayOption): boolean {
  const { slot, day } = run;
  const { brewSlots, handsMin, iceKg, brewerPlace } = option;
  if (slot + brewSlots >= day.slots || handsMin > run.handsLeft) return false;
  if (day.ice && iceKg > run.iceLeftKg) return false;
  for (let at = slot; at < slot + brewSlots; at++) if (run.brewers[at]! <= 0) return false;
  if (brewerPlace >= 0 && run.freeAt[brewerPlace]! > slot) return false;
  return !isInAPinsWay(run, option) && !day.forbids(option, slot);
}

/** Whether a batch can be begun now: its brewer, hands, vessel, ice, and the end of the day. */
export function allows(run: Run, option: DayOption): boolean {
  return option.kind >= 0 && freeOf(run, option.kind) > 0 && allowsElse(run, option);
}

/** Begins a batch: its vessel is held from now on. */
export function brew(run: Run, place: number, option: DayOption): void {
  const { slot } = run;
  const readySlot = slot + option.brewSlots;
  run.handsLeft -= option.handsMin;
  run.handsMin += option.handsMin;
  run.iceLeftKg -= option.iceKg;
  run.iceKg += option.iceKg;
  run.used[option.kind]!++;
  for (let at = slot; at < readySlot; at++) run.brewers[at]!--;
  if (option.brewerPlace >= 0) run.freeAt[option.brewerPlace] = readySlot;
  const pot: SimulatedPot = {
    option,
    kind: option.kind,
    readySlot,
    pourAtSlot: readySlot + option.holdSlots,
    cups: option.cups,
    pouredCups: 0,
    emptySlot: -1,
  };
  run.all[place]!.push(pot);
  const pots = run.standing[place]!;
  let i = pots.length;
  while (i > 0 && pots[i - 1]!.readySlot > readySlot) i--;
  pots.splice(i, 0, pot);
  run.total[place]! += option.cups;
  run.cost += option.fixed;
}

/** A batch that brings no more than this beyond the rest that is poured for it is not worth it, cups. */
const WORTH_CUPS = 3;

/**
 * Pours the rest that costs least, of a product that has another pot, where what is wanted can then be begun and brings more: a rest
 * that is poured for nothing is only lost.
 */
export function pourRestFor(
  run: Run,
  options: readonly DayOption[],
  from: number,
  mostCups = run.rule.pourRestCups,
): void {
  const { products } = run.day;
  let [bestPlace, bestPot, bestCost] = [-1, -1, Number.POSITIVE_INFINITY];
  for (let place = 0; place < run.standing.length; place++) {
    const pots = run.standing[place]!;
    if (pots.length < 2) continue;
    for (let i = 0; i < pots.length; i++) {
      const { readySlot, cups, kind } = pots[i]!;
      if (readySlot > run.slot || cups > mostCups) continue;
      const cost = cups * products[place]!.pouredPerCup;
      if (cost >= bestCost) continue;
      let leads = false;
      for (let k = from; k < options.length && !leads; k++)
        leads =
          options[k]!.kind === kind && options[k]!.cups > cups + WORTH_CUPS && allowsElse(run, options[k]!);
      if (leads) [bestPlace, bestPot, bestCost] = [place, i, cost];
    }
  }
  if (bestPlace >= 0) pour(run, bestPlace, bestPot);
}

/** Pours a pot away, and frees its vessel. */
export function pour(run: Run, place: number, i: number): void {
  const pot = run.standing[place]![i]!;
  const { cups } = pot;
  run.pouredCups += cups;
  run.cost += cups * run.day.products[place]!.pouredPerCup;
  if (pot.readySlot <= run.slot) run.ready[place]! -= cups;
  run.total[place]! -= cups;
  pot.pouredCups = cups;
  pot.cups = 0;
  free(run, place, i);
}

/** Takes an empty pot off the counter. */
export function free(run: Run, place: number, i: number): void {
  const [pot] = run.standing[place]!.splice(i, 1);
  if (pot!.emptySlot < 0) pot!.emptySlot = run.slot;
  if (pot!.kind >= 0) run.used[pot!.kind]!--;
}
