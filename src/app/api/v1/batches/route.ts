import { sentBatch } from "#contract/batch.ts";
import { batchFilter, log } from "#server/batches.ts";
import { parsedBody } from "#server/body.ts";
import { csvOf } from "#server/csv.ts";
import { batchRows } from "#server/read/files.ts";
import { route } from "#server/route.ts";
import { siteAsked } from "#server/site.ts";

/** A site's batches, the newest first, as JSON or with `as=csv` as a file. */
export const GET = route({ right: "see", scope: "read" }, async (request) => {
  const query = new URL(request.url).searchParams;
  const rows = await batchRows(await siteAsked(request), batchFilter(query));
  if (query.get("as") === "csv") return csvOf("batches", rows as unknown as Record<string, string>[]);
  return Response.json({ batches: rows });
});

/** Logs a batch, once however often it is sent. */
export const POST = route({ right: "logBatches", scope: "write" }, async (request, { by }) =>
  Response.json(await log(await parsedBody(request, sentBatch), by)),
);
