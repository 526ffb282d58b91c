import { and, asc, eq, inArray, sql } from "drizzle-orm";
import type { ShiftIce } from "#contract/shift.ts";
import { fail, ok, type Result } from "#core/result";
import type { Act } from "./audit.ts";
import type { Database } from "./connection.ts";
import { happened } from "./events.ts";
import { people, shiftItems, shifts } from "./schema/index.ts";
import { sameContent } from "./sentTwice.ts";
import { type Transaction, transact } from "./transact.ts";

export interface ShiftDay {
  readonly siteId: string;
  /** ISO date in the site's zone. */
  readonly day: string;
}

const ofDay = ({ siteId, day }: ShiftDay) => and(eq(shiftItems.siteId, siteId), eq(shiftItems.day, day));

export interface NewShiftItem {
  readonly id: string;
  readonly cardId: string;
  readonly batches: number;
}

/** A day's list as somebody left it. */
export interface ShiftAt {
  /** 0 while nobody has changed it. */
  readonly revision: number;
  readonly changedBy: string | null;
  readonly changedAt: Date | null;
  readonly items: readonly NewShiftItem[];
  /** Null while nobody said. */
  readonly ice: ShiftIce | null;
}

/** A day's lines, with who changed them last. */
export async function readShift(db: Database, day: ShiftDay): Promise<ShiftAt> {
  const [[row], items] = await Promise.all([
    db
      .select({
        revision: shifts.revision,
        changedAt: shifts.changedAt,
        changedBy: people.name,
        ice: shifts.ice,
      })
      .from(shifts)
      .innerJoin(people, eq(people.id, shifts.changedBy))
      .where(and(eq(shifts.siteId, day.siteId), eq(shifts.day, day.day))),
    db
      .select({ id: shiftItems.id, cardId: shiftItems.cardId, batches: shiftItems.batches })
      .from(shiftItems)
      .where(ofDay(day))
      .orderBy(asc(shiftItems.position), asc(shiftItems.id)),
  ]);
  return { revision: 0, changedBy: null, changedAt: null, ice: null, ...row, items };
}

interface Change extends Pick<ShiftAt, "items"> {
  /** Stays as it is where it is left out. */
  readonly ice?: ShiftIce | null | undefined;
  readonly began: number;
}

export type ShiftFailure =
  | { readonly code: "stale"; readonly theirs: ShiftAt }
  /** A line of the list is one of another day's, or of another site's. */
  | { readonly code: "lineElsewhere" };

async function standsElsewhere(
  tx: Transaction,
  day: ShiftDay,
  items: readonly NewShiftItem[],
): Promise<boolean> {
  if (items.length === 0) return false;
  const ids = items.map(({ id }) => id);
  const known = await tx.select().from(shiftItems).where(inArray(shiftItems.id, ids));
  return known.some((row) => row.siteId !== day.siteId || row.day !== day.day);
}

/**
 * Makes a day's list what it is given as, in that order.
 *
 * @param began the revision that the change began with
 * @returns the new revision; or the list as somebody else left it, when it is another one by now. The very
 * list that is there already is no change: the same save twice is one.
 */
export async function replaceShift(
  db: Database,
  day: ShiftDay,
  { items, began, ...given }: Change,
  by: Act & { readonly personId: string },
): Promise<Result<number, ShiftFailure>> {
  return transact(db, async (tx) => {
    if (await standsElsewhere(tx, day, items)) return fail({ code: "lineElsewhere" });
    const changed = { changedBy: by.personId, changedAt: by.at };
    // Made at revision 0, which nobody sees, so that there is a row to hold.
    await tx
      .insert(shifts)
      .values({ ...day, ...changed, revision: 0 })
      .onDuplicateKeyUpdate({ set: { revision: sql`revision` } });
    const [row] = await tx
      .select()
      .from(shifts)
      .where(and(eq(shifts.siteId, day.siteId), eq(shifts.day, day.day)))
      .for("update");
    const theirs = await readShift(tx, day);
    const { ice = theirs.ice } = given;
    if (sameContent([theirs.items, theirs.ice], [items, ice])) return ok(row!.revision);
    if (row!.revision !== began) return fail({ code: "stale", theirs });
    const revision = began + 1;
    await tx
      .update(shifts)
      .set({ ...changed, ice, revision })
      .where(and(eq(shifts.siteId, day.siteId), eq(shifts.day, day.day)));
    await tx.delete(shiftItems).where(ofDay(day));
    if (items.length > 0) {
      await tx.insert(shiftItems).values(items.map((item, position) => ({ ...item, ...day, position })));
    }
    const details = { day: day.day, revision };
    happened(tx, { siteId: day.siteId, kind: "listChanged", details }, by);
    return ok(revision);
  });
}
