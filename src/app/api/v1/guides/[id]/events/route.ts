import { sentGuideEvents } from "#contract/guide.ts";
import { parsedBody } from "#server/body.ts";
import { keepEvents } from "#server/guides.ts";
import { route } from "#server/route.ts";

/** Keeps what happened in a guide, each event once. */
export const POST = route<{ id: string }>(
  { right: "logBatches", scope: "write" },
  async (request, { params, by }) => {
    await keepEvents(params.id, await parsedBody(request, sentGuideEvents), by);
    return Response.json({});
  },
);
