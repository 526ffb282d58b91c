import { may } from "#core/people";
import { Refusal } from "#server/action.ts";
import { personRecord } from "#server/read/files.ts";
import { route } from "#server/route.ts";

/** All that the house keeps about a person, for themselves or a lead, as a file. */
export const GET = route<{ id: string }>(
  { right: "own", scope: "none" },
  async (_request, { params, person }) => {
    if (person?.id !== params.id && !(person && may(person.role, "people"))) {
      throw new Refusal("This is somebody else's record: a lead can export it.", { code: "notYours" });
    }
    return Response.json(await personRecord(params.id), {
      headers: {
        "Cache-Control": "no-store",
        "Content-Disposition": `attachment; filename="record-${params.id}.json"`,
      },
    });
  },
);
