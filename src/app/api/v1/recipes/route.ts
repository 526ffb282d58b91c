import { uuid } from "#contract/card.ts";
import { readRecipeFile } from "#data/recipeFile.ts";
import { listRecipes } from "#data/recipes.ts";
import { Refusal } from "#server/action.ts";
import { csvOf } from "#server/csv.ts";
import { database } from "#server/database.ts";
import { fileText, importFile } from "#server/recipeFile.ts";
import { route } from "#server/route.ts";
import { siteAsked } from "#server/site.ts";
import { importLineSentence, METHOD_WORDS, NOT_A_RECIPE, STATE_WORDS } from "#words/index.ts";

/** Recipes as a file: all, or with `id` one; with `as=csv` the list. */
export const GET = route({ right: "see", scope: "read" }, async (request) => {
  const asked = new URL(request.url).searchParams;
  if (asked.get("as") === "csv") {
    const rows = (await listRecipes(database())).map(({ services, state, method, ...line }) => ({
      ...line,
      state: STATE_WORDS[state],
      method: METHOD_WORDS[method],
      services: services.join(" "),
    }));
    return csvOf("recipes", rows);
  }
  const id = asked.get("id") ?? undefined;
  if (id !== undefined && !uuid.safeParse(id).success) throw new Refusal(NOT_A_RECIPE, { code: "notThere" });
  const file = await readRecipeFile(database(), id);
  if (id !== undefined && file.recipes.length === 0) throw new Refusal(NOT_A_RECIPE, { code: "notThere" });
  const name = file.recipes.length === 1 ? fileName(file.recipes[0]!.name) : "recipes";
  return new Response(`${JSON.stringify(file, null, 2)}\n`, {
    headers: {
      "Content-Type": "application/json",
      "Content-Disposition": `attachment; filename="${name}.json"`,
      "Cache-Control": "no-store",
    },
  });
});

/** Takes a file of recipes in; with `preview` it only says what that would do. */
export const POST = route({ right: "setBench", scope: "write" }, async (request, { by }) => {
  const write = !new URL(request.url).searchParams.has("preview");
  const plan = await importFile(await fileText(request), { siteId: await siteAsked(request), write }, by);
  const things = Object.values(plan.things).flatMap((rows) => rows.map(({ name }) => name));
  return Response.json({
    recipes: plan.lines.map((line) => ({
      name: line.name,
      what: line.what,
      message: importLineSentence(line),
    })),
    things,
    written: write,
  });
});

/** A name that every file system takes. */
function fileName(name: string): string {
  return name.replaceAll(/[^\p{L}\p{N}]+/gu, "-").replaceAll(/[^\x20-\x7e]/g, "") || "recipe";
}
