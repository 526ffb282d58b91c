import { and, asc, eq, gte, inArray, isNull } from "drizzle-orm";
import type { Database } from "#data/connection.ts";
import { batches, cards } from "#data/schema/index.ts";

/** Names a card as what the first batches of its pot since a moment were brewed from. */
export async function nameCard(
  db: Database,
  { cardId, from, most }: { readonly cardId: string; readonly from: Date; readonly most: number },
): Promise<void> {
  const [card] = await db.select().from(cards).where(eq(cards.id, cardId));
  if (!card) throw new Error(`the demo house has no card ${cardId}`);
  const { brewerId, coffeeId, recipeVersionId } = card;
  const rows = await db
    .select({ id: batches.id })
    .from(batches)
    .where(
      and(
        eq(batches.brewerId, brewerId),
        eq(batches.coffeeId, coffeeId),
        isNull(batches.method),
        gte(batches.at, from),
      ),
    )
    .orderBy(asc(batches.at))
    .limit(most);
  const ids = rows.map(({ id }) => id);
  if (ids.length > 0)
    await db.update(batches).set({ cardId, recipeVersionId }).where(inArray(batches.id, ids));
}
