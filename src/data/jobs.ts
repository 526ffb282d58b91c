import { and, asc, desc, eq, inArray, type SQL, sql } from "drizzle-orm";
import { v7 as uuidv7 } from "uuid";
import type { JobAnswer, JobKind, JobRequests } from "#contract/job.ts";
import type { Act } from "./audit.ts";
import type { Database } from "./connection.ts";
import { jobs, people } from "./schema/index.ts";
import { type Transaction, transact } from "./transact.ts";

/** How long a try is left alone without being renewed, s: after that its server counts as dead. */
export const LEASE_S = 15;
/** A job that failed so often waits for a lead. */
const MOST_TRIES = 5;
/** The pause before the second try, s; each later one is four times as long. */
const FIRST_PAUSE_S = 2;
const PAUSES_GROW = 4;
const LONGEST_TROUBLE = 400;

/** The database's clock: the same for every server, and never stopped. */
const CLOCK = sql`UTC_TIMESTAMP(3)`;
const inSeconds = (s: number) => sql`UTC_TIMESTAMP(3) + INTERVAL ${s} SECOND`;

export type Job = {
  readonly [Kind in JobKind]: {
    readonly id: string;
    readonly kind: Kind;
    readonly request: JobRequests[Kind];
    readonly by: Act;
    /** This try; whoever ends the job names it. */
    readonly tryId: string;
  };
}[JobKind];

export interface NewJob<Kind extends JobKind> {
  readonly kind: Kind;
  readonly request: JobRequests[Kind];
  /** Jobs of one name that wait are one; left out where each is work of its own. */
  readonly waitsAs?: string;
}

/**
 * Leaves work to be done; part of the transaction that causes it.
 *
 * @returns the job's id: of the one that waits already, where there is one by that name
 */
export async function addJob<Kind extends JobKind>(
  tx: Transaction,
  { kind, request, waitsAs }: NewJob<Kind>,
  { personId, at: askedAt }: Act,
): Promise<string> {
  const id = uuidv7();
  await tx
    .insert(jobs)
    .values({ id, kind, request, personId, askedAt, waitsAs: waitsAs ?? null, dueAt: CLOCK })
    .onDuplicateKeyUpdate({ set: { waitsAs: sql`waits_as` } });
  if (waitsAs === undefined) return id;
  const [row] = await tx.select({ id: jobs.id }).from(jobs).where(eq(jobs.waitsAs, waitsAs));
  return row?.id ?? id;
}

/** Jobs that nobody has taken, or whose server was given up. */
const isDue = sql`(${jobs.state} = 'waiting' AND ${jobs.dueAt} <= UTC_TIMESTAMP(3))
  OR (${jobs.state} = 'taken' AND ${jobs.takenUntil} < UTC_TIMESTAMP(3))`;

/**
 * Takes a job that is due: by one statement, which only one of two servers that meet succeeds with. It may meet whoever adds a job of
 * the same name, each holding what the other wants: then it is tried again.
 *
 * @param id the job that is wanted; the one that is due longest where none is named
 * @returns undefined where there is none to take
 */
export function takeJob(db: Database, id?: string): Promise<Job | undefined> {
  return transact(db, (tx) => take(tx, id));
}

async function take(tx: Transaction, id: string | undefined): Promise<Job | undefined> {
  const wanted = id === undefined ? sql`(${isDue})` : sql`(${isDue}) AND ${jobs.id} = ${id}`;
  const [found] = await tx.select().from(jobs).where(wanted).orderBy(asc(jobs.dueAt)).limit(1);
  if (!found) return undefined;
  const tryId = uuidv7();
  const [{ affectedRows }] = await tx
    .update(jobs)
    .set({
      state: "taken",
      waitsAs: null,
      takenBy: tryId,
      takenUntil: inSeconds(LEASE_S),
      tries: sql`${jobs.tries} + 1`,
    })
    .where(and(eq(jobs.id, found.id), sql`(${isDue})`));
  if (affectedRows !== 1) return undefined;
  const { kind, request, personId, askedAt } = found;
  return { id: found.id, kind, request, by: { personId, at: askedAt }, tryId } as Job;
}

const ofTry = (tryId: string): SQL => and(eq(jobs.takenBy, tryId), eq(jobs.state, "taken"))!;

/** Holds a try for another while. @returns whether it is still this server's */
export async function renewTry(db: Database, tryId: string): Promise<boolean> {
  const [{ affectedRows }] = await db
    .update(jobs)
    .set({ takenUntil: inSeconds(LEASE_S) })
    .where(ofTry(tryId));
  return affectedRows === 1;
}

/** A try whose job was taken by another server meanwhile, so that what it did is undone. */
export class TryLost extends Error {}

/** Ends a job, in the transaction that keeps what it did: the same work is never kept twice. @throws `TryLost` */
export async function endJob(tx: Transaction, tryId: string, answer: JobAnswer): Promise<void> {
  const [{ affectedRows }] = await tx
    .update(jobs)
    .set({ state: "done", answer, trouble: null, endedAt: CLOCK })
    .where(ofTry(tryId));
  if (affectedRows !== 1) throw new TryLost("another server has taken this job meanwhile");
}

/** Says that a try failed: the job is due again after a pause, or waits for a lead. */
export async function failTry(db: Database, tryId: string, trouble: string): Promise<void> {
  const pauseS = sql`${FIRST_PAUSE_S} * POW(${PAUSES_GROW}, ${jobs.tries} - 1)`;
  await transact(db, (tx) =>
    tx
      .update(jobs)
      .set({
        state: sql`IF(${jobs.tries} >= ${MOST_TRIES}, 'stuck', 'waiting')`,
        dueAt: sql`UTC_TIMESTAMP(3) + INTERVAL ${pauseS} SECOND`,
        trouble: trouble.slice(0, LONGEST_TROUBLE),
      })
      .where(ofTry(tryId)),
  );
}

/** How a job stands. */
export async function findJob(db: Database, id: string) {
  const [row] = await db.select().from(jobs).where(eq(jobs.id, id));
  return row;
}

/** Jobs that are not done, the oldest first, with who caused them. */
export function listOpenJobs(db: Database) {
  return db
    .select({
      id: jobs.id,
      kind: jobs.kind,
      state: jobs.state,
      tries: jobs.tries,
      askedAt: jobs.askedAt,
      trouble: jobs.trouble,
      person: people.name,
    })
    .from(jobs)
    .leftJoin(people, eq(people.id, jobs.personId))
    .where(inArray(jobs.state, ["waiting", "taken", "stuck"]))
    .orderBy(desc(sql`${jobs.state} = 'stuck'`), asc(jobs.dueAt));
}

/** Lets a stuck job be tried again from the beginning. @returns whether it was stuck */
export async function retryJob(db: Database, id: string): Promise<boolean> {
  const [{ affectedRows }] = await db
    .update(jobs)
    .set({ state: "waiting", tries: 0, dueAt: CLOCK })
    .where(and(eq(jobs.id, id), eq(jobs.state, "stuck")));
  return affectedRows === 1;
}

/** Gives a stuck job up. @returns whether it was stuck */
export async function dropJob(db: Database, id: string): Promise<boolean> {
  const [{ affectedRows }] = await db.delete(jobs).where(and(eq(jobs.id, id), eq(jobs.state, "stuck")));
  return affectedRows === 1;
}
