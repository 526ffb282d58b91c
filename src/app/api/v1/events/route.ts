import { eventAsked, eventsAfter } from "#server/read/files.ts";
import { route } from "#server/route.ts";
import { siteAsked } from "#server/site.ts";

/** Events of a site after an event's number, in the order of commits: none is ever skipped. */
export const GET = route({ right: "see", scope: "read" }, async (request) => {
  const after = eventAsked(new URL(request.url).searchParams.get("after"));
  return Response.json(await eventsAfter(await siteAsked(request), after));
});
