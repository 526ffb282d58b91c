import { and, count, countDistinct, desc, eq, gte, inArray, isNull, or, type SQL } from "drizzle-orm";
import type { CardSheet, CardWanted } from "#contract/card.ts";
import { currentCard } from "#contract/cardShape.ts";
import { icedMethodOf } from "#contract/icedMethod.ts";
import { fail, ok, type Result } from "#core/result";
import { type Act, record } from "./audit.ts";
import type { Database } from "./connection.ts";
import {
  batches,
  brewers,
  cards,
  people,
  recipes,
  recipeVersions,
  shiftItems,
  sites,
  trials,
} from "./schema/index.ts";
import { sentBefore } from "./sentTwice.ts";
import { type Transaction, transact } from "./transact.ts";

/** Older cards are found by their link. */
const MOST_LISTED = 200;
/** Lines of the list of all cards; a house that has more puts some away. */
const MOST_IN_LIST = 1000;

/** A card as it is kept, its sheet in the shape of now. */
export type Card = Omit<typeof cards.$inferSelect, "sheet"> & { readonly sheet: CardSheet };

export type NewCard = Pick<Card, "id" | "siteId" | "draft" | "sheet" | "madeBy" | "createdAt"> & {
  readonly trialId?: string;
};

/** Another choice was sent under a card's id; with the card as it is. */
export interface CardFailure {
  readonly code: "stale";
  readonly theirs: Card;
}

/** Keeps a card; sent twice, it is one, and stays as it was made first. */
export function insertCard(db: Database, card: NewCard): Promise<Result<Card, CardFailure>> {
  return transact(db, async (tx) => {
    const [known] = await readCards(tx, [card.id]);
    const choice = { siteId: card.siteId, chosen: card.sheet.chosen };
    if (known) return isOfChoice(known, choice) ? ok(known) : fail({ code: "stale", theirs: known });
    const row = { ...card, ...columnsOf(card.sheet) };
    await tx.insert(cards).values(row);
    return ok({ trialId: null, ...row, retired: false, revision: 1 });
  });
}

/** The card in use that says just what a new one would. */
export async function findSameCard(
  tx: Transaction,
  { siteId, draft, sheet }: Pick<Card, "siteId" | "draft" | "sheet">,
): Promise<Card | undefined> {
  const { recipeVersionId, brewerId, grinderId, coffeeId, vesselId, serve } = columnsOf(sheet);
  const rows = await tx
    .select()
    .from(cards)
    .where(
      and(
        ofSite(siteId),
        eq(cards.draft, draft),
        eq(cards.recipeVersionId, recipeVersionId),
        eq(cards.brewerId, brewerId),
        eq(cards.grinderId, grinderId),
        eq(cards.coffeeId, coffeeId),
        eq(cards.vesselId, vesselId),
        eq(cards.serve, serve),
      ),
    );
  const text = JSON.stringify(sheet);
  return rows.map(cardOf).find((card) => JSON.stringify(card.sheet) === text);
}

/** Whether a card was made of a choice: the same choice sent again is the same card, whatever it would come to now. */
export function isOfChoice(
  card: Pick<Card, "siteId" | "sheet">,
  { siteId, chosen }: Pick<CardWanted, "siteId" | "chosen">,
): boolean {
  return sentBefore({ siteId: card.siteId, chosen: card.sheet.chosen }, { siteId, chosen }) === "again";
}

/** The columns that a sheet fills. */
function columnsOf(sheet: CardSheet) {
  const { chosen, dial, result } = sheet;
  return {
    recipeVersionId: chosen.recipe,
    brewerId: chosen.brewer,
    grinderId: chosen.grinder,
    coffeeId: chosen.coffee,
    vesselId: chosen.vessel,
    serve: chosen.serve,
    method: icedMethodOf(sheet),
    sizeG: result.rounded.yieldG,
    dialBy: dial?.by ?? null,
  };
}

function cardOf({ sheet, ...row }: typeof cards.$inferSelect): Card {
  return { ...row, sheet: currentCard(sheet) };
}

/** A card with its site, its recipe's version, and whether its brewer is still on the bench. */
export async function readCard(db: Database, id: string) {
  const [row] = await db
    .select({
      card: cards,
      site: sites,
      brewer: brewers,
      recipe: recipes.name,
      version: recipeVersions.version,
    })
    .from(cards)
    .innerJoin(sites, eq(sites.id, cards.siteId))
    .leftJoin(brewers, eq(brewers.id, cards.brewerId))
    .leftJoin(recipeVersions, eq(recipeVersions.id, cards.recipeVersionId))
    .leftJoin(recipes, eq(recipes.id, recipeVersions.recipeId))
    .where(eq(cards.id, id));
  if (!row) return undefined;
  const { site, brewer, recipe, version } = row;
  return { ...cardOf(row.card), site, recipe, version, brewerGone: !brewer || brewer.removed };
}

