import { keptPagesOf } from "#server/read/kept.ts";
import { route } from "#server/route.ts";
import { benchAsked } from "#server/site.ts";

/** Pages that a device keeps for when there is no network. */
export const GET = route({ right: "see", scope: "read", unseen: true }, async (request) =>
  Response.json(
    { pages: await keptPagesOf(await benchAsked(request)) },
    { headers: { "Cache-Control": "no-store" } },
  ),
);
