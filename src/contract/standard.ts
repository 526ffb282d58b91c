import { z } from "zod";
import type { CurvePoint } from "#core/grind";
import { uuid } from "./card.ts";
import { MOST_FOLLOWING, seenCard } from "./cardEffect.ts";
import type { Place } from "./place.ts";

/** A batch that becomes the standard, with the cards that follow it. The id is the client's: sent twice it is one. */
export const approvedBatch = z.strictObject({
  id: uuid,
  batchId: uuid,
  revision: z.number().int().min(1).describe("Of the batch, as it was looked at"),
  cards: z.array(seenCard).max(MOST_FOLLOWING).describe("The cards that follow, as they were seen"),
});
export type ApprovedBatch = z.infer<typeof approvedBatch>;

/** Why a batch is not made a standard, or is none to end. */
export type StandardRefusal = "notThere" | "stale" | "saysTooLittle" | "noStandard";

/** A batch that is to be a standard no more. */
export const withdrawnBatch = z.strictObject({ batchId: uuid });

/** A brewer and a grinder whose factors the log teaches. */
export const fittedPair = z.strictObject({ siteId: uuid, brewerId: uuid, grinderId: uuid });

/** An approved batch in force, as the screens read it. */
export interface Standard extends Place {
  readonly id: string;
  readonly batchId: string;
  /** ISO time. */
  readonly approvedAt: string;
  /** The day at its site, as an ISO date. */
  readonly brewedOn: string;
  readonly approvedBy: string;
  readonly grinderId: string;
  readonly dialSetting: number;
  readonly doseG: number;
  /** Hot water as delivered, bypass too. */
  readonly waterG: number;
  readonly iceG: number;
  readonly yieldG: number | null;
  readonly brewTimeS: number | null;
  readonly strengthPct: number | null;
  /** The bag of that day, as far as it is known. */
  readonly densityGPerMl: number | null;
  readonly roastedOn: string | null;
  /** The trial that found it, and how surely; null where it was approved without one. */
  readonly proof?: StandardProof | null;
  /** The grinder's curve of that day; null where it had none. */
  readonly curve: { readonly version: number; readonly points: readonly CurvePoint[] } | null;
}

/** What a trial says for the standard that it ended in. */
export interface StandardProof {
  readonly trialId: string;
  /** Middle and standard deviation of where it is right, on the dial. */
  readonly setting: number;
  readonly sdUnits: number;
  /** Its pot was brewed once only; a second one would have shown that it is no accident. */
  readonly brewedOnce: boolean;
}
