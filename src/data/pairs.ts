import { and, asc, desc, eq, inArray } from "drizzle-orm";
import type { PairRefusal } from "#contract/pairKinds.ts";
import type { ScoredPair, StartedPair } from "#contract/pairs.ts";
import { fail, ok, type Result } from "#core/result";
import type { Act } from "./audit.ts";
import type { Database } from "./connection.ts";
import { batches, pairScores, pairs, people, tastings, trialBatches } from "./schema/index.ts";
import { sentBefore } from "./sentTwice.ts";
import type { Transaction } from "./transact.ts";

type Refused = { readonly code: PairRefusal };
type By = Act & { readonly personId: string };

/** Pairs of a site that its list shows, the newest. */
const LISTED_PAIRS = 20;

/** Begins a pair; the same two batches with the same switch are one pair, whoever began it. */
export async function insertPair(
  tx: Transaction,
  pair: StartedPair,
  { personId, at }: By,
): Promise<Result<{ id: string; siteId: string; isNew: boolean }, Refused>> {
  const { id, firstId, secondId, about } = pair;
  if (firstId === secondId) return fail({ code: "sameBatch" });
  const rows = await tx
    .select()
    .from(batches)
    .where(inArray(batches.id, [firstId, secondId]));
  const [first, second] = [firstId, secondId].map((batchId) => rows.find((row) => row.id === batchId));
  if (!first || !second) return fail({ code: "notThere" });
  if (first.removed || second.removed) return fail({ code: "takenOut" });
  const { siteId } = first;
  if (siteId !== second.siteId) return fail({ code: "otherSite" });
  const [known] = await tx.select().from(pairs).where(eq(pairs.id, id));
  if (sentBefore(known, { firstId, secondId, about }) === "other") return fail({ code: "stale" });
  const [alike] = await tx
    .select({ id: pairs.id })
    .from(pairs)
    .where(and(eq(pairs.firstId, firstId), eq(pairs.secondId, secondId), eq(pairs.about, about)));
  if (alike) return ok({ id: alike.id, siteId, isNew: false });
  await tx.insert(pairs).values({ ...pair, siteId, startedBy: personId, at });
  return ok({ id, siteId, isNew: true });
}

/** Keeps what a taster says of a pair, in place of what the same taster said before. */
export async function keepScores(
  tx: Transaction,
  { pairId, scores }: ScoredPair,
  { personId, at }: By,
): Promise<Result<object, Refused>> {
  const [pair] = await tx.select({ id: pairs.id }).from(pairs).where(eq(pairs.id, pairId));
  if (!pair) return fail({ code: "notThere" });
  await tx
    .insert(pairScores)
    .values({ pairId, personId, scores, at })
    .onDuplicateKeyUpdate({ set: { scores, at } });
  return ok({});
}

/** The pairs of two batches, whichever comes first, with what was scored. */
export async function readPairsOf(db: Database, [a, b]: readonly [string, string]) {
  const rows = await db
    .select()
    .from(pairs)
    .where(and(inArray(pairs.firstId, [a, b]), inArray(pairs.secondId, [a, b])))
    .orderBy(asc(pairs.at), asc(pairs.id));
  return withScores(db, rows);
}

/** The newest pairs of a site, with what was scored. */
export async function readPairs(db: Database, siteId: string) {
  const rows = await db
    .select()
    .from(pairs)
    .where(eq(pairs.siteId, siteId))
    .orderBy(desc(pairs.at), desc(pairs.id))
    .limit(LISTED_PAIRS);
  return withScores(db, rows);
}

async function withScores(db: Database, rows: readonly (typeof pairs.$inferSelect)[]) {
  if (rows.length === 0) return [];
  const ids = rows.map(({ id }) => id);
  const scored = await db.select().from(pairScores).where(inArray(pairScores.pairId, ids));
  return rows.map((pair) => ({
    ...pair,
    scored: scored.flatMap(({ pairId, personId, scores }) =>
      pairId === pair.id ? [{ personId, scores }] : [],
    ),
  }));
}

/** What was seen and tasted of batches in their trials, by batch. */
export async function readSeenOf(db: Database, batchIds: readonly string[]) {
  const ids = [...batchIds];
  const [signs, cups] = await Promise.all([
    db
      .select({ batchId: trialBatches.batchId, read: trialBatches.signs })
      .from(trialBatches)
      .where(inArray(trialBatches.batchId, ids)),
    db
      .select({ batchId: tastings.batchId, words: tastings.words, person: people.name })
      .from(tastings)
      .innerJoin(people, eq(people.id, tastings.personId))
      .where(and(inArray(tastings.batchId, ids), eq(tastings.removed, false)))
      .orderBy(asc(tastings.at), asc(tastings.id)),
  ]);
  return new Map(
    ids.map((id) => [
      id,
      {
        read: signs.find(({ batchId }) => batchId === id)?.read,
        cups: cups.filter(({ batchId }) => batchId === id),
      },
    ]),
  );
}
