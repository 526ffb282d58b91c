import { and, eq } from "drizzle-orm";
import { afterAll, beforeAll, describe, expect, test, vi } from "vitest";
import type { KeptRecipe } from "#contract/recipe.ts";
import { findBenchRecipe } from "#data/benchRecipes.ts";
import { DEMO_IDS, demoId, LEAD } from "#data/demo/bench.ts";
import { readRecipe } from "#data/recipes.ts";
import { fits } from "#data/schema/index.ts";
import { demoDatabase, type OwnDatabase } from "#tests/database.ts";
import { LOFT_RECIPE, writtenRecipe } from "#tests/recipes.ts";

vi.mock("next/headers", () => ({
  headers: async () => new Headers(),
  cookies: async () => ({ get: () => undefined }),
}));

const AT = new Date("2026-07-14T08:30:00Z");
const by = { personId: LEAD, at: AT };
const { cone, press } = DEMO_IDS.brewers;
const { dunlin } = DEMO_IDS.grinders;
const NOTHING = demoId(9999);

let fresh: OwnDatabase;
let book: typeof import("./recipes.ts");
beforeAll(async () => {
  fresh = await demoDatabase("recipes_kept", AT);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  book = await import("./recipes.ts");
});
afterAll(() => fresh.drop());

const written = (change: Partial<KeptRecipe> = {}) => writtenRecipe({ as: "trial", ...change });
const putDown = async (change: Partial<KeptRecipe> = {}) => {
  const typed = written(change);
  await book.putRecipe(typed, by);
  return typed;
};

describe("a recipe that is written down", () => {
  test("is kept by a clean name, with what its bed keeps by its own cup", async () => {
    const typed = written({ name: "  Bollard,   thin " });
    expect(await book.putRecipe(typed, by)).toEqual({ revision: 1 });
    const read = (await readRecipe(fresh.db, typed.recipeId))!;
    expect(read.name).toBe("Bollard, thin");
    expect(read.versions).toMatchObject([{ version: 1, state: "trial", recipe: { doseG: 22 } }]);
    // 352 g of water less the 303 g that came out, over 22 g.
    expect((await findBenchRecipe(fresh.db, typed.versionId))!.retentionGPerG).toBeCloseTo(49 / 22, 6);
    // Nobody weighed it: what the brewer's beds keep.
    const unweighed = await putDown({ recipe: { ...LOFT_RECIPE, weighedG: null } });
    expect((await findBenchRecipe(fresh.db, unweighed.versionId))!.retentionGPerG).toBeCloseTo(2.23, 6);
  });

  test("may be wrong while it is a draft, and not when it is kept for good", async () => {
    const wrong = { recipe: { ...LOFT_RECIPE, dialSetting: 61 } };
    expect(await book.putRecipe(written({ ...wrong, as: "draft" }), by)).toEqual({ revision: 1 });
    await expect(putDown(wrong)).rejects.toMatchObject({ field: "dialSetting" });
    // Without a grinder a texture says how it is ground; a number says nothing.
    await expect(putDown({ grinderId: null })).rejects.toMatchObject({ field: "dialSetting" });
    const byWord = { ...LOFT_RECIPE, dialSetting: null, texture: "table salt" as const };
    await putDown({ grinderId: null, recipe: byWord });
    // At the very ends of its dial it is still on it.
    for (const dialSetting of [0, 60]) await putDown({ recipe: { ...LOFT_RECIPE, dialSetting } });
    await expect(putDown({ brewerId: press })).rejects.toMatchObject({ field: "press.steepS" });
  });

  test("has a name of its own, and is made with what is there", async () => {
    await expect(putDown({ name: "   " })).rejects.toMatchObject({ field: "name" });
    const { name } = await putDown();
    await expect(putDown({ name })).rejects.toMatchObject({
      field: "name",
      message: expect.stringMatching(/name/),
    });
    for (const gone of [{ brewerId: NOTHING }, { grinderId: NOTHING }, { coffeeId: NOTHING }])
      await expect(putDown(gone)).rejects.toThrow("This is not on the bench any more.");
  });

  test("whose draft somebody else changed since is theirs first", async () => {
    const draft = await putDown({ as: "draft" });
    const theirs = { ...LOFT_RECIPE, doseG: 21 };
    await book.putRecipe({ ...draft, revision: 1, recipe: theirs }, by);
    const late = await book.putRecipe({ ...draft, revision: 1, recipe: { ...LOFT_RECIPE, doseG: 23 } }, by);
    expect(late).toMatchObject({ theirs: { revision: 2, recipe: { doseG: 21 }, name: draft.name } });
  });

  test("is thrown away while it is a draft that nobody changed since", async () => {
    const { versionId } = await putDown({ as: "draft" });
    await expect(book.dropDraft({ versionId, revision: 2 })).rejects.toMatchObject({ code: "stale" });
    await book.dropDraft({ versionId, revision: 1 });
    expect(await findBenchRecipe(fresh.db, versionId)).toBeUndefined();
  });

  test("is put away and taken back; one that is not there is told", async () => {
    const { recipeId } = await putDown();
    for (const archived of [true, false]) {
      await book.archive({ id: recipeId, archived }, by);
      expect((await readRecipe(fresh.db, recipeId))!.archived).toBe(archived);
    }
    await expect(book.archive({ id: NOTHING, archived: true }, by)).rejects.toMatchObject({
      code: "notThere",
      message: expect.stringMatching(/recipe/),
    });
    await expect(book.benchRecipe(NOTHING)).rejects.toMatchObject({ code: "notThere" });
  });
});

