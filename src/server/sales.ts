import { addMinutes, subDays } from "date-fns";
import type { SentSales } from "#contract/bar.ts";
import type { Bench } from "#contract/bench.ts";
import { dayIn, momentsOf } from "#contract/days.ts";
import { type BarKit, type BarState, potNow, UNKNOWN_POT } from "#core/bar";
import { cupsFrom } from "#core/sheet";
import type { Act } from "#data/audit.ts";
import {
  findSales,
  insertBarEvents,
  insertSales,
  type NewBarEvent,
  type NewSale,
  readSales,
  type Sale,
} from "#data/bar.ts";
import { lock, transact } from "#data/transact.ts";
import { Refusal } from "./action.ts";
import { barOf } from "./bar.ts";
import { benchNamed } from "./bench.ts";
import { now } from "./clock.ts";
import { database } from "./database.ts";
import { isDay } from "./days.ts";

type SentSale = SentSales["sales"][number];

/** A till's clock may be ahead by so much, min. */
const AHEAD_MIN = 5;
/** Older sales say nothing of how a site sells now, days. */
const MOST_DAYS_BACK = 400;

/**
 * Keeps sales of a till, each once. One of today is taken out of the oldest pot of its product that stands there; one of
 * another day is counted, and moves no pot.
 *
 * @returns how many were new
 * @throws `Refusal` `badInput` with the sale's field where it names an unknown product, or a time that cannot be
 */
export async function keepSales(
  siteId: string,
  { sales }: SentSales,
  by: Act & { readonly personId: string },
): Promise<{ readonly kept: number }> {
  const bench = await benchNamed(siteId);
  const read = sales.map((sale, place) => newSaleOf(sale, place, bench));
  return transact(database(), async (tx) => {
    await lock(tx, "bar");
    const before = new Map(
      (
        await findSales(
          tx,
          read.map(({ id }) => id),
        )
      ).map((sale) => [sale.id, sale]),
    );
    const fresh = new Map<string, NewSale>();
    for (const [place, sale] of read.entries()) {
      const old = before.get(sale.id) ?? fresh.get(sale.id);
      if (old && !isSameSale(old, sale))
        throw new Refusal("Another sale was kept under this id already: give this one an id of its own.", {
          code: "badInput",
          field: `sales.${place}.id`,
        });
      if (!old) fresh.set(sale.id, sale);
    }
    const { folded, kit } = await barOf(tx, bench);
    const drawn = [...fresh.values()].flatMap((sale) => drawnFrom(folded.state, kit, sale, bench) ?? []);
    await insertSales(tx, siteId, [...fresh.values()], by);
    await insertBarEvents(tx, siteId, drawn, by);
    return { kept: fresh.size };
  });
}

function newSaleOf({ id, coffee, serve, cupMl, count, at }: SentSale, place: number, bench: Bench): NewSale {
  const refuse = (sentence: string, field: string) =>
    new Refusal(sentence, { code: "badInput", field: `sales.${place}.${field}` });
  const known = bench.coffees.find(({ name }) => name === coffee);
  if (!known) throw refuse(`There is no coffee named ${coffee} on the bench.`, "coffee");
  const cup = bench.cups.find((each) => each.serve === serve && each.volumeMl === cupMl);
  if (!cup) throw refuse(`There is no ${serve} cup of ${cupMl} ml on the bench.`, "cupMl");
  const when = new Date(at);
  if (when > addMinutes(now(), AHEAD_MIN))
    throw refuse("That has not been sold yet: its time is ahead of the house's clock.", "at");
  if (when < subDays(now(), MOST_DAYS_BACK))
    throw refuse("That is more than a year ago: it is not counted.", "at");
  return { id, coffeeId: known.id, serve, cupMl, count, at: when };
}

function isSameSale(old: NewSale, sale: NewSale): boolean {
  return (
    old.coffeeId === sale.coffeeId &&
    old.serve === sale.serve &&
    old.cupMl === sale.cupMl &&
    old.count === sale.count &&
    old.at.getTime() === sale.at.getTime()
  );
}

/**
 * A till's sale as cups out of the oldest pot of its product that is still sold; out of the oldest one where all are past.
 *
 * @returns undefined where none stands that was brewed before it
 */
function drawnFrom(
  { pots }: BarState,
  kit: BarKit,
  sale: NewSale,
  { cups, settings }: Bench,
): NewBarEvent | undefined {
  const cup = cups.find(({ serve, volumeMl }) => serve === sale.serve && volumeMl === sale.cupMl);
  const atMs = sale.at.getTime();
  const at = { atMs, roomTempC: kit.roomTempC, rules: settings.hold };
  const [oldest] = [...pots]
    .flatMap(([vesselId, { standing }]) => (standing ? [{ vesselId, standing }] : []))
    .filter(({ standing }) => standing.coffeeId === sale.coffeeId && standing.serve === sale.serve)
    .filter(({ standing }) => standing.brewedMs <= atMs && standing.liquidG > 0)
    .map(({ vesselId, standing }) => ({
      vesselId,
      brewedMs: standing.brewedMs,
      isPast: potNow(standing, kit.vessels[vesselId] ?? UNKNOWN_POT, at).mark === "past",
    }))
    .toSorted((a, b) => Number(a.isPast) - Number(b.isPast) || a.brewedMs - b.brewedMs);
  if (!cup || !oldest) return undefined;
  const massG = sale.count / cupsFrom(1, cup);
  return {
    id: sale.id,
    kind: "served",
    at: sale.at,
    details: {
      vesselId: oldest.vesselId,
      massG,
      cups: sale.count,
      cupMl: sale.cupMl,
      coffeeId: sale.coffeeId,
      serve: sale.serve,
    },
  };
}

/** A day's sales at a site, today's where no day is named. @throws `Refusal` `badInput` for what is no day */
export async function salesOfDay(siteId: string, named: string | null) {
  const bench = await benchNamed(siteId);
  const { timeZone } = bench.site;
  const day = named ?? dayIn(timeZone, now());
  if (!isDay(day)) throw new Refusal("Name the day as 2026-07-15.", { code: "badInput", field: "day" });
  const sold = await readSales(database(), { siteId, ...momentsOf(timeZone, day) });
  const nameOf = (id: string | null) => bench.coffees.find((coffee) => coffee.id === id)?.name ?? null;
  return { day, sales: sold.map((sale) => saleLine(sale, nameOf(sale.coffeeId))) };
}

function saleLine({ id, serve, cupMl, count, at, source }: Sale, coffee: string | null) {
  return { id, coffee, serve, cupMl, count, at: at.toISOString(), source };
}
