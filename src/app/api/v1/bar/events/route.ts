import { sentEvents } from "#contract/bar.ts";
import { keepBarEvents } from "#server/bar.ts";
import { parsedBody } from "#server/body.ts";
import { route } from "#server/route.ts";
import { siteAsked } from "#server/site.ts";

/** Keeps events of a site's bar, each once; answers with the number of the last. */
export const POST = route({ right: "serve", scope: "write" }, async (request, { by }) => {
  const siteId = await siteAsked(request);
  return Response.json(await keepBarEvents(siteId, await parsedBody(request, sentEvents), by));
});
