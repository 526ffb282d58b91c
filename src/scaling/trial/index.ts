/** A trial as it is worked out from its card, its batches and what was tasted of them. */
export { type Amounts, amountsAfter, nextChoice } from "./nextBatch.ts";
export { type Prior, priorOf } from "./prior.ts";
export {
  changedSince,
  differencesOf,
  isLiked,
  meteredOf,
  readingOf,
  type TriedBatch,
  type Wanted,
} from "./reading.ts";
export { type Question, type SeenBatch, type SeenTrial, seenTrial } from "./seen.ts";
