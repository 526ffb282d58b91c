import { sentDayPlan } from "#contract/dayPlan.ts";
import { parsedBody } from "#server/body.ts";
import { dayAskedFor } from "#server/days.ts";
import { saveDayPlan, startOf } from "#server/plans.ts";
import { route } from "#server/route.ts";
import { benchAsked } from "#server/site.ts";

/** A day's plan at a site, with what it is made from. */
export const GET = route({ right: "see", scope: "read" }, async (request) => {
  const bench = await benchAsked(request);
  return Response.json(await startOf(bench, dayAskedFor(bench, request)));
});

/** Keeps what is known of a day and decided for it; answers with the other plan when somebody else was faster. */
export const PUT = route({ right: "planShift", scope: "write" }, async (request, { by }) => {
  const { siteId, day, ...sent } = await parsedBody(request, sentDayPlan);
  return Response.json(await saveDayPlan({ siteId, day }, sent, by));
});
