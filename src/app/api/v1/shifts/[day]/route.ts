import { isoDay, shiftList } from "#contract/shift.ts";
import { Refusal } from "#server/action.ts";
import { parsedBody } from "#server/body.ts";
import { refuse, route } from "#server/route.ts";
import { listOf, saveList } from "#server/shifts.ts";
import { siteAsked } from "#server/site.ts";

type Params = { day: string };

async function dayAsked(request: Request, { day }: Params) {
  if (!isoDay.safeParse(day).success) {
    throw new Refusal("Name the day as 2026-07-15.", { code: "badInput", field: "day" });
  }
  return { siteId: await siteAsked(request), day };
}

/** One day's list at one site. */
export const GET = route<Params>({ right: "see", scope: "read" }, async (request, { params }) =>
  Response.json(await listOf(await dayAsked(request, params))),
);

/** Makes a day's list what it is given as; 409 with the other list when somebody else was faster. */
export const PUT = route<Params>({ right: "planShift", scope: "write" }, async (request, { params, by }) => {
  const day = await dayAsked(request, params);
  const { revision, theirs } = await saveList(day, await parsedBody(request, shiftList), by);
  if (!theirs) return Response.json({ revision });
  return refuse({ code: "stale", message: "Somebody else changed this list since you read it." }, { theirs });
});
