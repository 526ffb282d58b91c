import { z } from "zod";
import { uuid } from "./card.ts";

const sizeG = z.number().min(50).max(200_000);
/** More sizes of one brewer than a page of paper holds. */
const MOST_SIZES = 12;
const MOST_BREWERS = 20;

/** A lead's choices for a site's wall chart of one coffee; anything left out is the usual choice. */
export const wallChoices = z.strictObject({
  recipeId: uuid.optional(),
  grinderId: uuid.optional(),
  serves: z.enum(["hot", "iced", "both"]).optional(),
  brewers: z
    .array(
      z.strictObject({
        id: uuid,
        shown: z.boolean(),
        sizesG: z.array(sizeG).min(1).max(MOST_SIZES).optional().describe("Beverage, g; else by its window"),
      }),
    )
    .max(MOST_BREWERS)
    .optional(),
});
export type WallChoices = z.infer<typeof wallChoices>;

/** The choices as they are kept, with the revision that the change began with; 0 for the first. */
export const keptWall = z.strictObject({
  siteId: uuid,
  coffeeId: uuid,
  revision: z.number().int().min(0),
  choices: wallChoices,
});
export type KeptWall = z.infer<typeof keptWall>;

/** One cell of a wall chart, for scripts and spreadsheets. */
export const wallLine = z.strictObject({
  brewer: z.string(),
  serve: z.enum(["hot", "iced"]),
  sizeG: z.number().describe("Beverage that the row stands for, g"),
  doseG: z.number(),
  settingG: z.number().nullable().describe("What a batch brewer is set to, g"),
  brewWaterG: z.number(),
  bypassG: z.number(),
  iceG: z.number(),
  yieldG: z.number(),
  grinder: z.string(),
  dialSetting: z.number().nullable(),
  brewTimeS: z.number().nullable(),
  strengthPct: z.number().nullable(),
  cups: z.number().nullable(),
  state: z.enum(["approved", "forecast"]),
  approvedAt: z.iso.datetime().nullable(),
  batchId: uuid.nullable().describe("The approved batch"),
});
export type WallLine = z.infer<typeof wallLine>;

export const wallChart = z.strictObject({
  site: z.string(),
  coffee: z.string(),
  recipe: z.string(),
  lines: z.array(wallLine),
});
