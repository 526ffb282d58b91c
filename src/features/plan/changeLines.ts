import type { DayKit } from "#contract/dayKit.ts";
import type { DayChanges } from "#contract/dayPlanKinds.ts";
import { awayName, changeSentence, type Named } from "#words/plan";

/** The lists of a day's changes whose lines have ids. */
export type ChangeList = Exclude<keyof DayChanges, "tempC" | "asWeekday" | "isHeld">;

interface ChangeLine {
  readonly list: ChangeList;
  readonly id: string;
  readonly sentence: string;
}

/** A card's name on this day. */
function titleOf(kit: DayKit, cardId: string): string {
  const options = kit.products.flatMap((product) => product.options);
  return options.find((option) => option.cardId === cardId)?.title ?? "a card that was put away";
}

/** What may be away: brewers, kinds of vessels and cards, by what they are called. */
export function thingsOf(kit: DayKit): readonly (Named & { readonly what: "brewer" | "vessel" | "card" })[] {
  const cards = new Map(
    kit.products.flatMap(({ options }) => options.map(({ cardId, title }) => [cardId, title] as const)),
  );
  return [
    ...kit.brewers.map(({ id, name }) => ({ what: "brewer" as const, id, name })),
    ...kit.vessels.map(({ key, name, names }) => ({
      what: "vessel" as const,
      id: key,
      name: names.length > 1 ? `one ${name}` : name,
    })),
    ...[...cards].map(([id, name]) => ({ what: "card" as const, id, name })),
  ];
}

/** A day's changes as lines, by their lists. */
export function changeLines(
  kit: DayKit,
  { factors, surges, orders, pins, away }: DayChanges,
  clock: (min: number) => string,
): readonly ChangeLine[] {
  const things = thingsOf(kit);
  return [
    ...surges.map((surge) => ({
      list: "surges" as const,
      id: surge.id,
      sentence: changeSentence({ kind: "surge", ...surge }, clock),
    })),
    ...factors.map((factor) => ({
      list: "factors" as const,
      id: factor.id,
      sentence: changeSentence({ kind: "factor", ...factor }, clock),
    })),
    ...orders.map((order) => ({
      list: "orders" as const,
      id: order.id,
      sentence: changeSentence({ kind: "order", ...order, title: titleOf(kit, order.cardId) }, clock),
    })),
    ...pins.map(({ id, cardId, readyMin }) => ({
      list: "pins" as const,
      id,
      sentence: changeSentence({ kind: "pin", title: titleOf(kit, cardId), readyMin }, clock),
    })),
    ...away.map((each) => ({
      list: "away" as const,
      id: each.id,
      sentence: changeSentence(
        { kind: "away", ...each, name: awayName(each, things), isCard: each.what === "card" },
        clock,
      ),
    })),
  ];
}
