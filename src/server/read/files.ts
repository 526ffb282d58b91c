import type { CardLine, CardWhole } from "#contract/card.ts";
import { uuid } from "#contract/card.ts";
import type { ThingKind } from "#contract/fields.ts";
import { type BatchFilter, readBatches } from "#data/batches.ts";
import { listCards, readCard } from "#data/cards.ts";
import { readEvents } from "#data/events.ts";
import { readRecipeFile } from "#data/recipeFile.ts";
import { listRecipes } from "#data/recipes.ts";
import { readRecord } from "#data/record.ts";
import { readThings } from "#data/things.ts";
import { Refusal } from "#server/action.ts";
import { database } from "#server/database.ts";
import { cardTitle } from "#words/cards";
import { peopleSentence } from "#words/people";
import { METHOD_WORDS, NOT_A_RECIPE, STATE_WORDS } from "#words/recipes";
import { checkSentence } from "#words/sheet";

/** A file holds so many of the newest batches; older ones follow with `before`. */
const MOST_BATCHES = 10_000;

/** A site's batches, the newest first. */
export function batchRows(siteId: string, filter: BatchFilter) {
  return readBatches(database(), siteId, filter, MOST_BATCHES);
}

/** A site's newest cards, as a list to choose from. */
export async function cardLines(siteId: string): Promise<readonly CardLine[]> {
  return (await listCards(database(), siteId)).map(({ id, draft, sheet, createdAt }) => ({
    id,
    draft,
    title: cardTitle(sheet, draft),
    createdAt: createdAt.toISOString(),
  }));
}

/** One card with what was chosen, and the exact inputs and results that came of it; checks with their sentences. */
export async function wholeCard(cardId: string): Promise<CardWhole> {
  const card = uuid.safeParse(cardId).success ? await readCard(database(), cardId) : undefined;
  if (!card) throw new Refusal("There is no card by that id.", { code: "notThere" });
  const { id, draft, sheet, createdAt, brewerGone, revision } = card;
  const checks = sheet.result.checks.map((check) => ({ ...check, message: checkSentence(check) }));
  return {
    id,
    draft,
    sheet: { ...sheet, result: { ...sheet.result, checks } },
    createdAt: createdAt.toISOString(),
    revision,
    brewerGone,
  };
}

/** Rows of one kind of thing on a site's bench. */
export async function benchFile(kind: ThingKind, siteId: string) {
  const things = await readThings(database(), kind, siteId);
  return things
    .filter(({ removed }) => !removed)
    .map(({ id, measuredAt, typical, figures }) => ({
      id,
      ...figures,
      measuredAt: measuredAt?.toISOString() ?? null,
      typical: typical.join(" "),
    }));
}

/** The recipes as a table. */
export async function recipeRows() {
  return (await listRecipes(database())).map(({ services, state, method, ...line }) => ({
    ...line,
    state: STATE_WORDS[state],
    method: METHOD_WORDS[method],
    services: services.join(" "),
  }));
}

/** Recipes as a file: all, or one. */
export async function recipeFile(id: string | undefined) {
  if (id !== undefined && !uuid.safeParse(id).success) throw new Refusal(NOT_A_RECIPE, { code: "notThere" });
  const file = await readRecipeFile(database(), id);
  if (id !== undefined && file.recipes.length === 0) throw new Refusal(NOT_A_RECIPE, { code: "notThere" });
  return file;
}

/** All that the house keeps about a person. */
export async function personRecord(id: string) {
  const record = uuid.safeParse(id).success ? await readRecord(database(), id) : undefined;
  if (!record) throw new Refusal(peopleSentence("notThere"), { code: "notThere" });
  return record;
}

/** The number of the last event that somebody has, as it was sent; 0 for all events. @throws `Refusal` `badInput` */
export function eventAsked(text: string | null): number {
  if (text !== null && !/^\d{1,15}$/.test(text)) {
    throw new Refusal("Name the last event that you have by its number: after=0 for all.", {
      code: "badInput",
      field: "after",
    });
  }
  return Number(text ?? 0);
}

/** Events of a site after an event's number. */
export async function eventsAfter(siteId: string, after: number) {
  const events = await readEvents(database(), siteId, after);
  return { events, last: events.at(-1)?.n ?? after };
}
