import { sentSales } from "#contract/bar.ts";
import { parsedBody } from "#server/body.ts";
import { route } from "#server/route.ts";
import { keepSales, salesOfDay } from "#server/sales.ts";
import { siteAsked } from "#server/site.ts";

/** Sales of a day at a site, from taps and from the till. */
export const GET = route({ right: "see", scope: "read" }, async (request) =>
  Response.json(await salesOfDay(await siteAsked(request), new URL(request.url).searchParams.get("day"))),
);

/** Keeps sales of a till, each once. */
export const POST = route({ right: "serve", scope: "write" }, async (request, { by }) => {
  const siteId = await siteAsked(request);
  return Response.json(await keepSales(siteId, await parsedBody(request, sentSales), by));
});
