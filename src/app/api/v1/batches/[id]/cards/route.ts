import { route } from "#server/route.ts";
import { effectsOfApproval } from "#server/standards.ts";

/** Every card that approving a batch would move, before and after. */
export const GET = route<{ id: string }>({ right: "approve", scope: "read" }, async (request, { params }) =>
  Response.json(await effectsOfApproval(params.id, request.signal)),
);
