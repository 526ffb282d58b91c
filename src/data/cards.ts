import { desc, eq, inArray } from "drizzle-orm";
import type { Database } from "./connection.ts";
import { brewers, cards, sites } from "./schema.ts";

/** Older cards are found by their link. */
const MOST_LISTED = 200;

export type NewCard = typeof cards.$inferInsert;

/** Keeps a card; the same id again is the same card, and changes nothing. */
export async function insertCard(db: Database, card: NewCard): Promise<void> {
  await db
    .insert(cards)
    .values(card)
    .onDuplicateKeyUpdate({ set: { id: card.id } });
}

/** A card with its site, and whether its brewer is still on the bench. */
export async function readCard(db: Database, id: string) {
  const [row] = await db
    .select()
    .from(cards)
    .innerJoin(sites, eq(sites.id, cards.siteId))
    .where(eq(cards.id, id));
  if (!row) return undefined;
  const [brewer] = await db.select().from(brewers).where(eq(brewers.id, row.cards.sheet.madeWith.brewerId));
  return { ...row.cards, site: row.sites, brewerGone: !brewer || brewer.removed };
}

/** A site's cards, the newest first. */
export function listCards(db: Database, siteId: string) {
  return db
    .select()
    .from(cards)
    .where(eq(cards.siteId, siteId))
    .orderBy(desc(cards.createdAt), desc(cards.id))
    .limit(MOST_LISTED);
}

export function readCards(db: Database, ids: readonly string[]) {
  return ids.length === 0
    ? Promise.resolve([])
    : db
        .select()
        .from(cards)
        .where(inArray(cards.id, [...ids]));
}