/** A site's newest cards, those that were put away left out. */
export async function listCards(db: Database, siteId: string): Promise<Card[]> {
  const rows = await db
    .select()
    .from(cards)
    .where(ofSite(siteId))
    .orderBy(...NEWEST_FIRST)
    .limit(MOST_LISTED);
  return rows.map(cardOf);
}

/** What tells whether a card is the one that was read before, without its sheet. */
export type CardHead = Pick<Card, "id" | "revision" | "createdAt" | "draft">;

/** The heads of a site's newest cards, as `listCards` has them. */
export function listCardHeads(db: Database, siteId: string): Promise<CardHead[]> {
  const { id, revision, createdAt, draft } = cards;
  return db
    .select({ id, revision, createdAt, draft })
    .from(cards)
    .where(ofSite(siteId))
    .orderBy(...NEWEST_FIRST)
    .limit(MOST_LISTED);
}

/** A site's cards but those that were put away, and those of trials. */
function ofSite(siteId: string): SQL | undefined {
  return and(eq(cards.siteId, siteId), eq(cards.retired, false), isNull(cards.trialId));
}

const NEWEST_FIRST = [desc(cards.createdAt), desc(cards.id)];

export async function readCards(db: Database, ids: readonly string[]): Promise<Card[]> {
  if (ids.length === 0) return [];
  const rows = await db
    .select()
    .from(cards)
    .where(inArray(cards.id, [...ids]));
  return rows.map(cardOf);
}

/** A card that may follow a change, with its site and the days that list it. */
export interface ListedCard extends Card {
  readonly site: { readonly id: string; readonly name: string };
  /** ISO dates, in order. */
  readonly days: readonly string[];
}

/** Every card of a site that was made from a version of a recipe, with the days from `from` on that list it. */
export function readCardsOfRecipe(
  db: Database,
  siteId: string,
  recipeId: string,
  from: string,
): Promise<ListedCard[]> {
  const versions = db
    .select({ id: recipeVersions.id })
    .from(recipeVersions)
    .where(eq(recipeVersions.recipeId, recipeId));
  return listed(db, and(eq(cards.siteId, siteId), inArray(cards.recipeVersionId, versions)), from);
}

/** The reach of a changed standard: cards of a coffee on a brewer, and cards by a grinder's learned dial. */
export interface Touching {
  readonly coffeeId: string;
  readonly brewerId: string;
  readonly grinderId: string;
}

/** Cards of a site that may rest on a standard of a coffee on a brewer, or on what a grinder learned. */
export function readCardsTouchedBy(
  db: Database,
  siteId: string,
  places: readonly Touching[],
  from: string,
): Promise<ListedCard[]> {
  const touched = places.flatMap(({ coffeeId, brewerId, grinderId }) => [
    and(eq(cards.coffeeId, coffeeId), eq(cards.brewerId, brewerId)),
    and(eq(cards.grinderId, grinderId), eq(cards.dialBy, "learned")),
  ]);
  return listed(db, and(eq(cards.siteId, siteId), or(...touched)), from);
}

/** Cards of a coffee at a site, in the same way. */
export function readCardsOfCoffee(
  db: Database,
  { siteId, coffeeId }: { readonly siteId: string; readonly coffeeId: string },
  from: string,
): Promise<ListedCard[]> {
  return listed(
    db,
    and(eq(cards.siteId, siteId), eq(cards.coffeeId, coffeeId), eq(cards.draft, false)),
    from,
  );
}

/** The newest first: sorted here, because a join with long texts that MariaDB sorts takes a table on its disk. */
async function listed(db: Database, wanted: SQL | undefined, from: string): Promise<ListedCard[]> {
  const rows = await db
    .select({ card: cards, site: { id: sites.id, name: sites.name } })
    .from(cards)
    .innerJoin(sites, eq(sites.id, cards.siteId))
    .where(and(wanted, eq(cards.retired, false), isNull(cards.trialId)));
  const ids = rows.map(({ card }) => card.id);
  const days =
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
    ...cardOf(card),
    site,
    days: days.flatMap(({ cardId, day }) => (cardId === card.id ? [day] : [])).toSorted(),
  }));
}

/**
 * Makes a card what it is given as, and says so in the trail; part of an approval.
 *
 * @param seen the revision that the change was worked out from
 * @returns whether it was changed: one that somebody changed since stays
 */
