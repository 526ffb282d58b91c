import { z } from "zod";
import { CHANGEABLE } from "#core/trial";
import { uuid } from "./card.ts";
import * as n from "./numbers.ts";
import { signs, tasting } from "./trial.ts";
import { PROMISES } from "./trialKinds.ts";

/** What was seen of a batch, what was measured beside it, and what somebody says had changed since the one before. */
export const readSigns = z.strictObject({
  signs,
  waterTempC: n.liquidTempC.nullable().default(null).describe("Water at the bed"),
  liked: z.boolean().nullable().default(null).describe("As the log has it where nobody says it here"),
  promise: z.enum(PROMISES).nullable().default(null).describe("Whether the cup was what the bag promises"),
  changed: z.array(z.enum(CHANGEABLE)).max(CHANGEABLE.length).readonly().default([]),
});
export type ReadSigns = z.infer<typeof readSigns>;
export type TastedWords = z.infer<typeof tasting>;

const MOST_BUDGET_G = 50_000;

/** A trial as it begins, from a card. The id is the client's: sent twice it is one. */
export const startedTrial = z.strictObject({ id: uuid, cardId: uuid });
/** What a lead changes while it runs. */
export const changedTrial = z.strictObject({
  id: uuid,
  revision: z.number().int().min(1),
  budgetG: z.number().gt(0).max(MOST_BUDGET_G).describe("Coffee set aside, g"),
  bothSides: z.boolean(),
});
export const endedTrial = z.strictObject({
  id: uuid,
  revision: z.number().int().min(1),
  reason: z.string().trim().min(1).max(400),
});
/** A card for the next batch. */
export const trialCard = z.strictObject({
  id: uuid,
  trialId: uuid,
  setting: z.number().min(-1000).max(1000),
  doseG: n.doseG,
  iceG: n.massG,
});
/** A batch of the log that becomes one of the trial. */
export const addedBatch = z.strictObject({ trialId: uuid, batchId: uuid });

export const keptReading = z.strictObject({
  batchId: uuid,
  revision: z.number().int().min(1),
  read: readSigns,
});
export const keptTasting = z.strictObject({ id: uuid, batchId: uuid, words: tasting });
export const removedTasting = z.strictObject({ id: uuid });

export type StartedTrial = z.infer<typeof startedTrial>;
export type ChangedTrial = z.infer<typeof changedTrial>;
export type EndedTrial = z.infer<typeof endedTrial>;
export type TrialCard = z.infer<typeof trialCard>;
export type AddedBatch = z.infer<typeof addedBatch>;
export type KeptReading = z.infer<typeof keptReading>;
export type KeptTasting = z.infer<typeof keptTasting>;
