import { v7 as uuidv7 } from "uuid";
import { dayIn, momentsOf } from "#contract/days.ts";
import type { ShiftCard, ShiftIce, ShiftItem, ShiftKept } from "#contract/shift.ts";
import { MOST_BATCHES } from "#contract/shiftRules.ts";
import { inGrinderOrder } from "#core/shift";
import type { Act } from "#data/audit.ts";
import { countBrewed } from "#data/batches.ts";
import { type CardHead, listCardHeads, readCards } from "#data/cards.ts";
import { readShift, replaceShift, type ShiftAt, type ShiftDay } from "#data/shifts.ts";
import { shiftCardOf } from "#scaling/cards";
import { Refusal } from "./action.ts";
import { benchOf } from "./bench.ts";
import { now } from "./clock.ts";
import { database } from "./database.ts";
import { keptInProcess } from "./process.ts";

/** Lines that are remembered; when there are more, all are read again. */
const MOST_REMEMBERED = 5000;

/** Lines of cards that were read before: working one out takes its whole sheet. */
const remembered = keptInProcess("lines of cards", () => new Map<string, ShiftCard>());

/** A card of the same revision is the same card; one that was deleted may come again under its id. */
function keyOf({ id, revision, createdAt }: CardHead): string {
  return `${id} ${revision} ${createdAt.getTime()}`;
}

/** Cards that a day's list may be made of: the site's newest, and whatever older ones it lists already; no drafts. */
export async function cardsFor(
  { siteId }: ShiftDay,
  { items }: Pick<ShiftKept, "items">,
): Promise<readonly ShiftCard[]> {
  if (remembered.size > MOST_REMEMBERED) remembered.clear();
  const heads = (await listCardHeads(database(), siteId)).filter(({ draft }) => !draft);
  const lines = new Map(heads.map((head) => [head.id, remembered.get(keyOf(head))]));
  for (const { cardId } of items) if (!lines.has(cardId)) lines.set(cardId, undefined);
  const unread = [...lines].flatMap(([id, line]) => (line ? [] : [id]));
  for (const card of await readCards(database(), unread)) {
    if (card.draft) continue;
    const line = shiftCardOf(card);
    remembered.set(keyOf(card), line);
    lines.set(card.id, line);
  }
  return [...lines.values()].filter((line) => line !== undefined);
}

/** Lines of some of a site's cards; a draft has none. */
export async function linesOf(siteId: string, ids: readonly string[]): Promise<readonly ShiftCard[]> {
  const own = (await readCards(database(), ids)).filter((card) => card.siteId === siteId && !card.draft);
  return own.map(shiftCardOf);
}

/** A day's list with who changed it last. */
export async function listOf(day: ShiftDay): Promise<ShiftKept> {
  return kept(await readShift(database(), day));
}

/**
 * Makes a day's list what it is given as; throws when it cannot be brewed.
 *
 * @returns the list's revision, with the list as somebody else left it when it was another one by now
 */
export async function saveList(
  day: ShiftDay,
  {
    revision,
    items,
    ice,
  }: {
    readonly revision: number;
    readonly items: readonly ShiftItem[];
    readonly ice?: ShiftIce | null | undefined;
  },
  by: Act & { readonly personId: string },
): Promise<{ readonly revision: number; readonly theirs?: ShiftKept }> {
  const db = database();
  const known = await readCards(
    db,
    items.map(({ cardId }) => cardId),
  );
  const fits = (cardId: string) =>
    known.some(({ id, siteId, draft }) => id === cardId && siteId === day.siteId && !draft);
  if (!items.every(({ cardId }) => fits(cardId))) {
    throw new Refusal("A card on the list is a draft, or not of this site: take it off.");
  }
  const saved = await replaceShift(db, day, { items, ice, began: revision }, by);
  if (saved.ok) return { revision: saved.value };
  if (saved.failure.code === "lineElsewhere") {
    throw new Refusal("A line of this list stands on another day's already: give it an id of its own.", {
      code: "badInput",
      field: "items",
    });
  }
  const { theirs } = saved.failure;
  return { revision: theirs.revision, theirs: kept(theirs) };
}

