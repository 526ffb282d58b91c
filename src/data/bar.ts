import { and, asc, desc, eq, gt, gte, inArray, lt, Param, sql } from "drizzle-orm";
import { BAR_KINDS } from "#contract/bar.ts";
import type { EventDetails, EventKind } from "#contract/event.ts";
import type { Act } from "./audit.ts";
import type { Database } from "./connection.ts";
import { happened } from "./events.ts";
import { prepared } from "./prepared.ts";
import { coffees, events, people, sales, vessels } from "./schema/index.ts";
import type { Transaction } from "./transact.ts";

/** An event of a bar as it is kept. */
export interface KeptBarEvent {
  readonly n: number;
  readonly id: string;
  readonly siteId: string;
  readonly kind: EventKind;
  readonly at: Date;
  readonly details: EventDetails;
}

const COLUMNS = {
  n: events.n,
  id: events.id,
  siteId: events.siteId,
  kind: events.kind,
  at: events.at,
  details: events.details,
};

/** Written out: a parameter for each kind took longer than the rest of the question. */
const IS_OF_A_BAR = sql`${events.kind} in (${sql.raw(BAR_KINDS.map((kind) => `'${kind}'`).join(", "))})`;

const eventsSince = prepared((db) =>
  db
    .select(COLUMNS)
    .from(events)
    .where(
      and(
        eq(events.siteId, sql.placeholder("siteId")),
        gt(events.n, sql.placeholder("after")),
        gte(events.at, new Param(sql.placeholder("since"), events.at)),
        IS_OF_A_BAR,
      ),
    )
    .orderBy(asc(events.n))
    .prepare(),
);

/** A bar's events of a site after a number, in the order in which they were kept; none that happened before `since`. */
export function readBarEvents(
  db: Database,
  figures: { readonly siteId: string; readonly after: number; readonly since: Date },
): Promise<readonly KeptBarEvent[]> {
  return eventsSince(db).execute(figures);
}

/** A bar's events of a site from a moment up to another one, in the order in which they were kept. */
export function readBarEventsOf(
  db: Database,
  { siteId, from, until }: { readonly siteId: string; readonly from: Date; readonly until: Date },
): Promise<readonly KeptBarEvent[]> {
  return db
    .select(COLUMNS)
    .from(events)
    .where(and(eq(events.siteId, siteId), gte(events.at, from), lt(events.at, until), IS_OF_A_BAR))
    .orderBy(asc(events.n));
}

/** Events by their ids, of whatever site. */
export async function findEvents(db: Database, ids: readonly string[]): Promise<readonly KeptBarEvent[]> {
  if (ids.length === 0) return [];
  return db
    .select(COLUMNS)
    .from(events)
    .where(inArray(events.id, [...ids]));
}

/** A new event, with the sale that it is where it is one. */
export interface NewBarEvent extends Pick<KeptBarEvent, "id" | "kind" | "at" | "details"> {
  readonly sale?: Pick<typeof sales.$inferInsert, "coffeeId" | "serve" | "cupMl" | "count"> | undefined;
}

/** Keeps new events of a bar in the transaction, and the sales among them. */
export async function insertBarEvents(
  tx: Transaction,
  siteId: string,
  all: readonly NewBarEvent[],
  by: Act,
): Promise<void> {
  for (const { id, kind, at, details } of all) happened(tx, { siteId, kind, details, made: { id, at } }, by);
  const sold = all.flatMap(({ id, at, sale }) =>
    sale ? [{ ...sale, id, siteId, at, source: "tap" as const, keptAt: by.at, personId: by.personId }] : [],
  );
  if (sold.length > 0) await tx.insert(sales).values(sold);
}

/** Says of sales that were tapped whether their taps still count. */
export async function settleSales(
  tx: Transaction,
  settled: readonly { readonly id: string; readonly undone: boolean }[],
): Promise<void> {
  for (const { id, undone } of settled) await tx.update(sales).set({ undone }).where(eq(sales.id, id));
}

export type Sale = typeof sales.$inferSelect;
export type NewSale = Pick<Sale, "id" | "coffeeId" | "serve" | "cupMl" | "count" | "at">;

