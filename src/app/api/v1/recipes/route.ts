import { MOST_FILE_BYTES } from "#contract/recipeFile.ts";
import { textOf } from "#server/body.ts";
import { csvOf } from "#server/csv.ts";
import { recipeFile, recipeRows } from "#server/read/files.ts";
import { importFile } from "#server/recipeFile.ts";
import { route } from "#server/route.ts";
import { siteAsked } from "#server/site.ts";
import { importLineSentence } from "#words/recipes";

/** Recipes as a file: all, or with `id` one; with `as=csv` the list. */
export const GET = route({ right: "see", scope: "read" }, async (request) => {
  const query = new URL(request.url).searchParams;
  if (query.get("as") === "csv") return csvOf("recipes", await recipeRows());
  const file = await recipeFile(query.get("id") ?? undefined);
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
  const plan = await importFile(
    await textOf(request, MOST_FILE_BYTES),
    { siteId: await siteAsked(request), write },
    by,
  );
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
