import type { SimulatedPot } from "./counter.ts";
import type { PlanInput } from "./input.ts";
import type { SimulatedDay } from "./rule.ts";

/** Means of a day, by simulated days that are run one way. */
export interface PlanForecast {
  readonly cost: number;
  readonly standardError: number;
  readonly lostCups: number;
  readonly pouredCups: number;
  /** Of a cup when it is served. */
  readonly meanAgeMin: number;
  readonly brews: number;
  readonly handsMin: number;
  readonly iceKg: number;
  /** Pinned batches that cannot be begun in time. */
  readonly missedPins: number;
  /** Eight days in ten lie within. */
  readonly ranges: { readonly [name in RangedFigure]: readonly [low: number, high: number] };
  /** Mean batches of each card. */
  readonly batches: readonly { readonly card: string; readonly mean: number }[];
}

/** Figures of a day that are told with their range. */
export const RANGED_FIGURES = ["cost", "lostCups", "pouredCups", "meanAgeMin", "brews", "iceKg"] as const;
export type RangedFigure = (typeof RANGED_FIGURES)[number];

/** A batch that a day likely has. */
export interface LikelyBrew {
  readonly product: string;
  readonly card: string;
  readonly vesselKind: string;
  /** When it is begun: one day in ten earlier than the first, one in ten later than the last. */
  readonly p10Slot: number;
  readonly p50Slot: number;
  readonly p90Slot: number;
  /** When it is empty or poured away, the middle of all days. */
  readonly emptySlot: number;
  /** Of its cups, poured away. */
  readonly pouredShare: number;
}

export function forecastOf(days: readonly SimulatedDay[]): PlanForecast {
  const mean = (figure: (day: SimulatedDay) => number) =>
    days.reduce((sum, day) => sum + figure(day), 0) / days.length;
  const cost = mean((day) => day.cost);
  const variance = mean((day) => (day.cost - cost) ** 2) * (days.length / Math.max(1, days.length - 1));
  const servedCups = mean((day) => day.servedCups);
  const brewsOf = (day: SimulatedDay) => day.pots.reduce((sum, pots) => sum + brewedIn(pots).length, 0);
  const range = (figure: (day: SimulatedDay) => number) => {
    const sorted = days.map(figure).sort((a, b) => a - b);
    return [quantile(sorted, LOW), quantile(sorted, HIGH)] as const;
  };
  return {
    cost,
    standardError: Math.sqrt(variance / days.length),
    lostCups: mean((day) => day.lostCups),
    pouredCups: mean((day) => day.pouredCups),
    meanAgeMin: servedCups > 0 ? mean((day) => day.cupMinutes) / servedCups : 0,
    brews: mean(brewsOf),
    handsMin: mean((day) => day.handsMin),
    iceKg: mean((day) => day.iceKg),
    missedPins: mean((day) => day.missedPins),
    ranges: {
      cost: range((day) => day.cost),
      lostCups: range((day) => day.lostCups),
      pouredCups: range((day) => day.pouredCups),
      meanAgeMin: range((day) => (day.servedCups > 0 ? day.cupMinutes / day.servedCups : 0)),
      brews: range(brewsOf),
      iceKg: range((day) => day.iceKg),
    },
    batches: batchesOf(days),
  };
}

function batchesOf(days: readonly SimulatedDay[]): PlanForecast["batches"] {
  const counts = new Map<string, number>();
  for (const { pots } of days)
    for (const { option } of brewedIn(pots.flat()))
      counts.set(option.card, (counts.get(option.card) ?? 0) + 1);
  return [...counts].map(([card, count]) => ({ card, mean: count / days.length }));
}

const [LOW, MIDDLE, HIGH] = [0.1, 0.5, 0.9] as const;

function quantile(sorted: readonly number[], share: number): number {
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? 0;
}

/** A batch that fewer days than this have is not likely, a share. */
const LIKELY_SHARE = 0.5;

/** The batches that days likely have: those that are pinned, and of the others of each product the first, the second, and so on. */
export function likelyBrews(
  { products, pins }: Pick<PlanInput, "products" | "pins">,
  days: readonly SimulatedDay[],
): readonly LikelyBrew[] {
  return products.flatMap(({ name }, place) => {
    const own = pins.filter(({ product }) => product === name);
    const brewed = days.map(({ pots }) => apart(own, brewedIn(pots[place]!)));
    const most = Math.max(0, ...brewed.map(({ others }) => others.length));
    return [
      ...own.map((_, i) => brewed.flatMap(({ pinned }) => pinned[i] ?? [])),
      ...Array.from({ length: most }, (_, i) => brewed.flatMap(({ others }) => others[i] ?? [])),
    ]
      .filter(({ length }) => length >= LIKELY_SHARE * days.length)
      .map((pots) => likely(name, pots));
  });
}

/** A day's batches of a product: those that are brewed for its pins, by place of the pin, and the others. */
function apart(
  pins: PlanInput["pins"],
  pots: readonly Brewed[],
): { readonly pinned: readonly (Brewed | undefined)[]; readonly others: readonly Brewed[] } {
  const others = [...pots];
  const pinned = pins.map(({ card, readySlot }) => {
    const at = others.findIndex((pot) => pot.option.card === card && pot.readySlot === readySlot);
    return at < 0 ? undefined : others.splice(at, 1)[0];
  });
  return { pinned, others };
}

type Brewed = SimulatedPot & { readonly option: NonNullable<SimulatedPot["option"]> };

function brewedIn(pots: readonly SimulatedPot[]): readonly Brewed[] {
  return pots.filter((pot): pot is Brewed => pot.option !== undefined);
}

function likely(product: string, pots: readonly Brewed[]): LikelyBrew {
  const begun = pots.map(({ readySlot, option }) => readySlot - option.brewSlots).sort((a, b) => a - b);
  const empty = pots.map(({ emptySlot }) => emptySlot).sort((a, b) => a - b);
  const usual = mostFrequent(pots.map(({ option }) => option));
  const poured = pots.reduce((sum, { pouredCups, option }) => sum + pouredCups / option.cups, 0);
  return {
    product,
    card: usual.card,
    vesselKind: usual.vesselKind,
    p10Slot: quantile(begun, LOW),
    p50Slot: quantile(begun, MIDDLE),
    p90Slot: quantile(begun, HIGH),
    emptySlot: quantile(empty, MIDDLE),
    pouredShare: poured / pots.length,
  };
}

function mostFrequent<T>(all: readonly T[]): T {
  const counts = new Map<T, number>();
  for (const each of all) counts.set(each, (counts.get(each) ?? 0) + 1);
  return [...counts].reduce((most, each) => (each[1] > most[1] ? each : most))[0];
}
