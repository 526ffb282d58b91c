import { followed } from "#server/live/stream.ts";
import { route } from "#server/route.ts";
import { siteAsked } from "#server/site.ts";

/** A site's pots as they stand, sent whenever something happened: at once, and after each event. */
export const GET = route({ right: "see", scope: "read", unseen: true }, async (request) =>
  followed(request, { siteId: await siteAsked(request), of: "bar", after: -1 }),
);
