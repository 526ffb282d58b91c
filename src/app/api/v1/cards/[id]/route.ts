import { type CardWhole, uuid } from "#contract/card.ts";
import { readCard } from "#data/cards.ts";
import { Refusal } from "#server/action.ts";
import { database } from "#server/database.ts";
import { route } from "#server/route.ts";
import { checkSentence } from "#words/index.ts";

/** One card with what was chosen, and the exact inputs and results that came of it; checks with their sentences. */
export const GET = route<{ id: string }>({ right: "see", scope: "read" }, async (_request, { params }) => {
  const card = uuid.safeParse(params.id).success ? await readCard(database(), params.id) : undefined;
  if (!card) throw new Refusal("There is no card by that id.", { code: "notThere" });
  const { id, draft, sheet, createdAt, brewerGone, revision } = card;
  const checks = sheet.result.checks.map((check) => ({ ...check, message: checkSentence(check) }));
  const whole: CardWhole = {
    id,
    draft,
    sheet: { ...sheet, result: { ...sheet.result, checks } },
    createdAt: createdAt.toISOString(),
    revision,
    brewerGone,
  };
  return Response.json(whole);
});
