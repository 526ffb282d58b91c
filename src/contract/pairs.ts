import { z } from "zod";
import { MOST_SCORE, SCORED } from "#core/trial";
import { uuid } from "./card.ts";
import { PAIR_SWITCHES } from "./pairKinds.ts";

/** Two batches that differ in one switch, to be scored. The id is the client's: sent twice it is one. */
export const startedPair = z.strictObject({
  id: uuid,
  firstId: uuid.describe("A batch of the log"),
  secondId: uuid.describe("The batch beside it, of the same site"),
  about: z.enum(PAIR_SWITCHES),
});
export type StartedPair = z.infer<typeof startedPair>;

const score = z.number().int().min(-MOST_SCORE).max(MOST_SCORE).nullable();

/** One taster's scores: −2 much more in the first cup, 0 alike, 2 much more in the second; null where nothing is said. */
export const pairScores = z.record(z.enum(SCORED), score);
export type PairScores = z.infer<typeof pairScores>;

/** What one taster says of a pair; said again, it takes the place of what was said before. */
export const scoredPair = z.strictObject({ pairId: uuid, scores: pairScores });
export type ScoredPair = z.infer<typeof scoredPair>;
