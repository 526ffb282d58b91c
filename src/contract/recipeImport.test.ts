import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { Recipe } from "#core/recipe";
import { must } from "#core/result";
import { soundRecipe } from "#tests/arbitraries/recipe.ts";
import { LOFT_RECIPE } from "#tests/recipes.ts";
import type { RecipeVersion } from "./recipe.ts";
import {
  type FileThing,
  RECIPE_FORMAT,
  RECIPE_FORMAT_VERSION,
  type RecipeFile,
  recipeFile,
  recipeFileSchema,
  toFileRecipe,
} from "./recipeFile.ts";
import { type HouseForImport, planImport } from "./recipeImport.ts";

type Pour = Recipe["pours"][number];

const NOTHING: HouseForImport = {
  things: { filters: [], brewers: [], grinders: [], coffees: [] },
  recipes: [],
};
const PAPER: FileThing = {
  name: "cone paper",
  material: "paper",
  size: "for two cups",
  grade: "fine",
  drag: 1.2,
  waterKeptG: 5,
  facing: "seam folded over",
};
const CONE: FileThing = {
  name: "hand cone",
  kind: "hand",
  shape: "cone",
  topDiameterMm: 116,
  bottomDiameterMm: 0,
  heightMm: 95,
  ending: "drained",
  minSettingG: 150,
  maxSettingG: 700,
  stepG: 1,
  marks: "litres",
  cupMarkG: null,
  flowSwitch: false,
  doseMinG: null,
  doseMaxG: 42,
  preferredMinG: null,
  preferredMaxG: null,
  bedDepthMinMm: null,
  bedDepthMaxMm: null,
  retentionGPerG: 2.23,
  retentionFrom: "typed",
  sprayTempC: null,
  dripDropC: 15,
  bypassMaxPct: null,
  cycleMin: null,
  rinseMin: null,
  rinseG: 150,
  filter: "cone paper",
};
const DUNLIN: FileThing = {
  name: "Dunlin",
  dialMin: 0,
  dialMax: 60,
  dialStep: 1,
  higherIs: "coarser",
  homeLegend: false,
  purgeG: 3,
  ruleUnits: null,
  ruleIcedUnits: null,
  curve: [
    { setting: 0, um: 380, by: "sieve" },
    { setting: 60, um: 1190, by: "sieve" },
  ],
};
const SALTMARSH: FileThing = {
  name: "Saltmarsh",
  character: "medium blend",
  process: "washed and natural",
  suits: null,
  roastLevel: "medium",
  densityGPerMl: 0.4,
};

function version(recipe: Recipe, change: Partial<RecipeVersion> = {}): RecipeVersion {
  return {
    versionId: "",
    version: 1,
    state: "standard",
    revision: 1,
    at: "",
    madeBy: null,
    brewerId: "",
    grinderId: recipe.dialSetting === null ? null : "",
    coffeeId: "",
    brewer: "hand cone",
    grinder: recipe.dialSetting === null ? null : "Dunlin",
    coffee: "Saltmarsh",
    kind: "hand",
    shape: "cone",
    retentionGPerG: 2.23,
    recipe,
    ...change,
  };
}
const written = (name: string, ...versions: RecipeVersion[]) =>
  toFileRecipe({ name, archived: false, versions })!;
const file = (recipes: RecipeFile["recipes"]): RecipeFile => ({
  format: RECIPE_FORMAT,
  version: RECIPE_FORMAT_VERSION,
  filters: [PAPER],
  brewers: [CONE],
  grinders: [DUNLIN],
  coffees: [SALTMARSH],
  recipes,
});
const plan = (given: object, house = NOTHING) => planImport(JSON.stringify(given), house);
const lines = (given: object, house = NOTHING) =>
  must(plan(given, house)).lines.map((line) =>
    "versions" in line ? `${line.what} ${line.versions}` : line.what,
  );
const whyRefused = (given: object, house = NOTHING) => {
  const [line] = must(plan(given, house)).lines;
  return line?.what === "refuse" ? line.why : undefined;
};
const LOFT = written("Loft cone", version(LOFT_RECIPE, { version: 4 }));

describe("out and in again", () => {
  test("an export read into an empty house is what was exported, to the last figure", () => {
    const names = fc.uniqueArray(fc.stringMatching(/^[A-Z][a-z]{2,12}$/), { minLength: 1, maxLength: 3 });
    fc.assert(
      fc.property(
        names,
        fc.array(soundRecipe, { minLength: 1, maxLength: 4 }),
        fc.boolean(),
        (titles, cups, archived) => {
          const recipes = titles.map(
            (name) =>
              toFileRecipe({
                name,
                archived,
                versions: cups.map((recipe, i) =>
                  version(recipe, { version: cups.length - i, state: i ? "earlier" : "trial" }),
                ),
              })!,
          );
          const out = file(recipes);
          expect(recipeFile.parse(JSON.parse(JSON.stringify(out)))).toEqual(out);
          const taken = must(plan(out));
          expect(taken.recipes).toEqual(recipes.map((recipe) => ({ ...recipe, isNew: true })));
          expect(taken.things.brewers).toEqual([CONE]);
          expect(taken.things.filters).toEqual([PAPER]);
          expect(taken.things.coffees).toEqual([SALTMARSH]);
          // Read into the house that it came from, it changes nothing.
          const house = {
            things: { filters: [PAPER], brewers: [CONE], grinders: [DUNLIN], coffees: [SALTMARSH] },
            recipes,
          };
          expect(must(plan(out, house)).recipes).toEqual([]);
        },
      ),
    );
  });

  test("drafts stay at home", () => {
    const draft = version(LOFT_RECIPE, { version: 5, state: "draft" });
    expect(toFileRecipe({ name: "Loft cone", archived: false, versions: [draft] })).toBeUndefined();
    expect(written("Loft cone", draft, version(LOFT_RECIPE)).versions).toHaveLength(1);
  });

  test("the published schema is the one that is read by", async () => {
    const published = `${JSON.stringify(recipeFileSchema(), null, 2)}\n`;
    await expect(published).toMatchFileSnapshot(
      `../../docs/formats/recipes-${RECIPE_FORMAT_VERSION}.schema.json`,
    );
  });
});

