import { z } from "zod";
import { AGITATIONS, MOST_POURS } from "#core/recipe";
import { ASPECTS, MATERIALS } from "./aspects.ts";
import { handStep } from "./handStep.ts";
import { cardIced } from "./iced.ts";
import { sheetInput, sheetOutput } from "./sheet.ts";

const name = z.string().trim().min(1).max(80);
export const uuid = z.uuid();
/** A brewer, a vessel, a grinder and a coffee. */
const MOST_THINGS = 4;

/** A dial as a card keeps it: the grinder's own numbers. */
const dial = z.strictObject({
  grinder: name,
  setting: z.number(),
  finer: z.number().optional(),
  coarser: z.number().optional(),
  by: z
    .enum(["source", "rule", "contact", "extraction", "learned", "standard", "hand"])
    .optional()
    .describe("Where the setting comes from: an answer of the ladder, an approved batch, or a hand"),
});

/** The approved batch that a card follows, and what the card was before it did. */
const cardStandard = z.strictObject({
  batchId: uuid,
  approvedAt: z.iso.datetime(),
  was: z.strictObject({ pins: sheetInput.shape.pins, dial: dial.optional() }),
  brewTimeS: z.number().min(0).optional().describe("As it was timed"),
  strengthPct: z.number().min(0).optional().describe("As it was metered"),
  lapsed: z
    .boolean()
    .optional()
    .describe("It is in force no more, and the card is what it was before, made anew"),
});
/** A card for the first pot of a new bag: to be tasted before the others follow. */
const firstPot = z.strictObject({
  roastedOn: z.iso.date().nullable(),
  low: z.number().describe("Eight in ten settings lie from here"),
  high: z.number(),
});

export type CardStandard = z.infer<typeof cardStandard>;

/** What the brew forecast said at that setting, bypass and ice counted in. */
const forecast = z.strictObject({
  brewTimeS: z.number().min(0),
  strengthPct: z.number().min(0),
  extractionPct: z.number().min(0),
  highWaterMm: z.number().min(0).describe("The highest that the slurry stands in the basket"),
});

/** A pour of a card that is brewed by hand. */
const pour = z.strictObject({
  toG: z.number().min(0).describe("Running total, g"),
  atS: z.number().min(0).nullable().describe("From the first water; null where the bed says when, s"),
  afterDropMm: z
    .number()
    .gt(0)
    .nullable()
    .describe("When the level has dropped so far; null for when it is drained, mm"),
  agitation: z.enum(AGITATIONS),
});

/** What a sheet was made with, by id and by the names of that day. */
export const cardMadeWith = z.strictObject({
  recipeVersionId: uuid,
  recipe: name,
  brewerId: uuid,
  brewer: name,
  brewerKind: z.enum(["batch", "hand", "press"]),
  filter: z.enum(MATERIALS),
  rinseG: z.number().min(0),
  vesselId: uuid,
  vessel: name,
  vesselKind: z.enum(["dispenser", "pot", "glass", "steel"]),
  grinderId: uuid,
  purgeG: z.number().min(0),
  coffeeId: uuid,
  coffee: name,
  iceSourceId: uuid.optional(),
  iceSource: name.optional(),
  waterTempC: z.number(),
  extractionIsGuess: z.boolean(),
  siftLossPct: z.number().min(0).max(60).optional().describe("Sifted off what is ground, %"),
  typical: z
    .array(z.strictObject({ name, aspects: z.array(z.enum(ASPECTS)) }))
    .max(MOST_THINGS)
    .optional()
    .describe("What it rests on that is only usual for its kind, not measured"),
});

/** A card's sheet: the exact inputs with their pins, the results, and the dial. */
export const cardSheet = z.strictObject({
  input: sheetInput,
  result: sheetOutput,
  dial: dial.optional(),
  forecast: forecast.optional(),
  swirlS: z
    .number()
    .min(0)
    .optional()
    .describe("Iced: from the last drop until the ice has melted, swirled, s"),
  iced: cardIced.optional(),
  standard: cardStandard.optional(),
  firstPot: firstPot.optional(),
  pours: z.array(pour).max(MOST_POURS).optional().describe("By hand, in the recipe's rhythm"),
  byHand: z.array(handStep).max(40).optional().describe("Beside the water, as the recipe says"),
  madeWith: cardMadeWith,
});
export type CardSheet = z.infer<typeof cardSheet>;

/** A card in a list. */
export const cardLine = z.strictObject({
  id: uuid,
  draft: z.boolean(),
  title: z.string(),
  createdAt: z.iso.datetime(),
});
export type CardLine = z.infer<typeof cardLine>;

export const cardWhole = z.strictObject({
  id: uuid,
  draft: z.boolean().describe("Not to be brewed"),
  sheet: cardSheet,
  createdAt: z.iso.datetime(),
  brewerGone: z.boolean().describe("Its brewer is not on the bench any more"),
});
export type CardWhole = z.infer<typeof cardWhole>;