describe("the factors of a recipe's own cup", () => {
  const factors = async (brewerId: string = cone) =>
    (
      await fresh.db
        .select()
        .from(fits)
        .where(and(eq(fits.brewerId, brewerId), eq(fits.grinderId, dunlin)))
    )[0];

  test("are fitted to its time and its strength, and forgotten again", async () => {
    const { versionId } = await putDown();
    await book.fitToCup(versionId, by);
    const fitted = (await factors())!;
    expect(fitted).toMatchObject({ versionId, batches: 0 });
    // A cup that took longer came through a tighter bed; a weaker one gave less.
    const slow = await putDown({ recipe: { ...LOFT_RECIPE, doneS: 240 } });
    await book.fitToCup(slow.versionId, by);
    const slower = (await factors())!;
    expect(slower.permeability).toBeLessThan(0.8 * fitted.permeability);
    const weak = await putDown({ recipe: { ...LOFT_RECIPE, strengthPct: 1.2 } });
    await book.fitToCup(weak.versionId, by);
    expect((await factors())!.extraction).toBeLessThan(0.95 * fitted.extraction);
    await book.forgetFit(versionId, by);
    expect(await factors()).toBeUndefined();
  });

  test("of a press are of its strength alone: its time is its steep", async () => {
    const recipe = {
      ...LOFT_RECIPE,
      pours: [{ ...LOFT_RECIPE.pours[0]!, toG: 500 }],
      blooms: false,
      doseG: 30,
      doneS: 500,
      weighedG: 438,
      strengthPct: 1.3,
      press: { steepS: 240, stirred: true, pressS: 30, turnedOver: false },
    };
    const { versionId } = await putDown({ brewerId: press, recipe });
    await book.fitToCup(versionId, by);
    expect(await factors(press)).toMatchObject({ permeability: 1, versionId });
  });

  test("need a cup that was measured, of a recipe that names its grinder and is no draft", async () => {
    const unmeasured = await putDown({ recipe: { ...LOFT_RECIPE, doneS: null, strengthPct: null } });
    await expect(book.fitToCup(unmeasured.versionId, by)).rejects.toThrow(/^Nothing to fit to/);
    const draft = await putDown({ as: "draft" });
    await expect(book.fitToCup(draft.versionId, by)).rejects.toThrow(/^A draft is not brewed yet/);
    const byWord = await putDown({
      grinderId: null,
      recipe: { ...LOFT_RECIPE, dialSetting: null, texture: "table salt" },
    });
    await expect(book.fitToCup(byWord.versionId, by)).rejects.toThrow(/names no grinder/);
    await book.forgetFit(byWord.versionId, by);
    await expect(book.fitToCup(NOTHING, by)).rejects.toMatchObject({ code: "notThere" });
  });
});
