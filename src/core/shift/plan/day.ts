import type { PlanInput, PlanOption, PlanPot } from "./input.ts";

/** An option with what its names stand for. */
export interface DayOption extends PlanOption {
  /** Place of its kind among the day's vessels; −1 where there is none of it. */
  readonly kind: number;
  /** Place of its brewer among those that are named; −1 where any will do. */
  readonly brewerPlace: number;
}

/** A product as a day is run with it. */
interface DayProduct {
  readonly options: readonly DayOption[];
  readonly meanCups: readonly number[];
  /** Mean cups asked for from each slot to the end. */
  readonly restCups: Float64Array;
  readonly lostPerCup: number;
  readonly pouredPerCup: number;
  readonly stalePerCupMin: number;
  readonly graceMin: number;
  /** Those that stand or are under way when it begins, the oldest first. */
  readonly pots: readonly (PlanPot & { readonly kind: number })[];
}

/** A batch that is begun at its slot whatever the levels say: a brewer is left to it, and for a while before it a vessel. */
export interface DayPin {
  readonly product: number;
  readonly options: readonly DayOption[];
  readonly beginSlot: number;
  readonly readySlot: number;
  readonly kind: number;
  readonly brewerPlace: number;
  /** From this slot on one vessel of its kind is left to it. */
  readonly vesselFromSlot: number;
}

/** A day made ready: everything that is the same however often it is run. */
export interface Day {
  readonly slotMin: number;
  readonly fromSlot: number;
  readonly slots: number;
  readonly products: readonly DayProduct[];
  /** Free brewers by slot, and vessels by kind and slot, before anything is brewed. */
  readonly brewers: Int16Array;
  readonly vessels: readonly Int16Array[];
  readonly handsMin: readonly number[];
  readonly ice: PlanInput["ice"];
  readonly pins: readonly DayPin[];
  /** Of the named brewers, the slot at which each is free of what is under way. */
  readonly freeAt: readonly number[];
  /** Options that are not brewed in a slot. */
  readonly forbids: (option: PlanOption, slot: number) => boolean;
}

/** So long before a pin a vessel is left to it, min: an hour misses hardly fewer pins than half of one, and costs the day more. */
const VESSEL_BEFORE_MIN = 30;

/** Makes a day ready to be run. */
export function readyDay(input: PlanInput): Day {
  const { slots, nowSlot, forbidden } = input;
  const away = (resource: string, slot: number) =>
    forbidden.filter((each) => each.resource === resource && slot >= each.fromSlot && slot < each.toSlot)
      .length;
  const kinds = input.vessels.map(({ kind }) => kind);
  const named = [
    ...new Set(input.products.flatMap(({ options }) => options.flatMap(({ brewer }) => brewer ?? []))),
  ];
  const products = input.products.map((product): DayProduct => {
    const { name, options, meanCups, lostPerCup, pouredPerCup, stalePerCupMin, graceMin } = product;
    const restCups = new Float64Array(slots + 1);
    for (let slot = slots - 1; slot >= 0; slot--)
      restCups[slot] = restCups[slot + 1]! + (meanCups[slot] ?? 0);
    const pots = [...input.pots, ...input.brewing]
      .filter((pot) => pot.product === name)
      .map((pot) => ({ ...pot, kind: kinds.indexOf(pot.vesselKind) }))
      .sort((a, b) => a.readySlot - b.readySlot);
    return {
      options: options.map((option) => ({
        ...option,
        kind: kinds.indexOf(option.vesselKind),
        brewerPlace: option.brewer === undefined ? -1 : named.indexOf(option.brewer),
      })),
      meanCups,
      restCups,
      lostPerCup,
      pouredPerCup,
      stalePerCupMin,
      graceMin,
      pots,
    };
  });
  const brewers = Int16Array.from({ length: slots }, (_, slot) => input.brewers - away("brewer", slot));
  for (const { readySlot } of input.brewing)
    for (let slot = nowSlot; slot < Math.min(slots, readySlot); slot++) brewers[slot]!--;
  const pins = input.pins.flatMap(({ product, card, readySlot }): DayPin[] => {
    const place = input.products.findIndex(({ name }) => name === product);
    const options = products[place]?.options.filter((option) => option.card === card) ?? [];
    const [first] = options;
    if (!first) return [];
    const { brewSlots, kind, brewerPlace } = first;
    const beginSlot = Math.max(nowSlot, readySlot - brewSlots);
    const vesselFromSlot = beginSlot - Math.ceil(VESSEL_BEFORE_MIN / input.slotMin);
    const at = { beginSlot, readySlot: beginSlot + brewSlots, vesselFromSlot };
    return [{ product: place, options, kind, brewerPlace, ...at }];
  });
  return {
    slotMin: input.slotMin,
    fromSlot: nowSlot,
    slots,
    products,
    brewers,
    vessels: input.vessels.map(({ kind, count }) =>
      Int16Array.from({ length: slots }, (_, slot) => count - away(kind, slot)),
    ),
    handsMin: input.handsMin,
    ice: input.ice,
    pins,
    freeAt: named.map((name) =>
      input.brewing.reduce(
        (free, { brewer, readySlot }) => (brewer === name ? Math.max(free, readySlot) : free),
        nowSlot,
      ),
    ),
    forbids:
      forbidden.length === 0
        ? () => false
        : ({ card, brewer, brewSlots }, slot) =>
            away(card, slot) > 0 ||
            (brewer !== undefined &&
              forbidden.some(
                (each) => each.resource === brewer && slot < each.toSlot && slot + brewSlots > each.fromSlot,
              )),
  };
}
