import { and, asc, count, desc, eq, inArray, lt, or, sql, sum } from "drizzle-orm";
import type { TrialRefusal } from "#contract/trialKinds.ts";
import type {
  AddedBatch,
  ChangedTrial,
  EndedTrial,
  KeptReading,
  KeptTasting,
  ReadSigns,
} from "#contract/trials.ts";
import { fail, ok, type Result } from "#core/result";
import { type Act, record } from "./audit.ts";
import type { Database } from "./connection.ts";
import {
  batches,
  brewers,
  cards,
  coffees,
  grinders,
  people,
  tastings,
  trialBatches,
  trials,
} from "./schema/index.ts";
import { changedBefore, sentBefore } from "./sentTwice.ts";
import { lock, type Transaction } from "./transact.ts";

export type Trial = typeof trials.$inferSelect;
type Refused = { readonly code: TrialRefusal };
type By = Act & { readonly personId: string };

const G_PER_KG = 1000;

/** Trials on one page of the list. */
export const TRIALS_PAGE = 40;

const NO_SIGNS: ReadSigns = { signs: {}, waterTempC: null, liked: null, promise: null, changed: [] };

/** A trial as lists show it, with what it has taken so far. */
export interface TrialLine extends Trial {
  readonly coffee: string;
  readonly brewer: string;
  readonly grinder: string;
  readonly person: string;
  readonly batches: number;
  readonly spentG: number;
  readonly pricePerKg: number | null;
  /** What the bag says it tastes of. */
  readonly promises: string;
}

/** The newest trials of a site: those that run, then those that have ended; one more than a page tells of another page. */
export async function readTrials(
  db: Database,
  siteId: string,
  {
    running,
    before,
  }: { readonly running: boolean; readonly before?: { readonly at: Date; readonly id: string } | undefined },
): Promise<TrialLine[]> {
  const page = await db
    .select({ id: trials.id })
    .from(trials)
    .where(
      and(
        eq(trials.siteId, siteId),
        running ? eq(trials.state, "running") : inArray(trials.state, ["approved", "givenUp"]),
        before && or(lt(trials.at, before.at), and(eq(trials.at, before.at), lt(trials.id, before.id))),
      ),
    )
    .orderBy(desc(trials.at), desc(trials.id))
    .limit(TRIALS_PAGE + 1);
  return linesOf(
    db,
    page.map(({ id }) => id),
  );
}

/** One trial with the names of what it is about; undefined where there is none. */
export async function findTrial(db: Database, id: string): Promise<TrialLine | undefined> {
  return (await linesOf(db, [id]))[0];
}

async function linesOf(db: Database, ids: readonly string[]): Promise<TrialLine[]> {
  if (ids.length === 0) return [];
  const [rows, taken] = await Promise.all([
    db
      .select({
        trial: trials,
        coffee: coffees.name,
        promises: coffees.note,
        pricePerKg: coffees.pricePerKg,
        brewer: brewers.name,
        grinder: grinders.name,
        person: people.name,
      })
      .from(trials)
      .innerJoin(coffees, eq(coffees.id, trials.coffeeId))
      .innerJoin(brewers, eq(brewers.id, trials.brewerId))
      .innerJoin(grinders, eq(grinders.id, trials.grinderId))
      .innerJoin(people, eq(people.id, trials.startedBy))
      .where(inArray(trials.id, [...ids]))
      .orderBy(desc(trials.at), desc(trials.id)),
    db
      .select({ trialId: trialBatches.trialId, batches: count(), spentG: sum(batches.doseG).mapWith(Number) })
      .from(trialBatches)
      .innerJoin(batches, eq(batches.id, trialBatches.batchId))
      .where(and(inArray(trialBatches.trialId, [...ids]), eq(batches.removed, false)))
      .groupBy(trialBatches.trialId),
  ]);
  return rows.map(({ trial, ...names }) => {
    const of = taken.find(({ trialId }) => trialId === trial.id);
    return { ...trial, ...names, batches: of?.batches ?? 0, spentG: of?.spentG ?? 0 };
  });
}

/** What trials of a site that were approved took together: g of coffee, s at the brewer, and money in minor units. */
export async function readTrialSums(db: Database, siteId: string) {
  const [row] = await db
    .select({
      trials: sql<number>`COUNT(DISTINCT ${trials.id})`.mapWith(Number),
      batches: count(),
      spentG: sum(batches.doseG).mapWith(Number),
      brewedS: sum(batches.brewTimeS).mapWith(Number),
      costMinor: sql<number | null>`SUM(${batches.doseG} * ${coffees.pricePerKg}) / ${G_PER_KG}`.mapWith(
        Number,
      ),
    })
    .from(trials)
    .innerJoin(coffees, eq(coffees.id, trials.coffeeId))
    .innerJoin(trialBatches, eq(trialBatches.trialId, trials.id))
    .innerJoin(batches, eq(batches.id, trialBatches.batchId))
    .where(and(eq(trials.siteId, siteId), eq(trials.state, "approved"), eq(batches.removed, false)));
  return {
    trials: row?.trials ?? 0,
    batches: row?.batches ?? 0,
    spentG: row?.spentG ?? 0,
    brewedS: row?.brewedS ?? 0,
    costMinor: row?.costMinor ?? 0,
  };
}

