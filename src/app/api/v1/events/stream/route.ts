import { followed } from "#server/live/stream.ts";
import { eventAsked } from "#server/read/files.ts";
import { route } from "#server/route.ts";
import { siteAsked } from "#server/site.ts";

/** Events of a site as they are kept, from an event's number on: none is ever skipped, and one whose line broke goes on where it was. */
export const GET = route({ right: "see", scope: "read", unseen: true }, async (request) => {
  const last = request.headers.get("last-event-id") ?? new URL(request.url).searchParams.get("after");
  return followed(request, { siteId: await siteAsked(request), of: "events", after: eventAsked(last) });
});
