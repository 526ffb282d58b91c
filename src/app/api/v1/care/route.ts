import { careMark } from "#contract/careMark.ts";
import { parsedBody } from "#server/body.ts";
import { keepMark } from "#server/care.ts";
import { route } from "#server/route.ts";

/** Marks a task of care as done, or takes one's own mark back, once however often it is sent. */
export const POST = route({ right: "doCare", scope: "write" }, async (request, { by }) => {
  await keepMark(await parsedBody(request, careMark), by);
  return Response.json({});
});
