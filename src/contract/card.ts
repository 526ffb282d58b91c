import { z } from "zod";
import { ANSWERS } from "#core/outlook";
import { AGITATIONS, MOST_POURS } from "#core/recipe";
import { ASPECTS, MARKS, MATERIALS } from "./aspects.ts";
import { handStep } from "./handStep.ts";
import { cardIced } from "./iced.ts";
import { scaleState } from "./scaleState.ts";
import { sheetInput, sheetOutput, sheetResult } from "./sheet.ts";

const name = z.string().trim().min(1).max(80);
export const uuid = z.uuid();
/** A brewer, a vessel, a grinder and a coffee. */
const MOST_THINGS = 4;

/** Where a card's setting comes from: an answer of the ladder, an approved batch, or a hand. */
export const DIAL_SOURCES = [...ANSWERS, "hand"] as const;
export type DialSource = (typeof DIAL_SOURCES)[number];

/** A dial as a card keeps it: the grinder's own numbers. */
const dial = z.strictObject({
  grinder: name,
  setting: z.number(),
  finer: z.number().optional(),
  coarser: z.number().optional(),
  by: z.enum(DIAL_SOURCES),
  moved: z
    .strictObject({ way: z.enum(["finer", "coarser"]), since: z.iso.datetime(), approved: z.number() })
    .optional()
    .describe("The grinder has moved since the batch was approved: at which setting it was"),
});

/** The approved batch that a card follows, and what was chosen before it did. */
const cardStandard = z.strictObject({
  batchId: uuid,
  approvedAt: z.iso.datetime(),
  was: scaleState.pick({ pins: true, grind: true }),
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

/** How a press is used: steeped for so long, pressed for so long, and how much goes into a cup. */
const press = z.strictObject({
  steepS: z.number().min(0).max(86_400),
  stirred: z.boolean(),
  pressS: z.number().min(0).max(3600),
  turnedOver: z.boolean().describe("Brewed upside down, and turned over onto its filter"),
  cupG: z.number().gt(0).nullable().describe("Into each cup, g; null where the recipe says none"),
});

export type CardStandard = z.infer<typeof cardStandard>;

/** The brew forecast at the card's setting, bypass and ice counted in. */
const forecast = z.strictObject({
  brewTimeS: z.number().min(0),
  strengthPct: z.number().min(0),
  extractionPct: z.number().min(0),
  highWaterMm: z.number().min(0).describe("The highest that the slurry stands in the basket"),
  version: z.number().int().min(1).optional().describe("The forecast's own; 1 where it says none"),
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

/** How a brewer's own settings are marked, where not in litres. */
export const cardMarks = z.strictObject({ marks: z.enum(MARKS), cupMarkG: z.number().gt(0).nullable() });

/** Recipe, equipment and coffee of a card, by id and by the names of that day. */
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
  marked: cardMarks.optional(),
  flow: z
    .strictObject({ place: z.number().int().min(1), of: z.number().int().min(2) })
    .optional()
    .describe("How its flow switch stands for this water: which of its flows, the slowest first"),
  siftLossPct: z.number().min(0).max(60).optional().describe("Sifted off what is ground, %"),
  typical: z
    .array(z.strictObject({ name, aspects: z.array(z.enum(ASPECTS)) }))
    .max(MOST_THINGS)
    .optional()
    .describe("What it rests on that is only usual for its kind, not measured"),
});

/** The shape that cards are kept in now; `cardShape.ts` reads the older ones. */
export const CARD_SHAPE = 2;

/** A card's sheet: what was chosen, the exact inputs with their pins, the results, and the dial. */
export const cardSheet = z.strictObject({
  shape: z.literal(CARD_SHAPE),
  chosen: scaleState.describe("As Scale had it: the same choice makes the same card again"),
  input: sheetInput,
  result: sheetResult,
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
  press: press.optional(),
  madeWith: cardMadeWith,
});
export type CardSheet = z.infer<typeof cardSheet>;

/** A browser's request to keep a card: its choice, and the bench that the choice was made on. The server makes the card. */
export const cardWanted = z.strictObject({
  id: uuid,
  siteId: uuid,
  chosen: scaleState,
  benchRevision: z.number().int().min(0).describe("Of the bench that it was chosen on"),
  setting: z.number().nullable().describe("The dial's setting that was shown; null where none was"),
});
export type CardWanted = Readonly<z.infer<typeof cardWanted>>;

/** Cards that a lead puts away, or takes out again. */
export const retiredCards = z.strictObject({ ids: z.array(uuid).min(1).max(1000), retired: z.boolean() });

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
  sheet: cardSheet.extend({ result: sheetOutput }),
  createdAt: z.iso.datetime(),
  revision: z.number().int().min(1).describe("One more whenever it is made anew"),
  brewerGone: z.boolean().describe("Its brewer is not on the bench any more"),
});
export type CardWhole = z.infer<typeof cardWhole>;
