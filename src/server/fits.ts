import type { Act } from "#data/audit.ts";
import { addJob } from "#data/jobs.ts";
import { setFit } from "#data/recipes.ts";
import { transact } from "#data/transact.ts";
import { database } from "./database.ts";
import { jobOutcome } from "./jobs/index.ts";
import type { Pair } from "./pairLog.ts";

interface PairAt extends Pair {
  readonly siteId: string;
}

/**
 * Fits a pair's factors to the log, now and after every batch.
 *
 * @returns `later` where it takes longer than anybody waits
 */
export async function fitToLog(pair: PairAt, by: Act): Promise<"done" | "later"> {
  const job = await transact(database(), (tx) =>
    addJob(tx, { kind: "fitPair", request: { ...pair, first: true } }, by),
  );
  return (await jobOutcome(job)) === "later" ? "later" : "done";
}

/** Forgets what was fitted to a pair. */
export async function forgetFit({ siteId: _site, ...pair }: PairAt, by: Act): Promise<void> {
  await setFit(database(), pair, undefined, by);
}
