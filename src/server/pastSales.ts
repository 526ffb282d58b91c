import { getISODay, parseISO, subDays } from "date-fns";
import type { KitProduct } from "#contract/dayKit.ts";
import { dayIn, daysBetween, minuteIn, momentsOf } from "#contract/days.ts";
import { type Cup, cupsFrom } from "#core/sheet";
import { type Habits, habitsOf, type PastDay, QUARTER_MIN, QUARTERS } from "#core/shift";
import { readQuarters, type SoldQuarter, salesMark } from "#data/bar.ts";
import { productKey } from "#scaling/plan";
import { now } from "./clock.ts";
import { database } from "./database.ts";
import { keptInProcess } from "./process.ts";

/** Sales of before say little of how a site sells now, days. */
const DAYS_BACK = 84;
const QUARTER_MS = 900_000;
const MOST_REMEMBERED = 20;

/** Cups of one coffee, service and size in a quarter of an hour of a past day, by the wall's clock. */
export interface PastQuarter extends Pick<SoldQuarter, "coffeeId" | "serve" | "cupMl" | "count"> {
  readonly day: string;
  readonly place: number;
}

/** Cups of one coffee, service and size in all. */
export type SoldTotal = Pick<SoldQuarter, "coffeeId" | "serve" | "cupMl" | "count">;

/** What a site sold on the days before today. */
export interface PastSales {
  readonly quarters: readonly PastQuarter[];
  readonly totals: readonly SoldTotal[];
  readonly days: number;
  /** Habits that were fitted to it, by what they were asked for. */
  readonly fitted: Map<string, Habits | null>;
}

/** A site's sales of before are counted once a day, and again when the house hears of more. */
const remembered = keptInProcess(
  "past sales",
  () => new Map<string, { readonly mark: string; readonly past: PastSales }>(),
);

/** What a site sold on the days before today, by quarter of an hour of the wall's clock. */
export async function pastSales(site: {
  readonly id: string;
  readonly timeZone: string;
}): Promise<PastSales> {
  const { from: until } = momentsOf(site.timeZone, dayIn(site.timeZone, now()));
  const mark = `${until.toISOString()} ${await salesMark(database(), site.id)}`;
  const before = remembered.get(site.id);
  if (before?.mark === mark) return before.past;
  const rows = await readQuarters(database(), { siteId: site.id, from: subDays(until, DAYS_BACK), until });
  const quarters = rows.map(({ quarter, ...sold }): PastQuarter => {
    const at = new Date(quarter * QUARTER_MS);
    const place = Math.floor(minuteIn(site.timeZone, at) / QUARTER_MIN);
    return { ...sold, day: dayIn(site.timeZone, at), place };
  });
  const days = new Set(quarters.map(({ day }) => day)).size;
  const past = { quarters, totals: totalsOf(quarters), days, fitted: new Map() };
  if (remembered.size >= MOST_REMEMBERED) remembered.clear();
  remembered.set(site.id, { mark, past });
  return past;
}

function totalsOf(quarters: readonly PastQuarter[]): readonly SoldTotal[] {
  const totals = new Map<string, SoldTotal>();
  for (const { coffeeId, serve, cupMl, count } of quarters) {
    const key = `${coffeeId} ${serve} ${cupMl}`;
    totals.set(key, { coffeeId, serve, cupMl, count: (totals.get(key)?.count ?? 0) + count });
  }
  return [...totals.values()];
}

/** Days and products that habits are remembered for: a week of a few sites' cards. */
const MOST_FITTED = 100;

/**
 * What a weekday usually brings, fitted once for a day and its products.
 *
 * @returns null where nothing was sold yet
 */
export function habitsFor(
  { quarters, fitted }: PastSales,
  products: readonly KitProduct[],
  cups: readonly Cup[],
  { day, weekday }: { readonly day: string; readonly weekday: number },
): Habits | null {
  const key = JSON.stringify([day, weekday, products.map((product) => [product.key, product.cup]), cups]);
  const before = fitted.get(key);
  if (before !== undefined) return before;
  const habits = habitsOf(pastDaysOf(quarters, products, cups, day), weekday, products.length) ?? null;
  if (fitted.size >= MOST_FITTED) fitted.clear();
  fitted.set(key, habits);
  return habits;
}

/** Past days as habits are fitted to, each product in its own cup. */
export function pastDaysOf(
  quarters: readonly PastQuarter[],
  products: readonly KitProduct[],
  cups: readonly Cup[],
  today: string,
): readonly PastDay[] {
  const places = new Map(products.map(({ key }, place) => [key, place]));
  const massOf = (serve: Cup["serve"], cupMl: number) =>
    1 /
    cupsFrom(
      1,
      cups.find((cup) => cup.serve === serve && cup.volumeMl === cupMl) ?? {
        serve,
        volumeMl: cupMl,
        fillG: null,
      },
    );
  const byDay = new Map<string, number[][]>();
  for (const { day, place, coffeeId, serve, cupMl, count } of quarters) {
    const product = coffeeId === null ? undefined : places.get(productKey(coffeeId, serve));
    if (!byDay.has(day))
      byDay.set(
        day,
        products.map(() => new Array<number>(QUARTERS).fill(0)),
      );
    if (product === undefined) continue;
    byDay.get(day)![product]![place]! += (count * massOf(serve, cupMl)) / products[product]!.cup.massG;
  }
  return [...byDay].map(([day, cupsOfDay]) => ({
    weekday: getISODay(parseISO(day)),
    agoDays: daysBetween(day, today),
    cups: cupsOfDay,
  }));
}
