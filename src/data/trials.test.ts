import { eq } from "drizzle-orm";
import { v7 as uuidv7 } from "uuid";
import { afterAll, beforeAll, expect, test } from "vitest";
import { must } from "#core/result";
import { type OwnDatabase, plannedDatabase } from "#tests/database.ts";
import { readAudit } from "./audit.ts";
import { findCupTest } from "./cups.ts";
import { LEAD, PIER_HEAD } from "./demo/bench.ts";
import { batches, trialBatches, trials } from "./schema/index.ts";
import { transact } from "./transact.ts";
import { giveUpTrial, keepReading, readTrialSums, readTrials, TRIALS_PAGE } from "./trials.ts";

const AT = new Date("2026-07-14T08:30:00Z");
const by = { personId: LEAD, at: AT };
let fresh: OwnDatabase;
beforeAll(async () => {
  fresh = await plannedDatabase("trial_rows", AT);
});
afterAll(() => fresh.drop());

const total = (figures: readonly (number | null)[]) =>
  figures.reduce<number>((sum, one) => sum + (one ?? 0), 0);

/** Batches of a site's approved trials, and those of them that stand in the log. */
async function approvedOnes() {
  const ended = (await fresh.db.select().from(trials)).filter(
    ({ siteId, state }) => siteId === PIER_HEAD && state === "approved",
  );
  const links = (await fresh.db.select().from(trialBatches)).filter(({ trialId }) =>
    ended.some(({ id }) => id === trialId),
  );
  const logged = (await fresh.db.select().from(batches)).filter(
    ({ id, removed }) => !removed && links.some(({ batchId }) => batchId === id),
  );
  return { trials: ended.length, logged };
}

test("what approved trials took is counted over their batches that stand in the log", async () => {
  const sumsAre = async () => {
    const { trials, logged } = await approvedOnes();
    const sums = await readTrialSums(fresh.db, PIER_HEAD);
    expect(sums).toMatchObject({ trials, batches: logged.length });
    expect(sums.spentG).toBeCloseTo(total(logged.map(({ doseG }) => doseG)), 6);
    expect(sums.brewedS).toBeCloseTo(total(logged.map(({ brewTimeS }) => brewTimeS)), 6);
    expect(sums.costMinor).toBeGreaterThan(0);
    return sums.batches;
  };
  const before = await sumsAre();
  expect(before).toBeGreaterThan(3);
  const [one] = (await approvedOnes()).logged;
  await fresh.db.update(batches).set({ removed: true }).where(eq(batches.id, one!.id));
  expect(await sumsAre()).toBe(before - 1);
  await fresh.db.update(batches).set({ removed: false }).where(eq(batches.id, one!.id));
});

test("a page of trials that ended is full, and one more tells that there are others", async () => {
  const [ended] = (await fresh.db.select().from(trials)).filter(({ state }) => state === "approved");
  const copies = Array.from({ length: TRIALS_PAGE + 5 }, () => ({ ...ended!, id: uuidv7() }));
  await fresh.db.insert(trials).values(copies);
  expect(await readTrials(fresh.db, ended!.siteId, { running: false })).toHaveLength(TRIALS_PAGE + 1);
  for (const { id } of copies) await fresh.db.delete(trials).where(eq(trials.id, id));
});

test("what is seen of a batch is kept once, and not over what somebody else saw meanwhile", async () => {
  const [running] = await readTrials(fresh.db, PIER_HEAD, { running: true });
  const [row] = await fresh.db.select().from(trialBatches).where(eq(trialBatches.trialId, running!.id));
  const { batchId, revision, signs } = row!;
  const keep = (read: typeof signs) =>
    transact(fresh.db, (tx) => keepReading(tx, { batchId, revision, read: read! }));
  const read = { ...signs!, waterTempC: 91 };
  expect(must(await keep(read))).toEqual({ trialId: running!.id });
  expect(must(await keep(read))).toEqual({ trialId: running!.id });
  expect(await keep({ ...read, waterTempC: 80 })).toMatchObject({ failure: { code: "stale" } });
});

test("a trial that is given up says why, in the trail too", async () => {
  const [running] = await readTrials(fresh.db, PIER_HEAD, { running: true });
  const ended = { id: running!.id, revision: running!.revision, reason: "the bag ran out" };
  must(await transact(fresh.db, (tx) => giveUpTrial(tx, ended, by)));
  expect((await readAudit(fresh.db, { subjectId: running!.id }))[0]).toMatchObject({
    action: "ended",
    after: { reason: "the bag ran out" },
  });
});

test("there is no test of three cups by an id that nobody gave", async () => {
  expect(await findCupTest(fresh.db, uuidv7())).toBeUndefined();
});
