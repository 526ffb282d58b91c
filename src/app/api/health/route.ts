import { eventLoopP99Ms } from "#server/health.ts";
import { openRoute } from "#server/route.ts";

/** Whether the application answers, and how promptly; `./tumbek start` waits for it. */
export const GET = openRoute("open", () =>
  Response.json({ application: "tumbek", eventLoopP99Ms: eventLoopP99Ms() }),
);
