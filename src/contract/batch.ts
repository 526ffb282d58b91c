import { z } from "zod";
import { ICED_METHODS } from "#core/iced";
import { uuid } from "./card.ts";

/** Where a strength was sampled: below the brewer before it met ice, after melting, or in the glass. */
export const SAMPLED_AT = ["beforeIce", "melted", "inGlass"] as const;

/** The bed from above once it has drained, what stayed on the filter's wall, and how the cup was; what trials read, too. */
export const BEDS = ["flat", "uneven", "sloped", "cratered", "domed", "coneShaped"] as const;
export const WALLS = ["clean", "some", "high"] as const;
export const TASTES = ["sharp", "harsh", "dry", "thin", "heavy", "muddy"] as const;

/** Nobody looked or tasted, or said so. */
export const NO_SIGNS = { bed: null, wall: null, taste: [] } as const;

const massG = z.number().gt(0).max(200_000);
const time = z.iso.datetime();

/** A brewed batch as it is logged; the short form has coffee, brewer, dose, water and yield. */
export const loggedBatch = z.strictObject({
  id: uuid,
  brewerId: uuid,
  coffeeId: uuid.nullable(),
  vesselId: uuid.nullable(),
  cardId: uuid.nullable().describe("The card that it was brewed from"),
  recipeVersionId: uuid.nullable().describe("By which it was brewed; a card's own where a card is named"),
  method: z.enum(ICED_METHODS).nullable().describe("How it was iced; null when hot"),
  grinderId: uuid.nullable(),
  dialSetting: z.number().nullable().describe("On the grinder's own dial"),
  doseG: massG,
  waterG: massG.describe("Hot water, bypass too, g"),
  iceG: z.number().min(0).max(200_000),
  yieldG: massG.nullable().describe("Beverage, all ice melted, g"),
  brewTimeS: z.number().gt(0).max(172_800).nullable(),
  strengthPct: z.number().gt(0).max(30).nullable(),
  sampledAt: z.enum(SAMPLED_AT).nullable(),
  bed: z.enum(BEDS).nullable().default(null).describe("From above, drained"),
  wall: z.enum(WALLS).nullable().default(null).describe("Coffee that stayed on the filter's wall"),
  taste: z
    .array(z.enum(TASTES))
    .max(TASTES.length)
    .readonly()
    .default([])
    .describe("What was wrong in the cup"),
  liked: z.boolean().nullable(),
  note: z.string().trim().max(400),
  at: time,
});
export type LoggedBatch = z.infer<typeof loggedBatch>;

/** A batch's fields that its card fills in; the rest is for whoever weighed and tasted it. */
export type BatchOfCard = Pick<
  LoggedBatch,
  | "cardId"
  | "recipeVersionId"
  | "method"
  | "coffeeId"
  | "brewerId"
  | "vesselId"
  | "grinderId"
  | "dialSetting"
  | "doseG"
  | "waterG"
  | "iceG"
>;

/** A batch as a form sends it. */
export const sentBatch = loggedBatch.extend({
  confirmed: z.boolean().optional().describe("It was so, however far from its forecast"),
});
export type SentBatch = z.infer<typeof sentBatch>;

/** A batch corrected: whole, with the revision that the change began with. */
export const correctedBatch = sentBatch.extend({ revision: z.number().int().min(1) });
export const removedBatch = z.strictObject({
  id: uuid,
  revision: z.number().int().min(1),
  removed: z.boolean(),
});

/** A batch as lists show it, with the names of what it was made with. */
export interface BatchRow extends LoggedBatch {
  readonly revision: number;
  /** A standard in force. */
  readonly approved: boolean;
  readonly coffee: string | null;
  readonly brewer: string;
  readonly vessel: string | null;
  readonly grinder: string | null;
  readonly person: string | null;
  /** The recipe by which it was brewed, and its version. */
  readonly recipe: string | null;
  readonly recipeVersion: number | null;
}

/** Why a batch is not logged, or not corrected. */
export type BatchRefusal =
  | "notThere"
  | "stale"
  | "noCard"
  | "inTheFuture"
  | "moreThanWater"
  | "noRecipe"
  | "howIced"
  | "whereSampled"
  | "whoseDial"
  | "offTheDial";
