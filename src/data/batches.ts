import {
  and,
  asc,
  count,
  desc,
  eq,
  gte,
  inArray,
  isNotNull,
  isNull,
  lt,
  ne,
  or,
  type SQL,
  sql,
} from "drizzle-orm";
import type { BatchRow, LoggedBatch } from "#contract/batch.ts";
import type { TouchedPlace } from "#contract/job.ts";
import { BATCHES_TO_LEARN_FROM } from "#core/measure";
import { fail, ok, type Result } from "#core/result";
import { type Act, record } from "./audit.ts";
import type { Database } from "./connection.ts";
import {
  batches,
  brewers,
  cards,
  coffees,
  grinderCurves,
  grinders,
  people,
  recipes,
  recipeVersions,
  standards,
  vessels,
} from "./schema/index.ts";
import { changedBefore, sentBefore } from "./sentTwice.ts";
import { settleStandard } from "./standards.ts";
import { lock, type Transaction, transact } from "./transact.ts";

/** A line of the log, as the next page begins after it. */
export interface LogPlace {
  readonly at: Date;
  readonly id: string;
}

export interface BatchFilter {
  readonly brewerId?: string | undefined;
  readonly coffeeId?: string | undefined;
  readonly liked?: boolean | undefined;
  /** Only what stands after this line: many batches may be of one minute. */
  readonly after?: LogPlace | undefined;
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
  if (filter.after) {
    const { at, id } = filter.after;
    wanted.push(or(lt(batches.at, at), and(eq(batches.at, at), lt(batches.id, id)))!);
  }
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
    .leftJoin(recipeVersions, eq(recipeVersions.id, batches.recipeVersionId))
    .leftJoin(recipes, eq(recipes.id, recipeVersions.recipeId))
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
  recipe: recipes.name,
  recipeVersion: recipeVersions.version,
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
  readonly recipe: string | null;
  readonly recipeVersion: number | null;
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
  /** The card that it names is not of the brewer's site, or not there; or its recipe's version is not. */
  | { readonly code: "noCard" | "noRecipe" }
  /** Somebody else logged or corrected it since, or other figures were sent under its id; with the batch as it is. */
  | { readonly code: "stale"; readonly theirs: BatchRow };

export interface KeptBatch {
  readonly siteId: string;
  /** Whether it was kept now, not when the same was sent before. */
  readonly isNew: boolean;
  /** The brewers whose beds there is something to learn of. */
  readonly brewerIds: readonly string[];
  /** The brewers and grinders whose factors there is something to learn of. */
  readonly pairs: readonly {
    readonly siteId: string;
    readonly brewerId: string;
    readonly grinderId: string;
  }[];
  /** Places that its standard touches, where it is or was one in force: cards rest there, and dials were taught. */
  readonly touched?: readonly TouchedPlace[];
}
type Kept = Result<KeptBatch, BatchFailure>;

/** Logs a batch with the filter, the ending and the grinder's curve of that day; sent twice, it is one. */
export function logBatch(db: Database, sent: LoggedBatch, by: Act): Promise<Kept> {
  const batch = { ...sent, at: new Date(sent.at).toISOString() };
  return transact(db, async (tx) => {
    const [brewer] = await tx.select().from(brewers).where(eq(brewers.id, batch.brewerId));
    if (!brewer) return fail({ code: "notThere" });
    const { siteId, filterId, ending } = brewer;
    const batchKept = { siteId, brewerIds: [brewer.id], pairs: pairsOf([{ ...batch, siteId }]) };
    const known = await findBatch(tx, batch.id);
    switch (sentBefore(known, compared(batch))) {
      case "again":
        return ok({ ...batchKept, isNew: false });
      case "other":
        return fail({ code: "stale", theirs: known! });
    }
    const links = await linksOf(tx, batch, siteId);
    if (!links.ok) return links;
    const curveVersion = batch.grinderId ? await curveOf(tx, batch.grinderId) : null;
    const bag = batch.coffeeId ? await bagOf(tx, batch.coffeeId) : {};
    const at = new Date(batch.at);
    const own = { siteId, filterId, ending, curveVersion, personId: by.personId };
    await tx.insert(batches).values({ ...batch, ...links.value, ...bag, ...own, at });
    return ok({ ...batchKept, isNew: true });
  });
}

/** Fields of a batch that are compared when it is sent again: beside a card the version is the card's own. */
function compared<Sent extends Partial<LoggedBatch>>(sent: Sent): Partial<Sent> {
  if (!sent.cardId) return sent;
  const { recipeVersionId: _ofTheCard, ...others } = sent;
  return others as Partial<Sent>;
}

type Links = Pick<LoggedBatch, "cardId" | "recipeVersionId">;

/** The card that a batch was brewed from, with that card's version of its recipe; else the version that was said. */
async function linksOf(
  tx: Transaction,
  { cardId, recipeVersionId }: Links,
  siteId: string,
): Promise<Result<Links, BatchFailure>> {
  if (cardId !== null) {
    const [card] = await tx
      .select({ cardId: cards.id, recipeVersionId: cards.recipeVersionId })
      .from(cards)
      .where(and(eq(cards.id, cardId), eq(cards.siteId, siteId)));
    return card ? ok(card) : fail({ code: "noCard" });
  }
  if (recipeVersionId === null) return ok({ cardId, recipeVersionId });
  const [version] = await tx
    .select({ recipeVersionId: recipeVersions.id })
    .from(recipeVersions)
    .where(eq(recipeVersions.id, recipeVersionId));
  return version ? ok({ cardId, ...version }) : fail({ code: "noRecipe" });
}

/** The bag that stands open of a coffee. */
async function bagOf(tx: Transaction, coffeeId: string) {
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

async function curveOf(tx: Transaction, grinderId: string): Promise<number | null> {
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
  return transact(db, async (tx) => {
    // Its standard may move or end, and others with it.
    await lock(tx, "standards");
    const [old] = await tx.select().from(batches).where(eq(batches.id, id)).for("update");
    if (!old) return fail({ code: "notThere" });
    const sent = compared(change);
    if (changedBefore({ ...old, at: old.at.toISOString() }, { began: revision, sent })) {
      return ok({ siteId: old.siteId, isNew: false, brewerIds: [old.brewerId], pairs: pairsOf([old]) });
    }
    if (old.revision !== revision) return fail({ code: "stale", theirs: (await findBatch(tx, id))! });
    const { at, cardId = old.cardId, recipeVersionId = old.recipeVersionId, ...others } = change;
    const brewerId = change.brewerId ?? old.brewerId;
    const [moved] =
      brewerId === old.brewerId ? [] : await tx.select().from(brewers).where(eq(brewers.id, brewerId));
    if (brewerId !== old.brewerId && !moved) return fail({ code: "notThere" });
    const isLinked = cardId === old.cardId && (cardId !== null || recipeVersionId === old.recipeVersionId);
    const links = isLinked
      ? ok({})
      : await linksOf(tx, { cardId, recipeVersionId }, moved?.siteId ?? old.siteId);
    if (!links.ok) return links;
    const rebagged =
      change.coffeeId && change.coffeeId !== old.coffeeId ? await bagOf(tx, change.coffeeId) : {};
    const regrinds = change.grinderId !== undefined && change.grinderId !== old.grinderId;
    await tx
      .update(batches)
      .set({
        ...others,
        ...links.value,
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
    const touched = await settleStandard(tx, old, by);
    const now = { ...old, ...change, siteId: moved?.siteId ?? old.siteId };
    return ok({
      siteId: now.siteId,
      isNew: true,
      brewerIds: moved ? [old.brewerId, brewerId] : [brewerId],
      pairs: pairsOf(moved || regrinds ? [old, now] : [now]),
      ...(touched && { touched }),
    });
  });
}

/** A bed: the brewer, its filter and how the brew ends. */
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
        // A concentrate lies in no bed: what it keeps says nothing of the brewer.
        or(isNull(batches.method), ne(batches.method, "steep")),
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

/** Of a batch, what tells whether it was brewed as a standard says, and what came of it. */
const WATCHED = {
  id: batches.id,
  at: batches.at,
  coffeeId: batches.coffeeId,
  brewerId: batches.brewerId,
  method: batches.method,
  grinderId: batches.grinderId,
  dialSetting: batches.dialSetting,
  curveVersion: batches.curveVersion,
  doseG: batches.doseG,
  waterG: batches.waterG,
  iceG: batches.iceG,
  yieldG: batches.yieldG,
  brewTimeS: batches.brewTimeS,
  strengthPct: batches.strengthPct,
  sampledAt: batches.sampledAt,
};

/** Every batch of a site since a time that could be a standard's: with its coffee, grinder and setting; the oldest first. */
export function readSince(db: Database, siteId: string, since: Date) {
  return db
    .select(WATCHED)
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

/** How often each card was brewed at a site from a moment until another, by the log. */
export async function countBrewed(
  db: Database,
  { siteId, from, until }: { readonly siteId: string; readonly from: Date; readonly until: Date },
): Promise<ReadonlyMap<string, number>> {
  const rows = await db
    .select({ cardId: batches.cardId, n: count() })
    .from(batches)
    .where(
      and(
        eq(batches.siteId, siteId),
        gte(batches.at, from),
        lt(batches.at, until),
        eq(batches.removed, false),
        isNotNull(batches.cardId),
      ),
    )
    .groupBy(batches.cardId);
  return new Map(rows.map(({ cardId, n }) => [cardId!, n]));
}

/** One batch with its names, whether it is in the log or was taken out. */
export async function findBatch(db: Database, id: string) {
  const [row] = await withNames(db, eq(batches.id, id), 1);
  return row && { ...asRow(row), siteId: row.batch.siteId, removed: row.batch.removed };
}

/** Batches with their names and what they were brewed on that day, in the order of the ids; those that are not there are left out. */
export async function findBatches(db: Database, ids: readonly string[]) {
  if (ids.length === 0) return [];
  const rows = await withNames(db, inArray(batches.id, [...ids]), ids.length);
  return ids.flatMap((id) => {
    const row = rows.find(({ batch }) => batch.id === id);
    if (!row) return [];
    const { siteId, removed, filterId, curveVersion, roastedOn } = row.batch;
    return [{ ...asRow(row), siteId, removed, filterId, curveVersion, roastedOn }];
  });
}

/** Work of a brewer and a grinder since a day: litres and kg, for care. */
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
