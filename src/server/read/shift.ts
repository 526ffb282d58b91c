import { tz } from "@date-fns/tz";
import { addDays, formatISO, isValid, parseISO } from "date-fns";
import { now } from "#server/clock.ts";
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
    const listed = new Set(start.items.map(({ cardId }) => cardId));
    const used = new Set(cards.map(({ batch }) => batch.coffee.id));
    const stock = coffees.filter(({ id }) => used.has(id)).map(({ id, stockG }) => ({ id, stockG }));
    const near = Array.from({ length: DAYS_AHEAD }, (_, i) =>
      formatISO(addDays(parseISO(today), i), { representation: "date" }),
    );
    const aside = (each: string) => (each === today ? ", today" : each === near[1] ? ", tomorrow" : "");
    return {
      site: { id: site.id, name: site.name },
      supplies: { coffees: stock, cups, iceSources },
      day,
      days: [...(near.includes(day) ? [] : [day]), ...near].map((each) => ({
        day: each,
        text: `${printListDay(each)}${aside(each)}`,
      })),
      choices: cards.map(({ id, title }) => ({ id, title })),
      cards: cards.filter(({ id }) => listed.has(id)),
      start,
    };
  });
}

function isDay(text: string): boolean {
  return /^\d{4}-\d\d-\d\d$/.test(text) && isValid(parseISO(text));
}
