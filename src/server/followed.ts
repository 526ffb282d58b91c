import type { CardsFollowed } from "#contract/cardEffect.ts";
import { isDatabaseAway } from "#data/failures.ts";
import { jobOutcome } from "./jobs/index.ts";

/**
 * What a job that makes cards anew has done by now. The change itself is kept: whatever goes wrong from here on does not undo it.
 *
 * @param jobId undefined where there was nothing to follow
 */
export async function followedBy(jobId: string | undefined): Promise<CardsFollowed> {
  const outcome = jobId === undefined ? { changed: 0 } : await unlessAway(jobOutcome(jobId));
  return outcome === "later" ? { changed: 0, later: true } : outcome;
}

/** What is waited for after something was kept: a database that goes away then is no failure of that. */
export async function unlessAway<T>(waitedFor: Promise<T>): Promise<T | "later"> {
  try {
    return await waitedFor;
  } catch (error) {
    if (isDatabaseAway(error)) return "later";
    throw error;
  }
}
