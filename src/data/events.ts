import { and, asc, eq, gt, inArray, sql } from "drizzle-orm";
import { v7 as uuidv7 } from "uuid";
import type { EventDetails, EventKind, EventLine } from "#contract/event.ts";
import type { Act } from "./audit.ts";
import type { Database } from "./connection.ts";
import { events, people, siteSeq } from "./schema/index.ts";
import { atTheEnd, type Transaction } from "./transact.ts";

/** Something that happened at a site. */
export interface Happening {
  readonly siteId: string;
  readonly kind: EventKind;
  readonly details: EventDetails;
  /** The device's own id and time, where the event was made on one. */
  readonly made?: { readonly id: string; readonly at: Date };
}

type NewEvent = Omit<typeof events.$inferInsert, "n">;

const waiting = new WeakMap<Transaction, NewEvent[]>();

/**
 * Writes an event with what caused it. Its number is given last of all in the transaction, and the row that counts is
 * locked from then to the commit: numbers are in the order of commits, and a transaction that is undone leaves no gap.
 */
export function happened(tx: Transaction, { siteId, kind, details, made }: Happening, by: Act): void {
  const { personId, at } = by;
  const event = { siteId, id: uuidv7(), kind, at, ...made, keptAt: at, personId, details };
  const before = waiting.get(tx);
  if (before) {
    before.push(event);
    return;
  }
  const own = [event];
  waiting.set(tx, own);
  atTheEnd(tx, () => number(tx, own));
}

/** Numbers events and keeps them, site by site: always in one order, so that two transactions never wait for each other. */
async function number(tx: Transaction, all: readonly NewEvent[]): Promise<void> {
  for (const siteId of [...new Set(all.map((event) => event.siteId))].toSorted()) {
    const ofSite = all.filter((event) => event.siteId === siteId);
    await tx
      .insert(siteSeq)
      .values({ siteId, n: ofSite.length })
      .onDuplicateKeyUpdate({ set: { n: sql`n + ${ofSite.length}` } });
    const [row] = await tx.select({ n: siteSeq.n }).from(siteSeq).where(eq(siteSeq.siteId, siteId));
    const first = row!.n - ofSite.length + 1;
    await tx.insert(events).values(ofSite.map((event, i) => ({ ...event, n: first + i })));
  }
}

/** The number of the last event of each site; a site without one is not in it. */
export async function readLastNumbers(
  db: Database,
  siteIds: readonly string[],
): Promise<ReadonlyMap<string, number>> {
  if (siteIds.length === 0) return new Map();
  const rows = await db
    .select({ siteId: siteSeq.siteId, n: siteSeq.n })
    .from(siteSeq)
    .where(inArray(siteSeq.siteId, [...siteIds]));
  return new Map(rows.map(({ siteId, n }) => [siteId, n]));
}

/** Events that one answer holds at most. */
export const MOST_EVENTS = 500;

/** Events of a site after an event's number, in order. */
export async function readEvents(
  db: Database,
  siteId: string,
  after: number,
  most = MOST_EVENTS,
): Promise<readonly EventLine[]> {
  const rows = await db
    .select({ event: events, person: people.name })
    .from(events)
    .leftJoin(people, eq(people.id, events.personId))
    .where(and(eq(events.siteId, siteId), gt(events.n, after)))
    .orderBy(asc(events.n))
    .limit(most);
  return rows.map(({ event: { n, id, kind, at, keptAt, details }, person }) => ({
    n,
    id,
    kind,
    at: at.toISOString(),
    keptAt: keptAt.toISOString(),
    person,
    details,
  }));
}
