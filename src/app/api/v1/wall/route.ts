import { Refusal } from "#server/action.ts";
import { benchOf } from "#server/bench.ts";
import { csvOf } from "#server/csv.ts";
import { route } from "#server/route.ts";
import { siteAsked } from "#server/site.ts";
import { wallLines, wallOf } from "#server/wall.ts";

/** A site's wall chart of a coffee, as JSON or with `as=csv` as a file. */
export const GET = route({ right: "see", scope: "read" }, async (request) => {
  const query = new URL(request.url).searchParams;
  const bench = await benchOf(await siteAsked(request));
  const coffee = query.get("coffee");
  if (coffee !== null && !bench?.coffees.some(({ id }) => id === coffee)) {
    throw new Refusal("There is no coffee by that id.", { code: "notThere", field: "coffee" });
  }
  const wall = bench && (await wallOf(bench, coffee ?? ""));
  if (!bench || !wall) throw new Refusal("Nothing can be scaled at this site yet.", { code: "notThere" });
  const lines = wallLines(wall);
  if (query.get("as") === "csv") return csvOf("wall-chart", lines);
  const { coffee: of, recipe } = wall.plan;
  return Response.json({ site: bench.site.name, coffee: of.name, recipe: recipe.name, lines });
});
