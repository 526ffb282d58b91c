import { cardLines } from "#server/read/files.ts";
import { route } from "#server/route.ts";
import { siteAsked } from "#server/site.ts";

/** A site's newest cards, as a list to choose from. */
export const GET = route({ right: "see", scope: "read" }, async (request) =>
  Response.json(await cardLines(await siteAsked(request))),
);