/** A trial's batches that stand in the log, the oldest first, with what was seen and tasted of each. */
export async function readTrialBatches(db: Database, trialId: string) {
  const rows = await db
    .select({ batch: batches, seen: trialBatches, person: people.name })
    .from(trialBatches)
    .innerJoin(batches, eq(batches.id, trialBatches.batchId))
    .leftJoin(people, eq(people.id, batches.personId))
    .where(and(eq(trialBatches.trialId, trialId), eq(batches.removed, false)))
    .orderBy(asc(batches.at), asc(batches.id));
  const ids = rows.map(({ batch }) => batch.id);
  const cups =
    ids.length === 0
      ? []
      : await db
          .select({ tasting: tastings, person: people.name })
          .from(tastings)
          .innerJoin(people, eq(people.id, tastings.personId))
          .where(and(inArray(tastings.batchId, ids), eq(tastings.removed, false)))
          .orderBy(asc(tastings.at), asc(tastings.id));
  return rows.map(({ batch, seen, person }) => ({
    batch,
    read: seen.signs,
    readRevision: seen.revision,
    person,
    tastings: cups.flatMap(({ tasting, person: taster }) =>
      tasting.batchId === batch.id ? [{ ...tasting, person: taster }] : [],
    ),
  }));
}

/** The trial that a batch belongs to; undefined where it belongs to none. */
export async function trialOfBatch(db: Database, batchId: string): Promise<string | undefined> {
  const [row] = await db
    .select({ trialId: trialBatches.trialId })
    .from(trialBatches)
    .where(eq(trialBatches.batchId, batchId));
  return row?.trialId;
}

/** The trial that a card was made for; undefined where it was made for none. */
export async function trialOfCard(db: Database, cardId: string): Promise<string | undefined> {
  const [row] = await db.select({ trialId: cards.trialId }).from(cards).where(eq(cards.id, cardId));
  return row?.trialId ?? undefined;
}

export type NewTrial = Pick<
  Trial,
  | "id"
  | "siteId"
  | "cardId"
  | "coffeeId"
  | "brewerId"
  | "grinderId"
  | "serve"
  | "method"
  | "sizeG"
  | "priorFrom"
  | "priorSetting"
  | "priorSd"
  | "budgetG"
>;

/** Begins a trial; sent twice it is one. */
export async function insertTrial(
  tx: Transaction,
  trial: NewTrial,
  by: By,
): Promise<Result<{ isNew: boolean }, Refused>> {
  const [known] = await tx.select().from(trials).where(eq(trials.id, trial.id));
  const before = sentBefore(known, { cardId: trial.cardId });
  if (before === "other") return fail({ code: "stale" });
  if (before === "again") return ok({ isNew: false });
  await tx.insert(trials).values({ ...trial, startedBy: by.personId, at: by.at });
  return ok({ isNew: true });
}

/** A running trial, held for a change. */
async function held(tx: Transaction, id: string, revision?: number): Promise<Result<Trial, Refused>> {
  const [trial] = await tx.select().from(trials).where(eq(trials.id, id)).for("update");
  if (!trial) return fail({ code: "notThere" });
  if (revision !== undefined && trial.revision !== revision) return fail({ code: "stale" });
  return trial.state === "running" ? ok(trial) : fail({ code: "ended" });
}

/** Changes how much coffee a running trial has, and whether both sides are shown. */
export async function changeTrial(
  tx: Transaction,
  { id, revision, ...change }: ChangedTrial,
): Promise<Result<Trial, Refused>> {
  const [known] = await tx.select().from(trials).where(eq(trials.id, id));
  if (known && changedBefore(known, { began: revision, sent: change })) return ok(known);
  const trial = await held(tx, id, revision);
  if (!trial.ok) return trial;
  await tx
    .update(trials)
    .set({ ...change, revision: revision + 1 })
    .where(eq(trials.id, id));
  return trial;
}

/** Gives a running trial up, with the reason, in the trail. */
export async function giveUpTrial(
  tx: Transaction,
  { id, revision, reason }: EndedTrial,
  by: Act,
): Promise<Result<Trial, Refused>> {
  const [known] = await tx.select().from(trials).where(eq(trials.id, id));
  if (known && changedBefore(known, { began: revision, sent: { state: "givenUp", reason } }))
    return ok(known);
  const trial = await held(tx, id, revision);
  if (!trial.ok) return trial;
  await tx
    .update(trials)
    .set({ state: "givenUp", reason, endedAt: by.at, revision: revision + 1 })
    .where(eq(trials.id, id));
  await record(tx, by, { action: "ended", subject: "trial", subjectId: id, after: { reason } });
  return trial;
}

