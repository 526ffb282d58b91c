import { type CardWhole, uuid } from "#contract/card.ts";
import { readCard } from "#data/cards.ts";
import { Refusal } from "#server/action.ts";
import { database } from "#server/database.ts";
import { route } from "#server/route.ts";

/** One card with the exact inputs, pins and results that it was made from. */
export const GET = route<{ id: string }>({ right: "see", scope: "read" }, async (_request, { params }) => {
  const card = uuid.safeParse(params.id).success ? await readCard(database(), params.id) : undefined;
  if (!card) throw new Refusal("There is no card by that id.", { code: "notThere" });
  const { id, draft, sheet, createdAt, brewerGone } = card;
  const whole: CardWhole = { id, draft, sheet, createdAt: createdAt.toISOString(), brewerGone };
  return Response.json(whole);
});
