import { z } from "zod";
import type { CurvePoint } from "#core/grind";
import type { Recipe } from "#core/recipe";
import type { AnyFigures } from "./fields.ts";
import { type RecipeVersion, recipe } from "./recipe.ts";
import { RECIPE_STATES } from "./recipeKinds.ts";
import { figuresSchema } from "./things.ts";

/*
 * Recipes as a file: what was made, with what it was made with by name, and enough of that to put it on another
 * bench. Drafts stay at home, and so do prices and stocks.
 */

export const RECIPE_FORMAT = "tumbek-recipes";
/** One more with every change that an older reader would misread. */
export const RECIPE_FORMAT_VERSION = 1;
/** Of a file, bytes: some thousands of recipes. */
export const MOST_FILE_BYTES = 8_000_000;
const MOST_RECIPES = 10_000;
const MOST_VERSIONS = 1000;
const MOST_THINGS = 1000;

const KEPT_STATES = RECIPE_STATES.filter((state) => state !== "draft");
const name = z.string().min(1).max(400);

/** A version as it was kept. */
export const fileVersion = z.strictObject({
  version: z.number().int().min(1).max(30_000),
  state: z.enum(KEPT_STATES),
  brewer: name,
  grinder: name.nullable(),
  coffee: name,
  retentionGPerG: z.number().min(0).max(10).describe("Liquid retained, g per g of dose"),
  recipe,
});
export type FileVersion = Readonly<Omit<z.infer<typeof fileVersion>, "recipe">> & { readonly recipe: Recipe };

export const fileRecipe = z.strictObject({
  name,
  archived: z.boolean(),
  versions: z.array(fileVersion).min(1).max(MOST_VERSIONS),
});
export interface FileRecipe {
  readonly name: string;
  readonly archived: boolean;
  /** The newest first, as they are exported; any order is read. */
  readonly versions: readonly FileVersion[];
}

/** The house's own business, which a recipe does not need; a brewer's filter goes by its name. */
const PRIVATE = {
  brewer: ["filterId", "besideDropC"],
  filter: ["pricePer100", "stock"],
  coffee: ["roastedOn", "pricePerKg", "stockG", "lowStockG", "note"],
} as const;

const curve = z
  .array(
    z.strictObject({
      setting: z.number(),
      um: z.number().min(50).max(3000).describe("Median particle diameter, µm"),
      by: z.enum(["word", "sieve"]),
    }),
  )
  .max(200) satisfies z.ZodType<CurvePoint[]>;

export const FILE_THINGS = {
  filters: figuresSchema("filter", PRIVATE.filter),
  brewers: figuresSchema("brewer", PRIVATE.brewer).extend({ filter: name }),
  grinders: figuresSchema("grinder").extend({ curve }),
  coffees: figuresSchema("coffee", PRIVATE.coffee),
} as const;
export type FileKind = keyof typeof FILE_THINGS;
export const FILE_KINDS = Object.keys(FILE_THINGS) as readonly FileKind[];
export const KIND_OF = {
  filters: "filter",
  brewers: "brewer",
  grinders: "grinder",
  coffees: "coffee",
} as const;

/** A thing in the file: its figures, without what is the house's own. */
export type FileThing = Readonly<Record<string, AnyFigures[string] | readonly CurvePoint[] | undefined>> & {
  readonly name: string;
  /** A grinder's. */
  readonly curve?: readonly CurvePoint[] | undefined;
};

/** The whole file. */
export const recipeFile = z.strictObject({
  format: z.literal(RECIPE_FORMAT),
  version: z.literal(RECIPE_FORMAT_VERSION),
  filters: z.array(FILE_THINGS.filters).max(MOST_THINGS),
  brewers: z.array(FILE_THINGS.brewers).max(MOST_THINGS),
  grinders: z.array(FILE_THINGS.grinders).max(MOST_THINGS),
  coffees: z.array(FILE_THINGS.coffees).max(MOST_THINGS),
  recipes: z.array(fileRecipe).max(MOST_RECIPES),
});

export interface RecipeFile extends Readonly<Record<FileKind, readonly FileThing[]>> {
  readonly format: typeof RECIPE_FORMAT;
  readonly version: number;
  readonly recipes: readonly FileRecipe[];
}

/** The API's answer to an import: the result for each recipe, or the plan. */
export const importAnswer = z.strictObject({
  recipes: z.array(
    z.strictObject({
      name: z.string(),
      what: z.enum(["add", "change", "same", "refuse"]),
      message: z.string().describe("The same in words, with why it is left out"),
    }),
  ),
  things: z.array(z.string()).describe("What comes onto the bench with them, by name"),
  written: z.boolean(),
});
export type ImportAnswer = z.infer<typeof importAnswer>;

/** Loose shape of a file, before its parts are read each by itself. */
export const fileEnvelope = z.looseObject({
  format: z.string(),
  version: z.number(),
  filters: z.array(z.unknown()).max(MOST_THINGS).default([]),
  brewers: z.array(z.unknown()).max(MOST_THINGS).default([]),
  grinders: z.array(z.unknown()).max(MOST_THINGS).default([]),
  coffees: z.array(z.unknown()).max(MOST_THINGS).default([]),
  recipes: z.array(z.unknown()).max(MOST_RECIPES),
});

/** A recipe as it goes into a file; its draft stays at home. */
export function toFileRecipe({
  name,
  archived,
  versions,
}: {
  readonly name: string;
  readonly archived: boolean;
  readonly versions: readonly RecipeVersion[];
}): FileRecipe | undefined {
  const fileVersions = versions.flatMap(
    ({ version, state, brewer, grinder, coffee, retentionGPerG, recipe }) =>
      state === "draft" ? [] : [{ version, state, brewer, grinder, coffee, retentionGPerG, recipe }],
  );
  return fileVersions.length === 0 ? undefined : { name, archived, versions: fileVersions };
}

/** The published schema of the file. */
export function recipeFileSchema(): object {
  return {
    $id: `urn:tumbek:recipes:${RECIPE_FORMAT_VERSION}`,
    title: `Tumbek recipes, version ${RECIPE_FORMAT_VERSION}`,
    ...z.toJSONSchema(recipeFile, { io: "input" }),
  };
}
