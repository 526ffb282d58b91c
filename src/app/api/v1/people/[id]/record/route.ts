import { uuid } from "#contract/card.ts";
import { may } from "#core/people";
import { readRecord } from "#data/record.ts";
import { Refusal } from "#server/action.ts";
import { database } from "#server/database.ts";
import { route } from "#server/route.ts";
import { peopleSentence } from "#words/index.ts";

/** All that the house keeps about a person, for themselves or a lead, as a file. */
export const GET = route<{ id: string }>(
  { right: "own", scope: "none" },
  async (_request, { params, person }) => {
    if (person?.id !== params.id && !(person && may(person.role, "people"))) {
      throw new Refusal("This is somebody else's record: a lead can export it.", { code: "notYours" });
    }
    const record = uuid.safeParse(params.id).success ? await readRecord(database(), params.id) : undefined;
    if (!record) throw new Refusal(peopleSentence("notThere"), { code: "notThere" });
    return Response.json(record, {
      headers: {
        "Cache-Control": "no-store",
        "Content-Disposition": `attachment; filename="record-${params.id}.json"`,
      },
    });
  },
);
