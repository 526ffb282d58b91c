import { startedGuide } from "#contract/guide.ts";
import { parsedBody } from "#server/body.ts";
import { startGuide } from "#server/guides.ts";
import { runningGuides } from "#server/read/guide.ts";
import { route } from "#server/route.ts";
import { siteAsked } from "#server/site.ts";

/** The guides that run at a site, with all that happened in them; `with` names one that is followed, however old it is. */
export const GET = route({ right: "see", scope: "read", unseen: true }, async (request) => {
  const ownId = new URL(request.url).searchParams.get("with") ?? undefined;
  const running = await runningGuides(await siteAsked(request), ownId);
  return Response.json(running, { headers: { "Cache-Control": "no-store" } });
});

/** Begins a guide of a card, once however often it is sent. */
export const POST = route({ right: "logBatches", scope: "write" }, async (request, { by }) =>
  Response.json(await startGuide(await parsedBody(request, startedGuide), by)),
);
