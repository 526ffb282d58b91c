import { barDayOf } from "#server/read/barDay.ts";
import { route } from "#server/route.ts";
import { benchAsked } from "#server/site.ts";

/** What a site's shift closes with: care that is due, what was poured away today, and what is left of its coffees. */
export const GET = route({ right: "see", scope: "read", unseen: true }, async (request) =>
  Response.json(await barDayOf(await benchAsked(request)), { headers: { "Cache-Control": "no-store" } }),
);
