import { eq, sql } from "drizzle-orm";
import { FREE_TRIES, waitMin } from "#core/people";
import type { Database } from "./connection.ts";
import { signInTries } from "./schema/index.ts";
import { type Transaction, transact } from "./transact.ts";

const MINUTE_MS = 60_000;
/** Wrong PINs of long ago are forgiven. */
const FORGIVEN_AFTER_MS = 24 * 60 * MINUTE_MS;
const TRIES_A_MINUTE = 30;

/**
 * Counts a try against a name before its PIN is looked at, so that many at once are counted too.
 *
 * @returns seconds to wait, or 0 when this try may be made
 */
export async function tryName(db: Database, personId: string, now: Date): Promise<number> {
  const who = `person ${personId}`;
  return transact(db, async (tx) => {
    const last = await held(tx, who, now);
    const since = await elapsedMs(tx, last, now);
    const tries = since > FORGIVEN_AFTER_MS ? 0 : last.tries;
    const waitMs = waitMin(tries) * MINUTE_MS - since;
    if (tries >= FREE_TRIES && waitMs > 0) return Math.ceil(waitMs / 1000);
    await tx
      .update(signInTries)
      .set({ tries: tries + 1, at: now })
      .where(eq(signInTries.who, who));
    return 0;
  });
}

/** The PIN was right: what was counted against the name is forgotten. */
export async function forgiveName(db: Database, personId: string): Promise<void> {
  await db.delete(signInTries).where(eq(signInTries.who, `person ${personId}`));
}

/**
 * Counts a try against an address: 30 a minute.
 *
 * @returns seconds to wait, or 0 when this try may be made
 */
export async function tryAddress(db: Database, address: string, now: Date): Promise<number> {
  const who = `address ${address}`;
  return transact(db, async (tx) => {
    const last = await held(tx, who, now);
    const since = now.getTime() - last.at.getTime();
    const fresh = since >= MINUTE_MS || since < 0;
    if (!fresh && last.tries >= TRIES_A_MINUTE) return Math.ceil((MINUTE_MS - since) / 1000);
    await tx
      .update(signInTries)
      .set({ tries: fresh ? 1 : last.tries + 1, ...(fresh && { at: now }) })
      .where(eq(signInTries.who, who));
    return 0;
  });
}

/** Time since a row's last try, ms; one that lies ahead, because the clock was set back, counts as made now. */
async function elapsedMs(
  tx: Transaction,
  { who, at }: typeof signInTries.$inferSelect,
  now: Date,
): Promise<number> {
  const sinceMs = now.getTime() - at.getTime();
  if (sinceMs >= 0) return sinceMs;
  await tx.update(signInTries).set({ at: now }).where(eq(signInTries.who, who));
  return 0;
}

/** The row of a name or an address, made if need be and held until the transaction ends. */
async function held(tx: Transaction, who: string, now: Date) {
  await tx
    .insert(signInTries)
    .values({ who, tries: 0, at: now })
    .onDuplicateKeyUpdate({ set: { tries: sql`tries` } });
  const [row] = await tx.select().from(signInTries).where(eq(signInTries.who, who)).for("update");
  return row!;
}
