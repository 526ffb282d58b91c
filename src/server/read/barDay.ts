import type { BarDay } from "#contract/barDay.ts";
import type { Bench } from "#contract/bench.ts";
import { momentsOf } from "#contract/days.ts";
import { dayOf } from "#core/bar";
import { barOf } from "#server/bar.ts";
import { database } from "#server/database.ts";
import { atOf, careRows } from "./things.ts";

/** What a site's shift closes with: care that is due, what was poured away today, and what is left of its coffees. */
export async function barDayOf(bench: Bench): Promise<BarDay> {
  const { site, coffees, today, settings } = bench;
  const { from, until } = momentsOf(site.timeZone, today);
  const [care, bar] = await Promise.all([careRows(atOf(bench)), barOf(database(), bench)]);
  const fromMs = from.getTime();
  const { poured } = dayOf(bar.folded, bar.kit, {
    fromMs,
    untilMs: until.getTime(),
    // Only what was poured is looked at: the doors are shut all day.
    opensMs: fromMs,
    closesMs: fromMs,
    cupG: 0,
    rules: settings.hold,
    asked: [],
  });
  const sums = new Map<BarDay["poured"][number]["reason"], number>();
  for (const { reason, restG } of poured) sums.set(reason, (sums.get(reason) ?? 0) + restG);
  return {
    care: care.filter(({ due }) => due.share >= 1),
    poured: [...sums].map(([reason, restG]) => ({ reason, restG })).toSorted((a, b) => b.restG - a.restG),
    stock: coffees.flatMap(({ id, name, stockG }) => (stockG === null ? [] : [{ id, name, stockG }])),
  };
}
