import type { DayKit } from "#contract/dayKit.ts";
import type { DayChanges } from "#contract/dayPlanKinds.ts";
import { inGrinderOrder, type ShiftLine } from "#core/shift";
import { orderBegins } from "#scaling/plan";
import type { LaneBatch } from "./lanes.ts";

/** A card with the containers that are weighed out for it. */
export interface StagedCard {
  readonly cardId: string;
  readonly title: string;
  readonly doseG: number;
  /** When each is brewed, minutes of the day. */
  readonly timesMin: readonly number[];
  /** For which order; undefined for what is brewed by the levels. */
  readonly order: string | undefined;
}

/**
 * What is weighed out for a day: a container for each batch that it likely has, in the order in which the grinder moves least, and those
 * of its orders apart.
 */
export function stagedCards(
  kit: Pick<DayKit, "products" | "cards">,
  batches: readonly LaneBatch[],
  orders: DayChanges["orders"],
): readonly StagedCard[] {
  const byCard = new Map<string, StagedCard>();
  for (const { option, beginMin } of batches) {
    if (!option) continue;
    const { cardId, title, doseG } = option;
    const before = byCard.get(cardId)?.timesMin ?? [];
    byCard.set(cardId, { cardId, title, doseG, timesMin: [...before, beginMin], order: undefined });
  }
  const ordered = orders.flatMap(({ name, cardId, cups, atMin }): readonly StagedCard[] => {
    const option = kit.products.flatMap(({ options }) => options).find((each) => each.cardId === cardId);
    if (!option) return [];
    const timesMin = orderBegins({ cups, atMin }, option).map(Math.round);
    return [{ cardId, title: option.title, doseG: option.doseG, timesMin, order: name }];
  });
  const batchOf = (id: string) => kit.cards.find((card) => card.id === id)?.batch;
  const own = [...byCard.values()].toSorted((a, b) => {
    const [first, second] = [batchOf(a.cardId), batchOf(b.cardId)];
    return first && second ? inGrinderOrder(first, second) : 0;
  });
  return [...own, ...ordered];
}

/** The same as lines of a day's list: for its totals of coffee, water, ice and filters. */
export function stagedLines(
  { cards }: Pick<DayKit, "cards">,
  staged: readonly StagedCard[],
): readonly ShiftLine[] {
  return staged.flatMap(({ cardId, timesMin }) => {
    const card = cards.find(({ id }) => id === cardId);
    return card ? [{ batch: card.batch, batches: timesMin.length }] : [];
  });
}

const MIN_PER_H = 60;

/** Ice that the batches draw, g, by the hour of the day in which they are brewed. */
export function iceByHour(
  { cards }: Pick<DayKit, "cards">,
  staged: readonly StagedCard[],
): readonly { readonly hour: number; readonly iceG: number }[] {
  const hours = new Map<number, number>();
  for (const { cardId, timesMin } of staged) {
    const batch = cards.find(({ id }) => id === cardId)?.batch;
    const iceG = batch ? batch.iceG + batch.glassIceG : 0;
    if (iceG <= 0) continue;
    for (const min of timesMin) {
      const hour = Math.floor(min / MIN_PER_H);
      hours.set(hour, (hours.get(hour) ?? 0) + iceG);
    }
  }
  return [...hours].map(([hour, iceG]) => ({ hour, iceG })).toSorted((a, b) => a.hour - b.hour);
}

/** Batches of each card, for the day's list. */
export function batchesOfCards(
  staged: readonly StagedCard[],
): readonly { readonly cardId: string; readonly batches: number }[] {
  const counts = new Map<string, number>();
  for (const { cardId, timesMin } of staged) counts.set(cardId, (counts.get(cardId) ?? 0) + timesMin.length);
  return [...counts].map(([cardId, batches]) => ({ cardId, batches }));
}