export async function findSales(db: Database, ids: readonly string[]): Promise<readonly Sale[]> {
  return db
    .select()
    .from(sales)
    .where(inArray(sales.id, [...ids]));
}

/** Keeps sales of a till. */
export async function insertSales(
  tx: Transaction,
  siteId: string,
  all: readonly NewSale[],
  by: Act,
): Promise<void> {
  const rows = all.map((sale) => ({
    ...sale,
    siteId,
    source: "till" as const,
    keptAt: by.at,
    personId: by.personId,
  }));
  if (rows.length > 0) await tx.insert(sales).values(rows);
}

/** Sales of a site from a moment up to another one, that still count, the earliest first. */
export function readSales(
  db: Database,
  { siteId, from, until }: { readonly siteId: string; readonly from: Date; readonly until: Date },
): Promise<readonly Sale[]> {
  return db
    .select()
    .from(sales)
    .where(and(eq(sales.siteId, siteId), eq(sales.undone, false), gte(sales.at, from), lt(sales.at, until)))
    .orderBy(asc(sales.at), asc(sales.id));
}

/** Cups of one coffee, service and size that a site sold in a quarter of an hour. */
export interface SoldQuarter {
  readonly coffeeId: string | null;
  readonly serve: Sale["serve"];
  readonly cupMl: number;
  /** Quarters of an hour since 1970, in UTC. */
  readonly quarter: number;
  readonly count: number;
}

/** Sales of a site from a moment up to another one that still count, by quarter of an hour. */
export async function readQuarters(
  db: Database,
  { siteId, from, until }: { readonly siteId: string; readonly from: Date; readonly until: Date },
): Promise<readonly SoldQuarter[]> {
  const quarter = sql<number>`TIMESTAMPDIFF(SECOND, '1970-01-01', ${sales.at}) DIV 900`.mapWith(Number);
  const { coffeeId, serve, cupMl } = sales;
  return db
    .select({ coffeeId, serve, cupMl, quarter, count: sql<number>`SUM(${sales.count})`.mapWith(Number) })
    .from(sales)
    .where(and(eq(sales.siteId, siteId), eq(sales.undone, false), gte(sales.at, from), lt(sales.at, until)))
    .groupBy(coffeeId, serve, cupMl, quarter);
}

/** What changes whenever the house hears of more sales of a site; null where it never did. */
export async function salesMark(db: Database, siteId: string): Promise<string | null> {
  const [row] = await db
    .select({ keptAt: sales.keptAt, count: sql<number>`COUNT(*)`.mapWith(Number) })
    .from(sales)
    .where(eq(sales.siteId, siteId))
    .groupBy(sales.keptAt)
    .orderBy(desc(sales.keptAt))
    .limit(1);
  return row ? `${row.keptAt.toISOString()} ${row.count}` : null;
}

/** What a kilogram of each coffee costs, in minor units of money, by its id. */
export async function readPrices(db: Database): Promise<ReadonlyMap<string, number>> {
  const rows = await db.select({ id: coffees.id, price: coffees.pricePerKg }).from(coffees);
  return new Map(rows.flatMap(({ id, price }) => (price === null ? [] : [[id, price] as const])));
}

/** What a kilogram of a coffee costs, in minor units of money; null where nobody said. */
export async function readPricePerKg(db: Database, coffeeId: string): Promise<number | null> {
  const [row] = await db.select({ price: coffees.pricePerKg }).from(coffees).where(eq(coffees.id, coffeeId));
  return row?.price ?? null;
}

/** Vessels by their ids, taken off the bench or not. */
export async function readVessels(db: Database, ids: readonly string[]) {
  return ids.length === 0
    ? []
    : db
        .select()
        .from(vessels)
        .where(inArray(vessels.id, [...ids]));
}

/** Who did what, by the events' ids; nobody for those of the house itself. */
export async function readHappenings(
  db: Database,
  ids: readonly string[],
): Promise<ReadonlyMap<string, string>> {
  if (ids.length === 0) return new Map();
  const rows = await db
    .select({ id: events.id, person: people.name })
    .from(events)
    .innerJoin(people, eq(people.id, events.personId))
    .where(inArray(events.id, [...ids]));
  return new Map(rows.map(({ id, person }) => [id, person]));
}
