import { Refusal } from "#server/action.ts";
import { eventsAfter } from "#server/read/files.ts";
import { route } from "#server/route.ts";
import { siteAsked } from "#server/site.ts";

/** Events of a site after an event's number, in the order of commits: none is ever skipped. */
export const GET = route({ right: "see", scope: "read" }, async (request) => {
  const text = new URL(request.url).searchParams.get("after") ?? "0";
  if (!/^\d{1,15}$/.test(text)) {
    throw new Refusal("Name the last event that you have by its number: after=0 for all.", {
      code: "badInput",
      field: "after",
    });
  }
  return Response.json(await eventsAfter(await siteAsked(request), Number(text)));
});
