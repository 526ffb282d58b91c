import { and, asc, count, desc, eq, inArray, isNotNull, sql } from "drizzle-orm";
import type { BallotRefusal, CastBallot } from "#contract/cups.ts";
import { fail, ok, type Result } from "#core/result";
import type { Act } from "./audit.ts";
import type { Database } from "./connection.ts";
import { cupBallots, cupTests } from "./schema/index.ts";
import { sentBefore } from "./sentTwice.ts";
import type { Transaction } from "./transact.ts";

export type CupTestRow = typeof cupTests.$inferSelect;
export type CupBallotRow = typeof cupBallots.$inferSelect;

type NewTest = Pick<CupTestRow, "id" | "siteId" | "batchId" | "beside" | "closesAt">;
type NewBallot = Pick<CupBallotRow, "code" | "cups" | "odd" | "oddIsPot">;

/** Keeps a test with its ballots; sent twice it is one. */
export async function insertCupTest(
  tx: Transaction,
  test: NewTest,
  ballots: readonly NewBallot[],
  { personId, at }: Act & { readonly personId: string },
): Promise<Result<object, { readonly code: "stale" }>> {
  const [known] = await tx.select().from(cupTests).where(eq(cupTests.id, test.id));
  const before = sentBefore(known, { batchId: test.batchId, beside: test.beside });
  if (before === "other") return fail({ code: "stale" });
  if (before === "again") return ok({});
  await tx.insert(cupTests).values({ ...test, startedBy: personId, at });
  await tx
    .insert(cupBallots)
    .values(ballots.map((ballot, position) => ({ ...ballot, testId: test.id, position })));
  return ok({});
}

/** A test with its ballots in order; undefined where there is none. */
export async function findCupTest(db: Database, id: string) {
  const [test] = await db.select().from(cupTests).where(eq(cupTests.id, id));
  if (!test) return undefined;
  const ballots = await db
    .select()
    .from(cupBallots)
    .where(eq(cupBallots.testId, id))
    .orderBy(asc(cupBallots.position));
  return { ...test, ballots };
}

/** A ballot with its test; undefined for a code that nobody was given. */
export async function findBallot(db: Database, code: string) {
  const [row] = await db
    .select({ ballot: cupBallots, closesAt: cupTests.closesAt })
    .from(cupBallots)
    .innerJoin(cupTests, eq(cupTests.id, cupBallots.testId))
    .where(eq(cupBallots.code, code));
  return row && { ...row.ballot, closesAt: row.closesAt };
}

/** Takes a taster's answer: one for each code, and none after the test has closed. The same answer again is the same. */
export async function answerBallot(
  tx: Transaction,
  { code, answer }: CastBallot,
  at: Date,
): Promise<Result<object, { readonly code: BallotRefusal }>> {
  const [held] = await tx.select().from(cupBallots).where(eq(cupBallots.code, code)).for("update");
  const [test] = held ? await tx.select().from(cupTests).where(eq(cupTests.id, held.testId)) : [];
  if (!held || !test) return fail({ code: "notThere" });
  if (held.answer !== null) return held.answer === answer ? ok({}) : fail({ code: "already" });
  if (at >= test.closesAt) return fail({ code: "closed" });
  await tx.update(cupBallots).set({ answer, answeredAt: at }).where(eq(cupBallots.code, code));
  return ok({});
}

/** Closes a test now, where it has not closed before. @returns whether there is such a test */
export async function closeCupTest(tx: Transaction, id: string, at: Date): Promise<boolean> {
  const [test] = await tx.select().from(cupTests).where(eq(cupTests.id, id)).for("update");
  if (test && test.closesAt > at) await tx.update(cupTests).set({ closesAt: at }).where(eq(cupTests.id, id));
  return test !== undefined;
}

/** How many answered in each test of some batches, and how many were right; the newest test first. */
export async function readCupTallies(db: Database, batchIds: readonly string[]) {
  if (batchIds.length === 0) return [];
  const tests = await db
    .select()
    .from(cupTests)
    .where(inArray(cupTests.batchId, [...batchIds]))
    .orderBy(desc(cupTests.at), desc(cupTests.id));
  const ids = tests.map(({ id }) => id);
  if (ids.length === 0) return [];
  const tallies = await db
    .select({
      testId: cupBallots.testId,
      cups: count(),
      right: sql<number>`SUM(${cupBallots.answer} = ${cupBallots.odd})`.mapWith(Number),
    })
    .from(cupBallots)
    .where(and(inArray(cupBallots.testId, ids), isNotNull(cupBallots.answer)))
    .groupBy(cupBallots.testId);
  return tests.map((test) => {
    const tally = tallies.find(({ testId }) => testId === test.id);
    return { ...test, cups: tally?.cups ?? 0, right: tally?.right ?? 0 };
  });
}
