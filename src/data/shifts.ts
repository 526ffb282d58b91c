import { and, asc, eq } from "drizzle-orm";
import type { Database } from "./connection.ts";
import { cards, shiftItems } from "./schema.ts";

export interface ShiftDay {
  readonly siteId: string;
  /** ISO date in the site's zone. */
  readonly day: string;
}

const ofDay = ({ siteId, day }: ShiftDay) => and(eq(shiftItems.siteId, siteId), eq(shiftItems.day, day));

/** A day's list with its cards, in its order. */
export async function readShift(db: Database, day: ShiftDay) {
  const rows = await db
    .select()
    .from(shiftItems)
    .innerJoin(cards, eq(cards.id, shiftItems.cardId))
    .where(ofDay(day))
    .orderBy(asc(shiftItems.position), asc(shiftItems.id));
  return rows.map(({ shift_items: item, cards: card }) => ({ ...item, card }));
}

export interface NewShiftItem {
  readonly id: string;
  readonly cardId: string;
  readonly batches: number;
}

/** Makes a day's list what it is given as, in that order; the same list twice is the same list. */
export async function replaceShift(
  db: Database,
  day: ShiftDay,
  items: readonly NewShiftItem[],
): Promise<void> {
  await db.transaction(async (tx) => {
    await tx.delete(shiftItems).where(ofDay(day));
    if (items.length === 0) return;
    await tx.insert(shiftItems).values(items.map((item, position) => ({ ...item, ...day, position })));
  });
}
