import { tz } from "@date-fns/tz";
import { addDays, formatISO, parseISO } from "date-fns";
import { momentsOf } from "#contract/days.ts";
import type { ShiftCard, ShiftChoice } from "#contract/shift.ts";
import { countBrewed } from "#data/batches.ts";
import { sharedPots } from "#scaling/cards";
import { now } from "#server/clock.ts";
import { database } from "#server/database.ts";
import { isDay } from "#server/days.ts";
import { cardsFor, listOf } from "#server/shifts.ts";
import { printListDay } from "#words/figures";
import { onBench } from "./onBench.ts";

/** Days ahead that can be planned. */
const DAYS_AHEAD = 7;

/** A day's list as a link names the day, else today's: lines of its cards, what could be added, and what totals are held against. */
export function readShift(named: unknown) {
  return onBench(async ({ site, coffees, cups, iceSources }) => {
    const today = formatISO(now(), { in: tz(site.timeZone), representation: "date" });
    const day = typeof named === "string" && isDay(named) ? named : today;
    const at = { siteId: site.id, day };
    const start = await listOf(at);
    const cards = await cardsFor(at, start);
    const brewed = await countBrewed(database(), { siteId: site.id, ...momentsOf(site.timeZone, day) });
    const listed = new Set(start.items.map(({ cardId }) => cardId));
    const used = new Set(cards.map(({ batch }) => batch.coffee.id));
    const stock = coffees.filter(({ id }) => used.has(id)).map(({ id, stockG }) => ({ id, stockG }));
    return {
      site: { id: site.id, name: site.name },
      supplies: { coffees: stock, cups, iceSources },
      day,
      days: daysAhead(today, day),
      choices: choicesOf(cards),
      isToday: day === today,
      brewed: Object.fromEntries(brewed),
      cards: cards.filter(({ id }) => listed.has(id)),
      start,
    };
  });
}

/** Cards by name; what tells one from another goes along where both are for one pot. */
function choicesOf(cards: readonly ShiftCard[]): readonly ShiftChoice[] {
  const pots = sharedPots(cards);
  return cards.map(({ id, title, doseG, dial, settingG, marked, iceG, vessel }) => {
    const pot = pots.get(id);
    return {
      id,
      title,
      ...(pot !== undefined && { shared: { pot, doseG, dial, settingG, marked, iceG, vessel } }),
    };
  });
}

/** The days that can be planned, and the one that is looked at. */
export function daysAhead(
  today: string,
  day: string,
): readonly { readonly day: string; readonly text: string }[] {
  const near = Array.from({ length: DAYS_AHEAD }, (_, i) =>
    formatISO(addDays(parseISO(today), i), { representation: "date" }),
  );
  const aside = (each: string) => (each === today ? ", today" : each === near[1] ? ", tomorrow" : "");
  return [...(near.includes(day) ? [] : [day]), ...near].map((each) => ({
    day: each,
    text: `${printListDay(each)}${aside(each)}`,
  }));
}
