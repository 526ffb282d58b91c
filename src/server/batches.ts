import type { BatchRow, LoggedBatch, SentBatch } from "#contract/batch.ts";
import { uuid } from "#contract/card.ts";
import type { CardsFollowed } from "#contract/cardEffect.ts";
import type { EventKind } from "#contract/event.ts";
import type { Result } from "#core/result";
import { type Act, readAudit } from "#data/audit.ts";
import {
  type BatchFailure,
  type BatchFilter,
  correctBatch,
  type KeptBatch,
  logBatch,
} from "#data/batches.ts";
import type { Database } from "#data/connection.ts";
import { happened } from "#data/events.ts";
import { addJob } from "#data/jobs.ts";
import { findThing } from "#data/things.ts";
import { type Transaction, transact } from "#data/transact.ts";
import { followTrial } from "#data/trials.ts";
import { batchSentence } from "#words/log";
import { trialSentence } from "#words/trials";
import { Refusal } from "./action.ts";
import { now } from "./clock.ts";
import { database } from "./database.ts";
import { followedBy, unlessAway } from "./followed.ts";
import { doSoon, jobOutcome } from "./jobs/index.ts";
import { askUnusual } from "./unusual.ts";

/** A batch cannot have been brewed after this moment; a tablet's clock may be a little ahead. */
const AHEAD_MS = 120_000;

/** The result of logging or correcting a batch. */
export interface Logged {
  /** The cards that rest on the batch, made anew, where it is a standard. */
  readonly followed?: CardsFollowed;
  /** Why it is logged, and yet not in the trial that its card was made for. */
  readonly notInTrial?: string;
  /** The batch as somebody else left it, where they were faster: nothing was kept. */
  readonly theirs?: BatchByOthers;
}

/** A batch as somebody else logged or corrected it last. */
export interface BatchByOthers extends BatchRow {
  readonly changedBy: string;
}

/** Logs a batch; what learns from the log learns from it behind whoever logged. */
export async function log({ confirmed, ...batch }: SentBatch, by: Act): Promise<Logged> {
  await judge(batch);
  if (!confirmed) await askUnusual(batch);
  const { id: batchId } = batch;
  const { outcome, jobs, misfit } = await transact(database(), async (tx) => {
    const stored = await keptOrTheirs(tx, await logBatch(tx, batch, by));
    if ("theirs" in stored) return { outcome: stored, jobs: NOTHING_TO_LEARN };
    if (stored.isNew) happened(tx, { siteId: stored.siteId, kind: "batchLogged", details: { batchId } }, by);
    const misfit = stored.isNew ? await followTrial(tx, batch, by) : undefined;
    return { outcome: stored, jobs: await learnFrom(tx, stored, by), misfit };
  });
  if ("theirs" in outcome) return outcome;
  await learned(jobs);
  return misfit ? { notInTrial: trialSentence(misfit) } : {};
}

/** Corrects a batch that was logged wrongly. */
export async function correct(
  { revision, confirmed, ...batch }: SentBatch & { readonly revision: number },
  by: Act,
): Promise<Logged> {
  await judge(batch);
  if (!confirmed) await askUnusual(batch);
  const { id, ...change } = batch;
  return changeBatch({ id, revision }, change, "batchCorrected", by);
}

/** Takes a batch out of the log, or puts it back. */
export async function takeOut(
  { id, revision, removed }: { readonly id: string; readonly revision: number; readonly removed: boolean },
  by: Act,
): Promise<Logged> {
  const kind = removed ? "batchTakenOut" : "batchPutBack";
  const taken = await changeBatch({ id, revision }, { removed }, kind, by);
  if (taken.theirs) throw new Refusal(batchSentence("stale"), { code: "stale" });
  return taken;
}

/** A batch changes, and with it is written what is to follow: its cards, and what is learned from it. */
async function changeBatch(
  which: { readonly id: string; readonly revision: number },
  change: Parameters<typeof correctBatch>[2],
  kind: EventKind,
  by: Act,
): Promise<Logged> {
  const { id: batchId } = which;
  const {
    outcome: changed,
    jobs,
    follow,
  } = await transact(database(), async (tx) => {
    const stored = await keptOrTheirs(tx, await correctBatch(tx, which, change, by));
    if ("theirs" in stored) return { outcome: stored, jobs: NOTHING_TO_LEARN };
    if (stored.isNew) happened(tx, { siteId: stored.siteId, kind, details: { batchId } }, by);
    const { touched } = stored;
    const follow =
      touched && (await addJob(tx, { kind: "followBatch", request: { batchId, touched, only: null } }, by));
    return { outcome: stored, jobs: await learnFrom(tx, stored, by), follow };
  });
  if ("theirs" in changed) return changed;
  await learned(jobs);
  return follow === undefined ? {} : { followed: await followedBy(follow) };
}

