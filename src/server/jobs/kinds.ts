import type { JobAnswer, JobKind, JobRequests } from "#contract/job.ts";
import type { Act } from "#data/audit.ts";
import type { Transaction } from "#data/transact.ts";

/** What a job was worked out from has changed since, so that nothing of it is kept: it is worked out again at once. */
export class Overtaken extends Error {
  constructor() {
    super("what it was worked out from has changed since");
  }
}

/**
 * How a kind of job is done: first all that takes long, without any effect, and then what is to be kept, in the transaction that
 * ends the job. A `Refusal` ends it with its sentence; whatever else is thrown is tried again.
 */
export type Doer<Kind extends JobKind> = (
  request: JobRequests[Kind],
  by: Act,
  signal: AbortSignal,
) => Promise<(tx: Transaction) => Promise<JobAnswer>>;
