import { and, desc, eq, gte, inArray, sql } from "drizzle-orm";
import type { CardSheet } from "#contract/card.ts";
import { type Act, record } from "./audit.ts";
import type { Database } from "./connection.ts";
import { brewers, cards, recipeVersions, shiftItems, sites } from "./schema.ts";

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

const withSite = { card: cards, site: { id: sites.id, name: sites.name } };

/** Every card that was made from a version of a recipe, with its site and the days from `from` on that list it. */
export async function readCardsOfRecipe(db: Database, recipeId: string, from: string) {
  const rows = await db
    .select(withSite)
    .from(cards)
    .innerJoin(sites, eq(sites.id, cards.siteId))
    .innerJoin(recipeVersions, eq(recipeVersions.id, madeFrom))
    .where(eq(recipeVersions.recipeId, recipeId));
  return withDays(db, rows, from);
}

/** Every card of a site, in the same way: which of them rest on its approved batches is for the core to say. */
export async function readCardsOfSite(db: Database, siteId: string, from: string) {
  const rows = await db
    .select(withSite)
    .from(cards)
    .innerJoin(sites, eq(sites.id, cards.siteId))
    .where(eq(cards.siteId, siteId));
  return withDays(db, rows, from);
}

/** The newest first: sorted here, because a join with long texts that MariaDB sorts takes a table on its disk. */
async function withDays(
  db: Database,
  rows: readonly {
    readonly card: typeof cards.$inferSelect;
    readonly site: { readonly id: string; readonly name: string };
  }[],
  from: string,
) {
  const ids = rows.map(({ card }) => card.id);
  const listed =
    ids.length === 0
      ? []
      : await db
          .selectDistinct({ cardId: shiftItems.cardId, day: shiftItems.day })
          .from(shiftItems)
          .where(and(inArray(shiftItems.cardId, ids), gte(shiftItems.day, from)));
  const newestFirst = rows.toSorted(
    ({ card: a }, { card: b }) => b.createdAt.getTime() - a.createdAt.getTime() || (a.id < b.id ? 1 : -1),
  );
  return newestFirst.map(({ card, site }) => ({
    ...card,
    site,
    days: listed.flatMap(({ cardId, day }) => (cardId === card.id ? [day] : [])).toSorted(),
  }));
}

/** The version that a card's sheet names. */
const madeFrom = sql`JSON_VALUE(${cards.sheet}, '$.madeWith.recipeVersionId')`;

/** Makes a card what it is given as, and says so in the trail; part of an approval. */
export async function remakeCard(
  tx: Database,
  { id, draft, sheet }: Pick<typeof cards.$inferSelect, "id" | "draft" | "sheet">,
  by: Act,
): Promise<void> {
  const [old] = await tx.select().from(cards).where(eq(cards.id, id)).for("update");
  if (!old) return;
  await tx.update(cards).set({ draft, sheet }).where(eq(cards.id, id));
  await record(tx, by, {
    action: "changed",
    subject: "card",
    subjectId: id,
    before: summary(old.sheet),
    after: summary(sheet),
  });
}

function summary({ input, result: { rounded }, dial, madeWith }: CardSheet) {
  const { doseG, brewWaterG, iceG, yieldG } = rounded;
  return {
    name: `${madeWith.recipe} on ${madeWith.brewer}, ${input.serve}`,
    doseG,
    brewWaterG,
    iceG,
    yieldG,
    dialSetting: dial?.setting ?? null,
  };
}