describe("what a file would do", () => {
  const house = (recipe: Recipe): HouseForImport => ({
    things: { filters: [], brewers: [CONE], grinders: [DUNLIN], coffees: [SALTMARSH] },
    recipes: [written("Loft cone", version(recipe, { version: 2, state: "trial" }))],
  });

  test("it adds, changes, or has it already; the order of fields and the standing do not matter", () => {
    expect(lines(file([LOFT]))).toEqual(["add 1"]);
    expect(lines(file([LOFT]), house(LOFT_RECIPE))).toEqual(["same"]);
    expect(lines(file([LOFT]), house({ ...LOFT_RECIPE, waterTempC: 92 }))).toEqual(["change 1"]);
  });

  test("only things that its recipes need and the house has not come onto the bench", () => {
    const { things } = must(plan(file([LOFT]), house({ ...LOFT_RECIPE, waterTempC: 92 })));
    expect(Object.values(things).flat()).toEqual([]);
    expect(must(plan(file([]))).things.brewers).toEqual([]);
  });

  test("one bad recipe is left out, and the others are taken", () => {
    const [bloom, second, third, last] = LOFT_RECIPE.pours as [Pour, Pour, Pour, Pour];
    const down = { ...LOFT_RECIPE, pours: [bloom, { ...second, toG: 260 }, third, last] };
    expect(lines(file([written("Low tide mark", version(down)), LOFT]))).toEqual(["refuse", "add 1"]);
    expect(whyRefused(file([written("Low tide mark", version(down))]))).toMatchObject({
      code: "totalsGoDown",
      version: 1,
    });
  });

  test("a field that this format does not know is named", () => {
    const strange = {
      ...LOFT,
      versions: [{ ...LOFT.versions[0]!, recipe: { ...LOFT_RECIPE, colour: "blue" } }],
    };
    expect(whyRefused(file([strange as never]))).toMatchObject({
      code: "badInput",
      problems: [{ field: "versions.0.recipe.colour", fault: "unknown" }],
    });
  });

  test("two hundred pours, a name of nothing, a name twice, an unknown brewer, a version twice", () => {
    const long = {
      ...LOFT_RECIPE,
      pours: Array.from({ length: 200 }, (_, i) => ({
        ...LOFT_RECIPE.pours[0]!,
        toG: i + 1,
        start: { atS: i },
      })),
    };
    expect(whyRefused(file([written("Long", version(long))]))).toMatchObject({ code: "tooManyPours" });
    expect(whyRefused(file([{ ...LOFT, name: "\u202e" }]))).toMatchObject({ code: "nameEmpty" });
    expect(lines(file([LOFT, LOFT]))).toEqual(["add 1", "refuse"]);
    expect(lines(file([LOFT, { ...LOFT, name: "LOFT CONE" }]))).toEqual(["add 1", "refuse"]);
    expect(whyRefused(file([written("Far", version(LOFT_RECIPE, { brewer: "Gannet" }))]))).toEqual({
      code: "unknownThing",
      kind: "brewer",
      name: "Gannet",
    });
    expect(whyRefused(file([written("Twice", version(LOFT_RECIPE), version(SOUR))]))).toEqual({
      code: "twice",
    });
  });

  test("a script for a name is a name like any other", () => {
    expect(must(plan(file([{ ...LOFT, name: "<script>alert(1)</script>" }]))).recipes[0]?.name).toBe(
      "<script>alert(1)</script>",
    );
  });
});
const SOUR: Recipe = { ...LOFT_RECIPE, taste: "sour" };

describe("a file that is not read", () => {
  test("no JSON, no recipes, a newer format, a list without end", () => {
    const refusal = (text: string) => {
      const read = planImport(text, NOTHING);
      return read.ok ? "read" : read.failure;
    };
    expect(refusal("{")).toEqual({ code: "notJson" });
    expect(refusal("[]")).toEqual({ code: "notRecipes" });
    expect(refusal('"a text"')).toEqual({ code: "notRecipes" });
    expect(refusal(JSON.stringify({ ...file([]), format: "something else" }))).toEqual({
      code: "notRecipes",
    });
    expect(refusal(JSON.stringify({ ...file([]), version: 2 }))).toEqual({
      code: "newerFormat",
      version: 2,
      known: 1,
    });
    expect(refusal(JSON.stringify({ ...file([]), recipes: Array(10_001).fill(0) }))).toMatchObject({
      code: "badInput",
    });
  });

  test("a megabyte of one name is refused by its length", () => {
    expect(whyRefused(file([{ ...LOFT, name: "x".repeat(1_000_000) }]))).toMatchObject({
      code: "badInput",
      problems: [{ field: "name", fault: "high" }],
    });
  });
});
