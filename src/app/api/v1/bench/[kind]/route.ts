import { THING_KINDS } from "#contract/fields.ts";
import { Refusal } from "#server/action.ts";
import { csvOf } from "#server/csv.ts";
import { benchFile } from "#server/read/files.ts";
import { route } from "#server/route.ts";
import { siteAsked } from "#server/site.ts";

/** Things of one kind on a site's bench, as JSON or with `as=csv` as a file. */
export const GET = route<{ readonly kind: string }>(
  { right: "see", scope: "read" },
  async (request, { params }) => {
    const kind = THING_KINDS.find((each) => each === params.kind);
    if (!kind) {
      throw new Refusal(`There is nothing of that kind. There are: ${THING_KINDS.join(", ")}.`, {
        code: "notThere",
      });
    }
    const rows = await benchFile(kind, await siteAsked(request));
    if (new URL(request.url).searchParams.get("as") === "csv") return csvOf(kind, rows);
    return Response.json({ kind, rows });
  },
);
