import { openRoute } from "#server/route.ts";

/** Whether the application answers; `./tumbek start` waits for it. */
export const GET = openRoute("open", () => Response.json({ application: "tumbek" }));
