import { z } from "zod";
import { uuid } from "./card.ts";
import type { SeenCard } from "./cardEffect.ts";

/** Where a standard was made, changed or ended: cards of that coffee and brewer, and dials that it taught. */
export interface TouchedPlace {
  readonly siteId: string;
  readonly coffeeId: string;
  readonly brewerId: string;
  readonly grinderId: string;
}

/** Request of each kind of job. */
export interface JobRequests {
  /** Makes the cards of places anew after a batch was approved, corrected, withdrawn, taken out or put back. */
  readonly followBatch: {
    readonly batchId: string;
    readonly touched: readonly TouchedPlace[];
    /** Only these, and only as they were seen; null: every card that rests on the batch. */
    readonly only: readonly SeenCard[] | null;
  };
  /** Makes a recipe's chosen cards anew after one of its versions became the standard. */
  readonly followVersion: { readonly versionId: string; readonly only: readonly SeenCard[] };
  /** Fits a brewer's and a grinder's factors to the log. */
  readonly fitPair: {
    readonly siteId: string;
    readonly brewerId: string;
    readonly grinderId: string;
    /** Also a pair that has not learned from the log so far. */
    readonly first: boolean;
  };
  /** Works out what a brewer's bed retains from its weighed pots. */
  readonly learnBed: { readonly brewerId: string };
}
export type JobKind = keyof JobRequests;
export type JobRequest = JobRequests[JobKind];

/** Result of a job: how much it changed, or the sentence why it could not be done, which no other try would mend. */
export type JobAnswer = { readonly changed: number } | { readonly refused: string };

/** A job that a lead tries again or gives up. */
export const jobNamed = z.strictObject({ id: uuid });