/** Ends a running trial in a standard; one that has ended already stays as it is. */
export async function approveTrial(tx: Transaction, id: string, by: Act): Promise<void> {
  const trial = await held(tx, id);
  if (!trial.ok) return;
  await tx
    .update(trials)
    .set({ state: "approved", endedAt: by.at, revision: trial.value.revision + 1 })
    .where(eq(trials.id, id));
  await record(tx, by, { action: "approved", subject: "trial", subjectId: id });
}

/** Whether a batch of the log is one that a trial can stand on. */
function misfit(trial: Trial, batch: typeof batches.$inferSelect): TrialRefusal | undefined {
  if (batch.removed) return "takenOut";
  if (batch.siteId !== trial.siteId) return "otherSite";
  if (batch.brewerId !== trial.brewerId) return "otherBrewer";
  if (batch.coffeeId !== trial.coffeeId) return "otherCoffee";
  if ((batch.method === null) !== (trial.serve === "hot")) return "otherServe";
  if (batch.dialSetting === null) return "noDial";
  return batch.grinderId === trial.grinderId ? undefined : "otherGrinder";
}

/** Puts a batch of the log into a trial; it belongs to one at most. */
export async function addToTrial(
  tx: Transaction,
  { trialId, batchId, curveVersion }: AddedBatch & { readonly curveVersion: number | null },
  by: Act,
): Promise<Result<{ isNew: boolean }, Refused>> {
  await lock(tx, "trials");
  const [known] = await tx.select().from(trialBatches).where(eq(trialBatches.batchId, batchId));
  if (known) return known.trialId === trialId ? ok({ isNew: false }) : fail({ code: "inAnother" });
  const trial = await held(tx, trialId);
  if (!trial.ok) return trial;
  const [batch] = await tx.select().from(batches).where(eq(batches.id, batchId));
  if (!batch) return fail({ code: "notThere" });
  const why = misfit(trial.value, batch);
  if (why) return fail({ code: why });
  if (batch.curveVersion !== curveVersion) return fail({ code: "otherBurrs" });
  await tx
    .insert(trialBatches)
    .values({ batchId, trialId, signs: NO_SIGNS, addedAt: by.at, personId: by.personId });
  return ok({ isNew: true });
}

/**
 * Puts a batch that was just logged into the trial that its card was made for.
 *
 * @returns why it is not in it, where it does not fit or the trial has ended: it is logged all the same
 */
export async function followTrial(
  tx: Transaction,
  { id: batchId, cardId }: { readonly id: string; readonly cardId: string | null },
  by: Act,
): Promise<TrialRefusal | undefined> {
  const trialId = cardId === null ? undefined : await trialOfCard(tx, cardId);
  const [batch] = trialId ? await tx.select().from(batches).where(eq(batches.id, batchId)) : [];
  if (!trialId || !batch) return undefined;
  const added = await addToTrial(tx, { trialId, batchId, curveVersion: batch.curveVersion }, by);
  return added.ok ? undefined : added.failure.code;
}

/** Keeps what was seen of a batch of a trial. */
export async function keepReading(
  tx: Transaction,
  { batchId, revision, read }: KeptReading,
): Promise<Result<{ trialId: string }, Refused>> {
  const [row] = await tx.select().from(trialBatches).where(eq(trialBatches.batchId, batchId)).for("update");
  if (!row) return fail({ code: "notThere" });
  const { trialId } = row;
  if (changedBefore(row, { began: revision, sent: { signs: read } })) return ok({ trialId });
  if (row.revision !== revision) return fail({ code: "stale" });
  const trial = await held(tx, trialId);
  if (!trial.ok) return trial;
  await tx
    .update(trialBatches)
    .set({ signs: read, revision: revision + 1 })
    .where(eq(trialBatches.batchId, batchId));
  return ok({ trialId });
}

/** Keeps somebody's words on a cup of a batch of a trial; sent twice they are said once. */
export async function keepTasting(
  tx: Transaction,
  { id, batchId, words }: KeptTasting,
  { personId, at }: By,
): Promise<Result<{ trialId: string }, Refused>> {
  const [row] = await tx.select().from(trialBatches).where(eq(trialBatches.batchId, batchId));
  if (!row) return fail({ code: "notThere" });
  const { trialId } = row;
  const [known] = await tx.select().from(tastings).where(eq(tastings.id, id));
  const before = sentBefore(known, { batchId, words });
  if (before === "again") return ok({ trialId });
  if (before === "other") return fail({ code: "stale" });
  const trial = await held(tx, trialId);
  if (!trial.ok) return trial;
  await tx.insert(tastings).values({ id, batchId, words, personId, at });
  return ok({ trialId });
}

/** Takes somebody's words back: one's own, or as a lead anybody's. */
export async function removeTasting(
  tx: Transaction,
  id: string,
  { personId, ofAnybody }: { readonly personId: string; readonly ofAnybody: boolean },
): Promise<Result<object, Refused>> {
  const [row] = await tx.select().from(tastings).where(eq(tastings.id, id));
  if (!row) return fail({ code: "notThere" });
  if (row.personId !== personId && !ofAnybody) return fail({ code: "notYours" });
  await tx.update(tastings).set({ removed: true }).where(eq(tastings.id, id));
  return ok({});
}
