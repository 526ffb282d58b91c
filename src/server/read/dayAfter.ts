import { addDays, formatISO, parseISO, subDays } from "date-fns";
import type { Bench } from "#contract/bench.ts";
import { momentsOf } from "#contract/days.ts";
import { dayOf, foldBar, type ProductDay } from "#core/bar";
import { cupsBetween } from "#core/shift";
import { readBarEventsOf, readSales } from "#data/bar.ts";
import { countBrewed } from "#data/batches.ts";
import { dayAsked, productKey } from "#scaling/plan";
import { asBarEvent, barKitOf } from "#server/bar.ts";
import { now } from "#server/clock.ts";
import { database } from "#server/database.ts";
import { isDay } from "#server/days.ts";
import { startOf } from "#server/plans.ts";
import { linesOf, listOf } from "#server/shifts.ts";
import { printListDay } from "#words/figures";
import { onBench } from "./onBench.ts";

const MS_PER_MIN = 60_000;
/** Nothing stands at a bar for longer. */
const DAYS_BACK = 7;
const PER_CENT = 100;
/** As many days as are chosen from. */
const DAYS_SHOWN = 28;

/** What became of a day: sold, poured away, missed, how old it was served, and what its list had planned. */
export function readDayAfter(named: unknown) {
  return onBench(async (bench) => {
    const day = typeof named === "string" && isDay(named) && named <= bench.today ? named : bench.today;
    const { site } = bench;
    const { from, until } = momentsOf(site.timeZone, day);
    const ofDay = { siteId: site.id, day };
    const [events, sales, list, brewed, start] = await Promise.all([
      readBarEventsOf(database(), {
        siteId: site.id,
        from: subDays(from, DAYS_BACK),
        // What is taken back later was not so.
        until: addDays(until, 1),
      }),
      readSales(database(), { siteId: site.id, from, until }),
      listOf(ofDay),
      countBrewed(database(), { siteId: site.id, from, until }),
      startOf(bench, day),
    ]);
    const { kit, sitePlan, dayPlan } = start;
    const isToday = day === bench.today;
    const nowMs = isToday ? now().getTime() : until.getTime();
    const minuteMs = (min: number) => from.getTime() + min * MS_PER_MIN;
    const barKit = barKitOf(bench);
    const account = dayOf(foldBar(events.map(asBarEvent), barKit), barKit, {
      fromMs: from.getTime(),
      untilMs: until.getTime(),
      opensMs: minuteMs(sitePlan.plan.opensMin),
      closesMs: Math.min(nowMs, minuteMs(sitePlan.plan.closesMin)),
      cupG: Math.min(...kit.products.map(({ cup }) => cup.massG), LEAST_CUP_G),
      rules: bench.settings.hold,
      asked: kit.products.map(({ coffeeId, serve }) => ({ coffeeId, serve })),
    });
    // What such a day usually asks for, whether or not this one ran away from it.
    const demand = dayAsked({ ...kit, nowMin: null, soldToday: null }, sitePlan.plan, dayPlan.changes);
    const lostShare = 1 - sitePlan.plan.patientPct / PER_CENT;
    const lines = await linesOf(
      site.id,
      list.items.map(({ cardId }) => cardId),
    );
    return {
      day,
      isToday,
      n: events.at(-1)?.n ?? 0,
      days: daysBack(bench),
      timeZone: site.timeZone,
      currency: kit.currency,
      products: account.products.map(({ without, ...product }) => {
        const place = kit.products.findIndex(
          ({ key }) => key === productKey(product.coffeeId ?? "", product.serve),
        );
        const known = kit.products[place];
        const missed = without.reduce((sum, { fromMs, toMs }) => {
          const span = { fromMin: minuteIn(fromMs, from), toMin: minuteIn(toMs, from) };
          const usual = place < 0 ? 0 : cupsBetween(demand.cups[place]!, span);
          // A cup that was sold all the same came out of a pot that nobody told of.
          const sold = sales
            .filter(({ at, coffeeId, serve }) => {
              const ms = at.getTime();
              return ms >= fromMs && ms < toMs && coffeeId === product.coffeeId && serve === product.serve;
            })
            .reduce((all, { count }) => all + count, 0);
          return sum + Math.max(0, usual - sold) * lostShare;
        }, 0);
        return {
          ...product,
          name: nameOf(bench, product),
          cupG: known?.cup.massG ?? null,
          coffeeCost: known?.coffeeCost ?? null,
          withoutMin: without.reduce((sum, { fromMs, toMs }) => sum + (toMs - fromMs) / MS_PER_MIN, 0),
          lostCups: missed,
        };
      }),
      poured: account.poured.map((rest) => ({
        ...rest,
        name: nameOf(bench, rest),
        vessel: bench.vessels.find(({ id }) => id === rest.vesselId)?.name ?? "a pot off the bench",
      })),
      waited: account.waited,
      sold: soldOf(bench, sales),
      planned: list.items.map(({ cardId, batches }) => ({
        cardId,
        title: lines.find(({ id }) => id === cardId)?.title ?? "a card that is gone",
        batches,
        brewed: brewed.get(cardId) ?? 0,
      })),
    };
  });
}

/** Nobody pours a smaller cup, g. */
const LEAST_CUP_G = 220;

function minuteIn(ms: number, from: Date): number {
  return (ms - from.getTime()) / MS_PER_MIN;
}

function nameOf({ coffees }: Bench, { coffeeId, serve }: Pick<ProductDay, "coffeeId" | "serve">): string {
  const coffee = coffees.find(({ id }) => id === coffeeId)?.name ?? "coffee that nobody named";
  return `${coffee}, ${serve}`;
}

/** Cups by coffee, service and size, those that sold most first. */
function soldOf(bench: Bench, sales: Awaited<ReturnType<typeof readSales>>) {
  const counts = new Map<string, { readonly name: string; readonly cupMl: number; count: number }>();
  for (const { coffeeId, serve, cupMl, count } of sales) {
    const name = nameOf(bench, { coffeeId, serve });
    const key = `${name} ${cupMl}`;
    const before = counts.get(key) ?? { name, cupMl, count: 0 };
    counts.set(key, { ...before, count: before.count + count });
  }
  return [...counts.values()].toSorted((a, b) => b.count - a.count);
}

/** Days that are over or under way, the last first. */
function daysBack({ today }: Bench): readonly { readonly day: string; readonly text: string }[] {
  return Array.from({ length: DAYS_SHOWN }, (_, i) => {
    const day = formatISO(subDays(parseISO(today), i), { representation: "date" });
    return { day, text: i === 0 ? `${printListDay(day)}, today` : printListDay(day) };
  });
}
