import { eventLoopP99Ms, isDatabaseThere } from "#server/health.ts";
import { openRoute } from "#server/route.ts";

/** Whether the application and its database answer, and how promptly; `./tumbek start` and what stands before the house look at it. */
export const GET = openRoute("open", async () => {
  const isThere = await isDatabaseThere();
  const body = {
    application: "tumbek",
    database: isThere ? "there" : "away",
    eventLoopP99Ms: eventLoopP99Ms(),
  };
  return Response.json(body, { status: isThere ? 200 : 503 });
});
