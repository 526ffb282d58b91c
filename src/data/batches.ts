import { and, asc, desc, eq, gte, isNotNull, isNull, lt, or, type SQL, sql } from "drizzle-orm";
import type { BatchRow, LoggedBatch } from "#contract/batch.ts";
import { BATCHES_TO_LEARN_FROM } from "#core/measure";
import { fail, ok, type Result } from "#core/result";
import { type Act, record } from "./audit.ts";
import type { Database } from "./connection.ts";
import { batches, brewers, coffees, grinderCurves, grinders, people, standards, vessels } from "./schema.ts";
import { settleStandard } from "./standards.ts";

export interface BatchFilter {
  readonly brewerId?: string | undefined;
  readonly coffeeId?: string | undefined;
  readonly liked?: boolean | undefined;
  /** Only older ones than this. */
  readonly before?: Date | undefined;
}

/** Lines on one page of the log. */
export const LOG_PAGE = 40;

/**
 * The newest batches of a site that the filter lets through.
 *
 * @param most lines; one more than a page tells that there is another page
 */
export async function readBatches(
  db: Database,
  siteId: string,
  filter: BatchFilter = {},
  most: number = LOG_PAGE + 1,
): Promise<BatchRow[]> {
  const wanted: SQL[] = [eq(batches.siteId, siteId), eq(batches.removed, false)];
  if (filter.brewerId) wanted.push(eq(batches.brewerId, filter.brewerId));
  if (filter.coffeeId) wanted.push(eq(batches.coffeeId, filter.coffeeId));
  if (filter.liked !== undefined) wanted.push(eq(batches.liked, filter.liked));
  if (filter.before) wanted.push(lt(batches.at, filter.before));
  return (await withNames(db, and(...wanted), most)).map(asRow);
}

/**
 * Batches with their names, the newest first. The page first, by its index, and then the names: joined the other way
 * round, the whole log would be sorted.
 */
function withNames(db: Database, wanted: SQL | undefined, most: number) {
  const page = db
    .select({ id: batches.id })
    .from(batches)
    .where(wanted)
    .orderBy(desc(batches.at), desc(batches.id))
    .limit(most)
    .as("page");
  return db
    .select(NAMED)
    .from(page)
    .innerJoin(batches, eq(batches.id, page.id))
    .innerJoin(brewers, eq(brewers.id, batches.brewerId))
    .leftJoin(coffees, eq(coffees.id, batches.coffeeId))
    .leftJoin(vessels, eq(vessels.id, batches.vesselId))
    .leftJoin(grinders, eq(grinders.id, batches.grinderId))
    .leftJoin(people, eq(people.id, batches.personId))
    .leftJoin(standards, and(eq(standards.batchId, batches.id), isNull(standards.retiredAt)))
    .orderBy(desc(batches.at), desc(batches.id));
}

/** A batch with the names of what it was made with, and the standard that it is. */
const NAMED = {
  batch: batches,
  coffee: coffees.name,
  brewer: brewers.name,
  vessel: vessels.name,
  grinder: grinders.name,
  person: people.name,
  standard: standards.id,
};

interface Joined {
  readonly batch: typeof batches.$inferSelect;
  readonly standard: string | null;
  readonly coffee: string | null;
  readonly brewer: string;
  readonly vessel: string | null;
  readonly grinder: string | null;
  readonly person: string | null;
}

function asRow({ batch, standard, ...names }: Joined): BatchRow {
  const {
    siteId: _site,
    filterId,
    ending,
    curveVersion,
    densityGPerMl,
    roastedOn,
    personId,
    removed,
    at,
    ...logged
  } = batch;
  return { ...logged, at: at.toISOString(), approved: standard !== null, ...names };
}

export type BatchFailure =
  | { readonly code: "notThere" }
  | { readonly code: "stale"; readonly revision: number };

export interface KeptBatch {
  /** The brewers whose beds there is something to learn of. */
  readonly brewerIds: readonly string[];
  /** The brewers and grinders whose factors there is something to learn of. */
  readonly pairs: readonly {
    readonly siteId: string;
    readonly brewerId: string;
    readonly grinderId: string;
  }[];
  /** It is, or was, a standard in force: what rests on it is to be made anew, with the grinder that it taught. */
  readonly taught?: { readonly siteId: string; readonly grinderId: string };
}
type Kept = Result<KeptBatch, BatchFailure>;