/** Tries before it is given up that others go on changing the same list. */
const TRIES = 5;

/**
 * Puts a card on its site's list of today, at its end; one that stands there already is brewed once more.
 *
 * @returns how often it is on the list by now
 */
export async function putOnToday(
  cardId: string,
  by: Act & { readonly personId: string },
): Promise<{ readonly batches: number }> {
  const [card] = await readCards(database(), [cardId]);
  const bench = card && (await benchOf(card.siteId));
  if (!card || !bench) throw new Refusal("There is no such card.", { code: "notThere" });
  if (card.draft || card.retired) {
    throw new Refusal("A draft, or a card that was put away, goes on no list.", { code: "refused" });
  }
  const day = { siteId: card.siteId, day: dayIn(bench.site.timeZone, now()) };
  let batches = 1;
  await changedList(day, by, (items) => {
    const line = items.find((item) => item.cardId === cardId);
    batches = (line?.batches ?? 0) + 1;
    return line
      ? items.map((item) => (item === line ? { ...line, batches } : item))
      : [...items, { id: uuidv7(), cardId, batches }];
  });
  return { batches };
}

/**
 * Puts a plan's batches on its day's list: so many of each card as the plan has, in the order in which the grinder moves least; lines of
 * other cards stay.
 *
 * @returns how many batches are on the list by now
 */
export async function putPlanned(
  day: ShiftDay,
  lines: readonly { readonly cardId: string; readonly batches: number }[],
  by: Act & { readonly personId: string },
): Promise<{ readonly batches: number }> {
  const cards = await readCards(
    database(),
    lines.map(({ cardId }) => cardId),
  );
  const own = cards
    .filter(({ siteId, draft, retired }) => siteId === day.siteId && !draft && !retired)
    .map(shiftCardOf);
  if (!lines.every(({ cardId }) => own.some(({ id }) => id === cardId)))
    throw new Refusal(
      "A card of this plan is not there any more, or was put away: look at the plan as it is now.",
      {
        code: "notThere",
      },
    );
  const bench = await benchOf(day.siteId);
  // A plan made during the day has the batches that are still to come.
  const brewed = bench
    ? await countBrewed(database(), { siteId: day.siteId, ...momentsOf(bench.site.timeZone, day.day) })
    : new Map<string, number>();
  // A card that is named twice is one line.
  const wanted = new Map<string, number>();
  for (const { cardId, batches } of lines) wanted.set(cardId, (wanted.get(cardId) ?? 0) + batches);
  const place = new Map(own.toSorted((a, b) => inGrinderOrder(a.batch, b.batch)).map(({ id }, i) => [id, i]));
  return changedList(day, by, (items) => {
    const others = items.filter(({ cardId }) => !place.has(cardId));
    const planned = [...wanted].map(([cardId, batches]) => ({
      id: items.find((item) => item.cardId === cardId)?.id ?? uuidv7(),
      cardId,
      batches: Math.min(MOST_BATCHES, batches + (brewed.get(cardId) ?? 0)),
    }));
    return [...planned.toSorted((a, b) => place.get(a.cardId)! - place.get(b.cardId)!), ...others];
  });
}

/** Changes a day's list as it is now, again where others were faster. @returns its batches by now */
async function changedList(
  day: ShiftDay,
  by: Act & { readonly personId: string },
  change: (items: readonly ShiftItem[]) => readonly ShiftItem[],
): Promise<{ readonly batches: number }> {
  for (let tries = 0; tries < TRIES; tries++) {
    const { items, revision } = await readShift(database(), day);
    const next = change(items);
    const saved = await replaceShift(database(), day, { items: next, began: revision }, by);
    if (saved.ok) return { batches: next.reduce((sum, { batches }) => sum + batches, 0) };
  }
  throw new Refusal("Others are changing this day's list at this moment: try again.", { code: "stale" });
}

function kept({ changedAt, items, ...rest }: ShiftAt): ShiftKept {
  return { ...rest, items: [...items], changedAt: changedAt?.toISOString() ?? null };
}
