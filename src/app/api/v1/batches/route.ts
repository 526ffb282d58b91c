import { readBatches } from "#data/batches.ts";
import { batchFilter } from "#server/batches.ts";
import { csvOf } from "#server/csv.ts";
import { database } from "#server/database.ts";
import { route } from "#server/route.ts";
import { siteAsked } from "#server/site.ts";

/** A file holds so many of the newest; older ones follow with `before`. */
const MOST_IN_A_FILE = 10_000;

/** A site's batches, the newest first, as JSON or with `as=csv` as a file. */
export const GET = route({ right: "see", scope: "read" }, async (request) => {
  const asked = new URL(request.url).searchParams;
  const rows = await readBatches(database(), await siteAsked(request), batchFilter(asked), MOST_IN_A_FILE);
  if (asked.get("as") === "csv") return csvOf("batches", rows as unknown as Record<string, string>[]);
  return Response.json({ batches: rows });
});
