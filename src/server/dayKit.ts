import { getISODay, parseISO } from "date-fns";
import type { Bench } from "#contract/bench.ts";
import type { DayKit, KitPot, KitProduct } from "#contract/dayKit.ts";
import { dayIn, minuteIn, momentsOf } from "#contract/days.ts";
import { potNow, UNKNOWN_POT } from "#core/bar";
import { readPrices, readQuarters } from "#data/bar.ts";
import { listSites } from "#data/house.ts";
import {
  kitAhead,
  kitCards,
  kitProducts,
  kitVessels,
  type LiveVessel,
  livePots,
  productKey,
  unbrewedOf,
} from "#scaling/plan";
import { barOf, type FollowedBar } from "./bar.ts";
import { now } from "./clock.ts";
import { database } from "./database.ts";
import { habitsFor, type PastQuarter, pastDaysOf, pastSales } from "./pastSales.ts";
import { cardsFor } from "./shifts.ts";

const MS_PER_MIN = 60_000;
const G_PER_KG = 1000;
const H_PER_DAY = 24;

/**
 * What a day's plan is made from at a site.
 *
 * @param asWeekday the weekday that it is planned as; null as its own
 */
export async function dayKitOf(bench: Bench, day: string, asWeekday: number | null): Promise<DayKit> {
  const { site, coffees, cups, vessels } = bench;
  const at = { siteId: site.id, day };
  const isToday = day === dayIn(site.timeZone, now());
  const [cards, prices, past, sites, bar, sold] = await Promise.all([
    cardsFor(at, { items: [] }),
    readPrices(database()),
    pastSales(site),
    listSites(database()),
    isToday ? barOf(database(), bench) : null,
    isToday ? soldOn(bench, day) : null,
  ]);
  const products = kitProducts(cards, bench, past.totals, prices);
  const weekday = asWeekday ?? getISODay(parseISO(day));
  const kinds = kitVessels(vessels);
  return {
    siteId: site.id,
    site: site.name,
    otherSites: sites.filter(({ id }) => id !== site.id).map(({ id, name }) => ({ id, name })),
    currency: sites.find(({ id }) => id === site.id)?.currency ?? "",
    timeZone: site.timeZone,
    sold: coffees.flatMap(({ name }) =>
      cups.map(({ serve, volumeMl }) => ({ coffee: name, serve, cupMl: volumeMl })),
    ),
    day,
    weekday,
    nowMin: isToday ? minuteIn(site.timeZone, now()) : null,
    products,
    ahead: kitAhead(cards, products),
    cards: kitCards(cards, products),
    supplies: {
      coffees: coffees.map(({ id, stockG }) => ({ id, stockG })),
      cups: cups.map(({ serve, volumeMl, fillG }) => ({ serve, volumeMl, fillG })),
    },
    habits: habitsFor(past, products, cups, { day, weekday }),
    soldToday: sold && cupsSold(sold, products, cups),
    unbrewed: unbrewedOf(past.totals, products, coffees, past.days),
    brewers: bench.brewers.filter(({ kind }) => kind === "batch").map(({ id, name }) => ({ id, name })),
    vessels: kinds,
    ice: iceOf(bench, cards, bar?.folded.state.iceG),
    pots: bar ? potsNow(bench, bar, products, kinds) : [],
  };
}

/** What was sold on a day until now. */
async function soldOn({ site }: Bench, day: string): Promise<readonly PastQuarter[]> {
  const { from } = momentsOf(site.timeZone, day);
  const rows = await readQuarters(database(), { siteId: site.id, from, until: now() });
  return rows.map((row) => ({ ...row, day, place: 0 }));
}

/** Its cups, by place of the products. */
function cupsSold(
  sold: readonly PastQuarter[],
  products: readonly KitProduct[],
  cups: Bench["cups"],
): readonly number[] {
  const [day] = pastDaysOf(sold, products, cups, sold[0]?.day ?? "");
  return products.map((_, place) => day?.cups[place]?.[0] ?? 0);
}

/** The ice source that most cards draw from; null where none is known to have an end. */
function iceOf(
  { iceSources }: Bench,
  cards: Awaited<ReturnType<typeof cardsFor>>,
  left: ReadonlyMap<string, number> = new Map(),
): DayKit["ice"] {
  const used = cards.flatMap(({ batch }) => batch.iceSource?.id ?? []);
  const source = iceSources.find(({ id }) => used.includes(id));
  if (!source || source.storeKg === null || source.kgPerDay === null) return null;
  const storeG = source.storeKg * G_PER_KG;
  return {
    id: source.id,
    storeG,
    leftG: left.get(source.id) ?? storeG,
    perHourG: ((source.kgPerDay * G_PER_KG) / H_PER_DAY) * (1 - source.otherShare),
  };
}

/** What stands at the bar, and what is on its way there. */
function potsNow(
  { site, vessels, settings, today }: Bench,
  { folded, kit }: FollowedBar,
  products: readonly KitProduct[],
  kinds: DayKit["vessels"],
): readonly KitPot[] {
  const { from } = momentsOf(site.timeZone, today);
  const minuteOf = (ms: number) => Math.round((ms - from.getTime()) / MS_PER_MIN);
  const atMs = now().getTime();
  const rules = { atMs, roomTempC: kit.roomTempC, rules: settings.hold };
  const live = vessels.map(({ id, name }): LiveVessel => {
    const { standing = null, brewing = null } = folded.state.pots.get(id) ?? {};
    const pot = standing && potNow(standing, kit.vessels[id] ?? UNKNOWN_POT, rules);
    return {
      name,
      standing:
        standing?.coffeeId && pot
          ? {
              product: productKey(standing.coffeeId, standing.serve),
              liquidG: pot.liquidG,
              brewedMin: minuteOf(standing.brewedMs),
              soldUntilMin: pot.soldUntilMs === null ? null : minuteOf(pot.soldUntilMs),
            }
          : null,
      brewing: brewing && {
        cardId: brewing.cardId,
        begunMin: minuteOf(brewing.begunMs),
        dueMin: brewing.dueMs === null ? null : minuteOf(brewing.dueMs),
      },
    };
  });
  return livePots({ products, vessels: kinds }, live, minuteOf(atMs));
}
