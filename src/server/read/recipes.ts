import { v7 as uuidv7 } from "uuid";
import { uuid } from "#contract/card.ts";
import { countsOf, findVersion, listRecipes, readAllRecipes, readRecipe } from "#data/recipes.ts";
import { database } from "#server/database.ts";
import { currentKit } from "#server/kit.ts";
import { printDay } from "#words/figures";
import { onBench } from "./onBench.ts";

/** The list of recipes. */
export function readRecipeList() {
  return onBench(async ({ site }) => ({ lines: await listRecipes(database()), site }));
}

/** A recipe with the version that a link names, else the one that counts; undefined where there is none. */
export function readRecipePage(id: string, versionId: unknown) {
  return onBench(async (bench) => {
    const recipe = await recipeNamed(id);
    const shown =
      recipe &&
      (recipe.versions.find((version) => version.versionId === versionId) ?? countsOf(recipe.versions));
    if (!recipe || !shown) return undefined;
    const versions = recipe.versions.map((version) => ({
      ...version,
      when: printDay(new Date(version.at), bench.site.timeZone),
    }));
    return { ...recipe, versions, shown, kit: await currentKit(bench) };
  });
}

/** Two versions of any recipes side by side, and all that could stand there; undefined where one is gone. */
export function readComparison(leftId: unknown, rightId: unknown) {
  return onBench(async (bench) => {
    const versions = (await readAllRecipes(database())).flatMap(({ id, name, versions }) =>
      versions.map((version) => ({ ...version, name, recipeId: id })),
    );
    const [left, right] = [leftId, rightId].map((id) => versions.find(({ versionId }) => versionId === id));
    if (!left || !right) return undefined;
    const all = versions.map(({ versionId, name, version }) => ({
      versionId,
      text: `${name}, version ${version}`,
    }));
    return { left, right, kit: await currentKit(bench), all };
  });
}

/**
 * The version that a recipe is written on: its draft, else the one that a link names, or the one that counts; undefined where there is
 * no such recipe.
 */
export function readEditor(id: string, fromId: unknown) {
  return onBench(async (bench) => {
    const recipe = await recipeNamed(id);
    if (!recipe) return undefined;
    const draft = recipe.versions.find(({ state }) => state === "draft");
    const from =
      draft ?? recipe.versions.find(({ versionId }) => versionId === fromId) ?? countsOf(recipe.versions);
    if (!from) return undefined;
    return {
      kit: await currentKit(bench),
      name: recipe.name,
      from,
      isDraft: draft !== undefined,
      recipeId: id,
      versionId: draft?.versionId ?? uuidv7(),
      revision: draft?.revision ?? 0,
    };
  });
}

/** The kit for a new recipe, and the version that it copies where a link names one. */
export function readNewRecipe(fromId: unknown) {
  return onBench(async (bench) => {
    const kit = await currentKit(bench);
    if (kit.brewers.length === 0 || kit.coffees.length === 0) return "unmeasured";
    const named = uuid.safeParse(fromId);
    const from = named.success ? await findVersion(database(), named.data) : undefined;
    return { kit, from, recipeId: uuidv7(), versionId: uuidv7() };
  });
}

/** A version that may become the standard; undefined where there is none. What its cards would become is asked for beside it. */
export function readVersionApproval(id: string, versionId: unknown) {
  return onBench(async () => {
    const recipe = await recipeNamed(id);
    const version = recipe?.versions.find((each) => each.versionId === versionId && each.state !== "draft");
    if (!recipe || !version) return undefined;
    return {
      recipeId: id,
      versionId: version.versionId,
      name: recipe.name,
      version: version.version,
      standard: recipe.versions.find(({ state }) => state === "standard")?.version,
    };
  });
}

async function recipeNamed(id: string) {
  return uuid.safeParse(id).success ? readRecipe(database(), id) : undefined;
}
