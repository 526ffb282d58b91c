import { endedGuide } from "#contract/guide.ts";
import { parsedBody } from "#server/body.ts";
import { finishGuide } from "#server/guides.ts";
import { route } from "#server/route.ts";

/** Ends a guide: its batch is logged, and its pot stands at the bar. */
export const POST = route<{ id: string }>(
  { right: "logBatches", scope: "write" },
  async (request, { params, by }) =>
    Response.json(await finishGuide(params.id, await parsedBody(request, endedGuide), by)),
);
