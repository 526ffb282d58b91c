import { route } from "#server/route.ts";
import { effectsOfVersion } from "#server/versionEffects.ts";

/** Every card of a recipe as one of its versions would make it. */
export const GET = route<{ id: string }>({ right: "approve", scope: "read" }, async (request, { params }) => {
  const bySite = await effectsOfVersion(params.id, request.signal);
  return Response.json(bySite.flatMap(([, effects]) => effects));
});