/** Logs a batch with the filter, the ending and the grinder's curve of that day; sent twice, it is one. */
export function logBatch(db: Database, batch: LoggedBatch, by: Act): Promise<Kept> {
  return db.transaction(async (tx) => {
    const [brewer] = await tx.select().from(brewers).where(eq(brewers.id, batch.brewerId));
    if (!brewer) return fail({ code: "notThere" });
    const { siteId, filterId, ending } = brewer;
    const curveVersion = batch.grinderId ? await curveOf(tx, batch.grinderId) : null;
    const bag = batch.coffeeId ? await bagOf(tx, batch.coffeeId) : {};
    await tx
      .insert(batches)
      .values({
        ...batch,
        ...bag,
        at: new Date(batch.at),
        siteId,
        filterId,
        ending,
        curveVersion,
        personId: by.personId,
      })
      .onDuplicateKeyUpdate({ set: { id: sql`id` } });
    return ok({ brewerIds: [brewer.id], pairs: pairsOf([{ ...batch, siteId }]) });
  });
}

/** The bag that stands open of a coffee. */
async function bagOf(tx: Database, coffeeId: string) {
  const [row] = await tx
    .select({ densityGPerMl: coffees.densityGPerMl, roastedOn: coffees.roastedOn })
    .from(coffees)
    .where(eq(coffees.id, coffeeId));
  return row ?? {};
}

function pairsOf(
  rows: readonly { readonly siteId: string; readonly brewerId: string; readonly grinderId: string | null }[],
) {
  return rows.flatMap(({ siteId, brewerId, grinderId }) =>
    grinderId === null ? [] : [{ siteId, brewerId, grinderId }],
  );
}

async function curveOf(tx: Database, grinderId: string): Promise<number | null> {
  const [row] = await tx
    .select({ version: grinderCurves.version })
    .from(grinderCurves)
    .where(eq(grinderCurves.grinderId, grinderId))
    .orderBy(desc(grinderCurves.version))
    .limit(1);
  return row?.version ?? null;
}

/**
 * Corrects a batch, or takes it out of the log; what rests on it is learned anew by whoever asks. Another brewer
 * brings its filter and ending along, another grinder its curve.
 */
export function correctBatch(
  db: Database,
  { id, revision }: { readonly id: string; readonly revision: number },
  change: Partial<Omit<LoggedBatch, "id">> & { readonly removed?: boolean },
  by: Act,
): Promise<Kept> {
  return db.transaction(async (tx) => {
    const [old] = await tx.select().from(batches).where(eq(batches.id, id)).for("update");
    if (!old) return fail({ code: "notThere" });
    if (old.revision !== revision) return fail({ code: "stale", revision: old.revision });
    const { at, ...others } = change;
    const brewerId = change.brewerId ?? old.brewerId;
    const [moved] =
      brewerId === old.brewerId ? [] : await tx.select().from(brewers).where(eq(brewers.id, brewerId));
    if (brewerId !== old.brewerId && !moved) return fail({ code: "notThere" });
    const rebagged =
      change.coffeeId && change.coffeeId !== old.coffeeId ? await bagOf(tx, change.coffeeId) : {};
    const regrinds = change.grinderId !== undefined && change.grinderId !== old.grinderId;
    await tx
      .update(batches)
      .set({
        ...others,
        ...rebagged,
        ...(moved && { siteId: moved.siteId, filterId: moved.filterId, ending: moved.ending }),
        ...(regrinds && { curveVersion: change.grinderId ? await curveOf(tx, change.grinderId) : null }),
        ...(at && { at: new Date(at) }),
        revision: revision + 1,
      })
      .where(eq(batches.id, id));
    await record(tx, by, {
      action: change.removed === undefined ? "changed" : change.removed ? "archived" : "restored",
      subject: "batch",
      subjectId: id,
      before: { doseG: old.doseG, waterG: old.waterG, yieldG: old.yieldG },
      after: {
        doseG: change.doseG ?? old.doseG,
        waterG: change.waterG ?? old.waterG,
        yieldG: change.yieldG ?? old.yieldG,
      },
    });
    const settled = await settleStandard(tx, id, by);
    const now = { ...old, ...change, siteId: moved?.siteId ?? old.siteId };
    return ok({
      brewerIds: moved ? [old.brewerId, brewerId] : [brewerId],
      pairs: pairsOf(moved || regrinds ? [old, now] : [now]),
      ...(settled && old.grinderId && { taught: { siteId: old.siteId, grinderId: old.grinderId } }),
    });
  });
}

