import { setTimeout as pause } from "node:timers/promises";
import type { JobAnswer, JobKind } from "#contract/job.ts";
import { isDatabaseAway, isWorthAnotherTry } from "#data/failures.ts";
import { endJob, failTry, findJob, type Job, LEASE_S, renewTry, TryLost, takeJob } from "#data/jobs.ts";
import { transact } from "#data/transact.ts";
import { Refusal } from "#server/action.ts";
import { database } from "#server/database.ts";
import { failureLine, logFailure } from "#server/log.ts";
import { keptInProcess } from "#server/process.ts";
import { fitPair } from "./fitPair.ts";
import { followBatch } from "./followBatch.ts";
import { followVersion } from "./followVersion.ts";
import { type Doer, Overtaken } from "./kinds.ts";
import { learnBed } from "./learnBed.ts";

const DOERS: { readonly [Kind in JobKind]: Doer<Kind> } = { followBatch, followVersion, fitPair, learnBed };

/** Longer than any job takes: what hangs is given up, and tried again. */
const MOST_MS = 120_000;
/** A job that is overtaken so often in one try is left for the next. */
const MOST_ROUNDS = 6;
/** Pause between two looks for work that no server does, ms. */
const LOOKS_EVERY_MS = 1000;
/** Longest wait of a request for what follows from it, ms. */
const PATIENCE_MS = 20_000;
const ASKS_EVERY_MS = 50;

/**
 * Result of a job, done by this server unless another one has taken it; `later` where it takes longer than somebody at the
 * screen waits: it is done all the same.
 *
 * @throws `Refusal` with the job's own sentence
 */
export async function jobOutcome(id: string): Promise<{ readonly changed: number } | "later"> {
  const until = Date.now() + PATIENCE_MS;
  const done = doJob(await takeJob(database(), id));
  await Promise.race([done, pause(PATIENCE_MS, undefined, { ref: false })]);
  for (;;) {
    const job = await findJob(database(), id);
    if (job?.answer) return changedBy(job.answer);
    const hasFailed = job?.state === "stuck" || (job?.state === "waiting" && job.tries > 0);
    if (!job || hasFailed || Date.now() > until) return "later";
    await pause(ASKS_EVERY_MS);
  }
}

function changedBy(answer: JobAnswer): { readonly changed: number } {
  if ("refused" in answer) throw new Refusal(answer.refused);
  return answer;
}

/** Does jobs that follow from a request without keeping it waiting. */
export function doSoon(ids: readonly string[]): void {
  for (const id of ids) void takeJob(database(), id).then(doJob).catch(unlessAway);
}

/** Looks for work from now on, for as long as the process lives: what another server left, and what is due again. */
export function keepWorking(): void {
  const runner = keptInProcess("job runner", () => ({ timer: undefined as NodeJS.Timeout | undefined }));
  runner.timer ??= setTimeout(async function look() {
    await workOff();
    runner.timer = setTimeout(look, LOOKS_EVERY_MS).unref();
  }, LOOKS_EVERY_MS).unref();
}

/** Does all jobs that are due, one after the other. */
export async function workOff(): Promise<void> {
  try {
    for (let job = await takeJob(database()); job; job = await takeJob(database())) await doJob(job);
  } catch (error) {
    unlessAway(error);
  }
}

/** A database that is away, or that others were faster at, leaves the job to the next look. */
function unlessAway(error: unknown): void {
  if (!isDatabaseAway(error) && !isWorthAnotherTry(error)) logFailure(error);
}

/** Does a job that this server has taken, and ends it with what it keeps, or says why it failed. */
async function doJob(job: Job | undefined): Promise<void> {
  if (!job) return;
  const { tryId } = job;
  const giveUp = new AbortController();
  const limit = setTimeout(() => giveUp.abort(), MOST_MS);
  const renewing = setInterval(
    () => {
      renewTry(database(), tryId).then((isOurs) => isOurs || giveUp.abort(), unlessAway);
    },
    (LEASE_S * 1000) / 3,
  );
  try {
    for (let round = 1; ; round++) {
      const keep = await Promise.race([workOut(job, giveUp.signal), aborted(giveUp.signal)]);
      const isKept = await transact(database(), async (tx) => endJob(tx, tryId, await keep(tx))).then(
        () => true,
        (error: unknown) => {
          if (error instanceof Overtaken && round < MOST_ROUNDS) return false;
          throw error;
        },
      );
      if (isKept) return;
    }
  } catch (error) {
    await fail(tryId, error);
  } finally {
    clearTimeout(limit);
    clearInterval(renewing);
  }
}

function workOut({ kind, request, by }: Job, signal: AbortSignal) {
  return (DOERS[kind] as Doer<JobKind>)(request, by, signal);
}

function aborted(signal: AbortSignal): Promise<never> {
  return new Promise((_, reject) => {
    signal.addEventListener("abort", () => reject(new Error("it took too long, or another server took it")));
  });
}

async function fail(tryId: string, error: unknown): Promise<void> {
  if (error instanceof TryLost) return;
  try {
    if (error instanceof Refusal) {
      const answer = { refused: error.message };
      await transact(database(), (tx) => endJob(tx, tryId, answer));
    } else {
      if (!isDatabaseAway(error)) logFailure(error);
      await failTry(database(), tryId, failureLine(error));
    }
  } catch (second) {
    // The try is not renewed any more: the job is taken again when its time is over.
    unlessAway(second);
  }
}
