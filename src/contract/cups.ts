import { z } from "zod";
import { uuid } from "./card.ts";

const MOST_BALLOTS = 300;
const MOST_MIN = 1440;
export const BALLOT_CODE_LENGTH = 8;

/** Three cups for each taster: does a pot taste like the cup that it came from? The id is the client's. */
export const startedCupTest = z.strictObject({
  id: uuid,
  batchId: uuid.describe("The pot"),
  beside: z.string().trim().min(1).max(80).describe("What it is held against, such as the hand cup"),
  ballots: z.number().int().min(3).max(MOST_BALLOTS),
  minutes: z.number().int().min(1).max(MOST_MIN).describe("It takes ballots for so long"),
});
export type StartedCupTest = z.infer<typeof startedCupTest>;

export const closedCupTest = z.strictObject({ id: uuid });

/** A taster's answer: which of the three is not like the others. */
export const castBallot = z.strictObject({
  code: z.string().max(20),
  answer: z.number().int().min(0).max(2).describe("Place of the cup, from 0"),
});
export type CastBallot = z.infer<typeof castBallot>;

/** Why a ballot is not taken. */
export type BallotRefusal = "notThere" | "closed" | "already";