/** What a bed's liquid goes by: the brewer, its filter and how the brew ends. */
export interface Bedding {
  readonly brewerId: string;
  readonly filterId: string;
  readonly ending: typeof batches.$inferSelect.ending;
}

/** The newest weighed pots of a brewer with a filter and an ending. */
export function readYields(db: Database, { brewerId, filterId, ending }: Bedding) {
  return db
    .select({
      id: batches.id,
      revision: batches.revision,
      at: batches.at,
      doseG: batches.doseG,
      waterG: sql<number>`${batches.waterG} + ${batches.iceG}`,
      yieldG: sql<number>`${batches.yieldG}`,
    })
    .from(batches)
    .where(
      and(
        eq(batches.brewerId, brewerId),
        eq(batches.filterId, filterId),
        eq(batches.ending, ending),
        eq(batches.removed, false),
        isNotNull(batches.yieldG),
      ),
    )
    .orderBy(desc(batches.at))
    .limit(BATCHES_TO_LEARN_FROM);
}

export type TimedBatch = typeof batches.$inferSelect;

/** The newest batches of a brewer and a grinder, on one curve of its dial, that were timed or metered. */
export function readTimed(
  db: Database,
  {
    brewerId,
    grinderId,
    curveVersion,
  }: { readonly brewerId: string; readonly grinderId: string; readonly curveVersion: number },
  most: number,
): Promise<TimedBatch[]> {
  return db
    .select()
    .from(batches)
    .where(
      and(
        eq(batches.brewerId, brewerId),
        eq(batches.grinderId, grinderId),
        eq(batches.curveVersion, curveVersion),
        eq(batches.removed, false),
        isNotNull(batches.dialSetting),
        or(isNotNull(batches.brewTimeS), isNotNull(batches.strengthPct)),
      ),
    )
    .orderBy(desc(batches.at), desc(batches.id))
    .limit(most);
}

/** The brewers and grinders of a site that batches were brewed with since a time, the busiest first. */
export function readPairs(db: Database, siteId: string, since: Date) {
  return db
    .select({ brewerId: batches.brewerId, grinderId: sql<string>`${batches.grinderId}` })
    .from(batches)
    .where(
      and(
        eq(batches.siteId, siteId),
        gte(batches.at, since),
        eq(batches.removed, false),
        isNotNull(batches.grinderId),
      ),
    )
    .groupBy(batches.brewerId, batches.grinderId)
    .orderBy(desc(sql`COUNT(*)`));
}

/** Every batch of a site since a time that could be a standard's: with its coffee, grinder and setting; the oldest first. */
export function readSince(db: Database, siteId: string, since: Date): Promise<TimedBatch[]> {
  return db
    .select()
    .from(batches)
    .where(
      and(
        eq(batches.siteId, siteId),
        gte(batches.at, since),
        eq(batches.removed, false),
        isNotNull(batches.dialSetting),
      ),
    )
    .orderBy(asc(batches.at), asc(batches.id));
}

/** One batch with its names, whether it is in the log or was taken out. */
export async function findBatch(db: Database, id: string) {
  const [row] = await withNames(db, eq(batches.id, id), 1);
  return row && { ...asRow(row), siteId: row.batch.siteId, removed: row.batch.removed };
}

/** What was brewed on a brewer and ground on a grinder since a day: litres and kg, for care. */
export async function readWork(
  db: Database,
  {
    brewerId,
    grinderId,
    since,
  }: { readonly brewerId: string | null; readonly grinderId: string | null; readonly since: Date },
): Promise<{ readonly litres: number; readonly kg: number }> {
  const G_PER_KG = 1000;
  const total = async (column: SQL, of: SQL) => {
    const [row] = await db
      .select({ sum: sql<number | null>`SUM(${column})` })
      .from(batches)
      .where(and(of, gte(batches.at, since), eq(batches.removed, false)));
    return Number(row?.sum ?? 0) / G_PER_KG;
  };
  const [litres, kg] = await Promise.all([
    brewerId ? total(sql`${batches.waterG}`, eq(batches.brewerId, brewerId)) : 0,
    grinderId ? total(sql`${batches.doseG}`, eq(batches.grinderId, grinderId)) : 0,
  ]);
  return { litres, kg };
}
