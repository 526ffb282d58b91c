import { eq } from "drizzle-orm";
import { afterAll, beforeAll, beforeEach, expect, test } from "vitest";
import type { LoggedBatch } from "#contract/batch.ts";
import { must } from "#core/result";
import { logBatch } from "#data/batches.ts";
import { DEMO_IDS, LEAD } from "#data/demo/bench.ts";
import { batches, brewers } from "#data/schema/index.ts";
import { findThing } from "#data/things.ts";
import { transact } from "#data/transact.ts";
import { bigPot } from "#tests/batches.ts";
import { demoDatabase, type OwnDatabase } from "#tests/database.ts";

const NOW = new Date("2026-07-14T08:30:00Z");
const by = { personId: LEAD, at: NOW };
const { fulmar } = DEMO_IDS.brewers;
let fresh: OwnDatabase;
let learnBed: typeof import("./learnBed.ts").learnBed;

beforeAll(async () => {
  fresh = await demoDatabase("learn_bed", NOW);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  ({ learnBed } = await import("./learnBed.ts"));
});
afterAll(() => fresh.drop());
beforeEach(async () => {
  // Each test's own pots are all that the log knows of this bed.
  await fresh.db.update(batches).set({ removed: true }).where(eq(batches.brewerId, fulmar));
});

/** Pots of 200 g in 3,200 g whose bed kept so much, g per g. */
async function pots(count: number, keptGPerG: number, change: Partial<LoggedBatch> = {}): Promise<void> {
  for (let i = 0; i < count; i++) {
    const pot = bigPot(NOW, { doseG: 200, waterG: 3200, yieldG: 3200 - keptGPerG * 200, ...change });
    must(await logBatch(fresh.db, pot, by));
  }
}

/** The brewer set so, and what it says after its job is done. */
async function learnedFrom(set: {
  readonly retentionFrom: "typed" | "log";
  readonly retentionGPerG: number;
}) {
  await fresh.db.update(brewers).set(set).where(eq(brewers.id, fulmar));
  const keep = await learnBed({ brewerId: fulmar }, by, new AbortController().signal);
  const answer = await transact(fresh.db, keep);
  const { retentionGPerG } = (await findThing(fresh.db, "brewer", fulmar))!.figures;
  return { ...answer, retentionGPerG };
}

test("a brewer that learns takes the mean of its pots; one whose figure was typed keeps it", async () => {
  await pots(5, 2.3);
  expect(await learnedFrom({ retentionFrom: "log", retentionGPerG: 2.12 })).toEqual({
    changed: 1,
    retentionGPerG: expect.closeTo(2.3, 9),
  });
  expect(await learnedFrom({ retentionFrom: "typed", retentionGPerG: 2.12 })).toEqual({
    changed: 0,
    retentionGPerG: 2.12,
  });
});

test("what no bed keeps waits for somebody who confirms it", async () => {
  await pots(5, 3.2);
  expect(await learnedFrom({ retentionFrom: "log", retentionGPerG: 2.12 })).toEqual({
    changed: 0,
    retentionGPerG: 2.12,
  });
});

test("a change that no card would show is no news", async () => {
  await pots(5, 2.124);
  expect(await learnedFrom({ retentionFrom: "log", retentionGPerG: 2.12 })).toMatchObject({ changed: 0 });
  expect(await learnedFrom({ retentionFrom: "log", retentionGPerG: 2.118 })).toMatchObject({ changed: 1 });
});

test("ice that melted into the pot counts as its water; a concentrate says nothing of the bed", async () => {
  await pots(5, 2.2, { waterG: 2000, iceG: 1200, method: "onIce" });
  await pots(5, 2.9, { method: "steep" });
  expect((await learnedFrom({ retentionFrom: "log", retentionGPerG: 2.12 })).retentionGPerG).toBeCloseTo(
    2.2,
    9,
  );
});
