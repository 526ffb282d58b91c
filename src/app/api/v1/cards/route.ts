import type { CardLine } from "#contract/card.ts";
import { listCards } from "#data/cards.ts";
import { database } from "#server/database.ts";
import { route } from "#server/route.ts";
import { siteAsked } from "#server/site.ts";
import { cardTitle } from "#words/index.ts";

/** A site's newest cards, as a list to choose from. */
export const GET = route({ right: "see", scope: "read" }, async (request) => {
  const cards = await listCards(database(), await siteAsked(request));
  const lines = cards.map(
    ({ id, draft, sheet, createdAt }): CardLine => ({
      id,
      draft,
      title: cardTitle(sheet, draft),
      createdAt: createdAt.toISOString(),
    }),
  );
  return Response.json(lines);
});
