import { barViewOf } from "#server/read/bar.ts";
import { route } from "#server/route.ts";
import { benchAsked } from "#server/site.ts";

/** A site's pots: what stands in each, as of its last event. */
export const GET = route({ right: "see", scope: "read", unseen: true }, async (request) =>
  Response.json(await barViewOf(await benchAsked(request)), { headers: { "Cache-Control": "no-store" } }),
);
