import { wholeCard } from "#server/read/files.ts";
import { route } from "#server/route.ts";

/** One card with what was chosen, and the exact inputs and results that came of it. */
export const GET = route<{ id: string }>({ right: "see", scope: "read" }, async (_request, { params }) =>
  Response.json(await wholeCard(params.id)),
);