export async function remakeCard(
  tx: Transaction,
  { id, seen, draft, sheet }: Pick<Card, "id" | "draft" | "sheet"> & { readonly seen: number },
  by: Act,
): Promise<boolean> {
  const [row] = await tx.select().from(cards).where(eq(cards.id, id)).for("update");
  if (row?.revision !== seen) return false;
  await tx
    .update(cards)
    .set({ draft, sheet, ...columnsOf(sheet), revision: seen + 1 })
    .where(eq(cards.id, id));
  await record(tx, by, {
    action: "changed",
    subject: "card",
    subjectId: id,
    before: summary(cardOf(row).sheet),
    after: summary(sheet),
  });
  return true;
}

/** A line of the list of all cards. */
export interface CardInList {
  readonly card: Card;
  readonly person: string;
  /** Days from a day on that list it. */
  readonly listedDays: number;
  /** Batches that were brewed from it. */
  readonly batches: number;
}

/** A site's cards in use, or those that were put away; the newest first. */
export async function readCardList(
  db: Database,
  { siteId, retired, from }: { readonly siteId: string; readonly retired: boolean; readonly from: string },
): Promise<CardInList[]> {
  const rows = await db
    .select()
    .from(cards)
    .where(and(eq(cards.siteId, siteId), eq(cards.retired, retired), isNull(cards.trialId)))
    .orderBy(desc(cards.createdAt), desc(cards.id))
    .limit(MOST_IN_LIST);
  const ids = rows.map(({ id }) => id);
  if (ids.length === 0) return [];
  const [makers, listed, brewed] = await Promise.all([
    db.select({ id: people.id, name: people.name }).from(people),
    db
      .select({ cardId: shiftItems.cardId, n: countDistinct(shiftItems.day) })
      .from(shiftItems)
      .where(and(inArray(shiftItems.cardId, ids), gte(shiftItems.day, from)))
      .groupBy(shiftItems.cardId),
    db
      .select({ cardId: batches.cardId, n: count() })
      .from(batches)
      .where(inArray(batches.cardId, ids))
      .groupBy(batches.cardId),
  ]);
  const names = new Map(makers.map(({ id, name }) => [id, name]));
  const countOf = (rows: readonly { readonly cardId: string | null; readonly n: number }[], id: string) =>
    rows.find(({ cardId }) => cardId === id)?.n ?? 0;
  return rows.map((row) => ({
    card: cardOf(row),
    person: names.get(row.madeBy) ?? "",
    listedDays: countOf(listed, row.id),
    batches: countOf(brewed, row.id),
  }));
}

export type PutAwayFailure = { readonly code: "notThere" | "inUse" };

/** Puts cards away, or takes them out again, in the trail. @returns how many changed */
export async function retireCards(
  tx: Transaction,
  { ids, retired }: { readonly ids: readonly string[]; readonly retired: boolean },
  by: Act,
): Promise<number> {
  let changed = 0;
  // In one order, so that two who choose the same cards do not wait for each other.
  for (const id of ids.toSorted()) {
    const [row] = await tx.select().from(cards).where(eq(cards.id, id)).for("update");
    if (!row || row.retired === retired) continue;
    await tx
      .update(cards)
      .set({ retired, revision: row.revision + 1 })
      .where(eq(cards.id, id));
    await record(tx, by, {
      action: retired ? "archived" : "restored",
      subject: "card",
      subjectId: id,
      after: summary(cardOf(row).sheet),
    });
    changed++;
  }
  return changed;
}

/** Deletes a card for good, in the trail; one that a list or a batch names stays. */
export function deleteCard(db: Database, id: string, by: Act): Promise<Result<undefined, PutAwayFailure>> {
  return transact(db, async (tx) => {
    const [row] = await tx.select().from(cards).where(eq(cards.id, id)).for("update");
    // Deleted already, by the same request that was sent twice.
    if (!row) return ok(undefined);
    const [[listed], [brewed], [tried]] = await Promise.all([
      tx.select({ id: shiftItems.id }).from(shiftItems).where(eq(shiftItems.cardId, id)).limit(1),
      tx.select({ id: batches.id }).from(batches).where(eq(batches.cardId, id)).limit(1),
      tx.select({ id: trials.id }).from(trials).where(eq(trials.cardId, id)).limit(1),
    ]);
    if (listed || brewed || tried) return fail({ code: "inUse" });
    await tx.delete(cards).where(eq(cards.id, id));
    await record(tx, by, {
      action: "ended",
      subject: "card",
      subjectId: id,
      before: summary(cardOf(row).sheet),
    });
    return ok(undefined);
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
