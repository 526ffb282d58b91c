import { z } from "zod";
import { TEXTURES } from "#core/grind";
import { AGITATIONS, RATIO_BASES, type Recipe, SERVICES, WHERES } from "#core/recipe";
import { uuid } from "./card.ts";
import { MOST_FOLLOWING, seenCard } from "./cardEffect.ts";
import { handStep } from "./handStep.ts";
import * as n from "./numbers.ts";
import type { Method, RecipeState } from "./recipeKinds.ts";

/** Longer lists are answered by the recipe's own faults, which say so in words. */
const MOST_LISTED = 400;
const MOST_STEPS = 40;
const MOST_NOTE = 400;

const seconds = z.number().min(0).max(86_400).describe("From the first water, s");
const waterG = z.number().min(0).max(200_000).describe("Running total, g");
const note = z.string().max(MOST_NOTE);

const pour = z.strictObject({
  toG: waterG.describe("What the scale shows when this pour ends, g"),
  start: z.union([
    z.strictObject({ atS: seconds }),
    z.strictObject({
      afterDropMm: z.number().gt(0).max(500).describe("When the level has dropped so far, mm"),
    }),
    z.strictObject({ whenDrained: z.literal(true) }),
  ]),
  pace: z
    .union([
      z.strictObject({ gPerS: z.number().gt(0).max(1000).describe("g/s") }),
      z.strictObject({ byS: seconds.describe("Its total is reached by this time, s") }),
    ])
    .nullable(),
  where: z.enum(WHERES),
  agitation: z.enum(AGITATIONS),
});

const pressing = z.strictObject({
  steepS: z.number().gt(0).max(172_800).describe("s"),
  stirred: z.boolean(),
  pressS: z.number().min(0).max(600).describe("s"),
  turnedOver: z.boolean().describe("Brewed upside down and turned onto its filter"),
});

/** A cup as it was made. */
export const recipe = z.strictObject({
  serve: z.enum(["hot", "iced"]),
  doseG: n.doseG,
  doseRangeG: z.tuple([n.doseG, n.doseG]).nullable(),
  ratioBasis: z.enum(RATIO_BASES),
  waterTempC: z.number().min(0).max(100).describe("°C"),
  dialSetting: z.number().nullable(),
  texture: z.enum(TEXTURES).nullable(),
  siftLossPct: z.number().min(0).max(60).describe("Of what is ground, %"),
  rinsed: z.boolean(),
  filterNote: note,
  blooms: z.boolean().describe("The first pour wets the bed and waits"),
  pours: z.array(pour).min(1).max(MOST_LISTED),
  steps: z.array(handStep).max(MOST_STEPS),
  press: pressing.nullable(),
  iceG: n.massG,
  dilutionG: n.massG,
  portions: z.strictObject({ cups: z.number().int().min(1).max(500), fillG: n.massG.gt(0) }).nullable(),
  doneS: seconds.gt(0).nullable(),
  weighedG: n.massG.gt(0).nullable(),
  strengthPct: n.strengthPct.nullable(),
  taste: note,
  origin: note,
  services: z.array(z.enum(SERVICES)).max(SERVICES.length),
}) satisfies z.ZodType<Recipe>;

/** A version as it is written or kept; with revision 0 a new one. */
export const keptRecipe = z.strictObject({
  recipeId: uuid,
  versionId: uuid,
  name: z.string().max(MOST_NOTE),
  brewerId: uuid,
  grinderId: uuid.nullable(),
  coffeeId: uuid,
  recipe,
  /** How often the draft had been saved when this change began. */
  revision: z.number().int().min(0),
  /** A draft may still be changed; a version that is kept never is. */
  as: z.enum(["draft", "trial"]),
});
export type KeptRecipe = Readonly<Omit<z.infer<typeof keptRecipe>, "recipe">> & { readonly recipe: Recipe };

export const archivedRecipe = z.strictObject({ id: uuid, archived: z.boolean() });
export const droppedDraft = z.strictObject({ versionId: uuid, revision: z.number().int().min(1) });

/** A new standard, and which cards follow it; the others stay as they are. */
export const approval = z.strictObject({
  versionId: uuid,
  cards: z.array(seenCard).max(MOST_FOLLOWING).describe("The cards that follow, as they were seen"),
});

/** The version to whose cup the two factors of its brewer and grinder are fitted, or forgotten. */
export const fittedVersion = z.strictObject({ versionId: uuid });

/** A version with what it was made with, by name, as the screens read it. */
export interface RecipeVersion {
  readonly versionId: string;
  readonly version: number;
  readonly state: RecipeState;
  readonly revision: number;
  readonly at: string;
  readonly madeBy: string | null;
  readonly brewerId: string;
  readonly grinderId: string | null;
  readonly coffeeId: string;
  readonly brewer: string;
  readonly grinder: string | null;
  readonly coffee: string;
  readonly kind: "batch" | "hand" | "press";
  readonly shape: "flat" | "cone";
  readonly retentionGPerG: number;
  readonly recipe: Recipe;
}

/** A recipe in the list, by the version that counts: the standard, else the newest that is kept, else the draft. */
export interface RecipeLine {
  readonly id: string;
  readonly name: string;
  readonly archived: boolean;
  readonly versionId: string;
  readonly version: number;
  readonly state: RecipeState;
  /** There is a newer one being written. */
  readonly drafted: boolean;
  readonly method: Method;
  readonly brewer: string;
  readonly coffee: string;
  readonly serve: Recipe["serve"];
  readonly services: Recipe["services"];
  readonly doseG: number;
  readonly waterG: number;
  readonly iceG: number;
  readonly strengthPct: number | null;
  readonly taste: string;
}
