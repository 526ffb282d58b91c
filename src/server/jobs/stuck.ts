import { dropJob, retryJob } from "#data/jobs.ts";
import { Refusal } from "#server/action.ts";
import { database } from "#server/database.ts";
import { doSoon } from "./index.ts";

const NOT_STUCK = "This job is not stuck any more: look at the list as it is now.";

/** Lets a stuck job be tried again, at once. */
export async function retryStuck(id: string): Promise<void> {
  if (!(await retryJob(database(), id))) throw new Refusal(NOT_STUCK, { code: "stale" });
  doSoon([id]);
}

/** Gives a stuck job up: what it was to do stays undone. */
export async function dropStuck(id: string): Promise<void> {
  if (!(await dropJob(database(), id))) throw new Refusal(NOT_STUCK, { code: "stale" });
}
