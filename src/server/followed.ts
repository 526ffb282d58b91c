import type { CardsFollowed } from "#contract/cardEffect.ts";
import { isDatabaseAway, isPoolBusy, isWorthAnotherTry } from "#data/failures.ts";
import { jobOutcome } from "./jobs/index.ts";

/**
 * Result by now of a job that makes cards anew. The change itself is kept: whatever goes wrong from here on does not undo it.
 *
 * @param jobId undefined where there was nothing to follow
 */
export async function followedBy(jobId: string | undefined): Promise<CardsFollowed> {
  const outcome = jobId === undefined ? { changed: 0 } : await unlessAway(jobOutcome(jobId));
  return outcome === "later" ? { changed: 0, later: true } : outcome;
}

/** Waits for something after a change was kept; a database that is away or busy then is `later`, not a failure. */
export async function unlessAway<T>(waitedFor: Promise<T>): Promise<T | "later"> {
  try {
    return await waitedFor;
  } catch (error) {
    if (isDatabaseAway(error) || isPoolBusy(error) || isWorthAnotherTry(error)) return "later";
    throw error;
  }
}