/** The fields of a batch that name what it was brewed from. */
const LINK_FIELDS: { readonly [code: string]: { readonly field: string } } = {
  noCard: { field: "cardId" },
  noRecipe: { field: "recipeVersionId" },
};

/** The batch as stored, or as somebody else left it; throws any other failure as a `Refusal`. */
async function keptOrTheirs(
  db: Database,
  logged: Result<KeptBatch, BatchFailure>,
): Promise<KeptBatch | { readonly theirs: BatchByOthers }> {
  if (logged.ok) return logged.value;
  const { failure } = logged;
  if (failure.code === "stale") {
    const { theirs } = failure;
    const [last] = await readAudit(db, { subject: "batch", subjectId: theirs.id });
    return { theirs: { ...theirs, changedBy: last?.person ?? theirs.person ?? "somebody else" } };
  }
  throw new Refusal(batchSentence(failure.code), LINK_FIELDS[failure.code] ?? {});
}

async function judge(batch: LoggedBatch): Promise<void> {
  const { at, yieldG, waterG, iceG, method, strengthPct, sampledAt, grinderId, dialSetting } = batch;
  if (new Date(at).getTime() > now().getTime() + AHEAD_MS) {
    throw new Refusal(batchSentence("inTheFuture"), { field: "at" });
  }
  if (yieldG !== null && yieldG > waterG + iceG) {
    throw new Refusal(batchSentence("moreThanWater"), { field: "yieldG" });
  }
  if (iceG > 0 && method === null) throw new Refusal(batchSentence("howIced"), { field: "method" });
  if (iceG > 0 && strengthPct !== null && sampledAt === null) {
    throw new Refusal(batchSentence("whereSampled"), { field: "sampledAt" });
  }
  if (dialSetting === null) return;
  const dial = grinderId === null ? undefined : (await findThing(database(), "grinder", grinderId))?.figures;
  if (!dial) throw new Refusal(batchSentence("whoseDial"), { field: "grinderId" });
  if (!(dialSetting >= dial.dialMin && dialSetting <= dial.dialMax)) {
    throw new Refusal(batchSentence("offTheDial"), { field: "dialSetting" });
  }
}

/** Jobs that learn from the log: of beds, waited for, and of pairs, done behind the request. */
interface ToLearn {
  readonly beds: readonly string[];
  readonly pairs: readonly string[];
}
const NOTHING_TO_LEARN: ToLearn = { beds: [], pairs: [] };

/** Leaves what the log teaches to be learned anew; part of the transaction that changes the log. */
async function learnFrom(tx: Transaction, batch: KeptBatch, by: Act): Promise<ToLearn> {
  const beds: string[] = [];
  for (const brewerId of new Set(batch.brewerIds)) {
    const waitsAs = `learnBed ${brewerId}`;
    beds.push(await addJob(tx, { kind: "learnBed", request: { brewerId }, waitsAs }, by));
  }
  const pairs: string[] = [];
  for (const { siteId, brewerId, grinderId } of batch.pairs) {
    const request = { siteId, brewerId, grinderId, first: false };
    const waitsAs = `fitPair ${brewerId} ${grinderId}`;
    pairs.push(await addJob(tx, { kind: "fitPair", request, waitsAs }, by));
  }
  return { beds, pairs };
}

async function learned({ beds, pairs }: ToLearn): Promise<void> {
  doSoon(pairs);
  for (const id of beds) await unlessAway(jobOutcome(id));
}

/** A link's or a request's filter of the log; values that cannot be read are left out. */
export function batchFilter(query: URLSearchParams): BatchFilter {
  const idOf = (name: string) => uuid.safeParse(query.get(name)).data;
  const liked = query.get("liked");
  const at = new Date(query.get("before") ?? Number.NaN);
  return {
    brewerId: idOf("brewer"),
    coffeeId: idOf("coffee"),
    liked: liked === "yes" ? true : liked === "no" ? false : undefined,
    // Without an id, nothing of that very moment.
    after: Number.isNaN(at.getTime()) ? undefined : { at, id: idOf("beforeId") ?? "" },
  };
}
