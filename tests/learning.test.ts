import { v7 as uuidv7 } from "uuid";
import { afterAll, beforeAll, expect, test, vi } from "vitest";
import { NO_SIGNS } from "#contract/batch.ts";
import { findBatch } from "#data/batches.ts";
import { BARISTA, DEMO_IDS } from "#data/demo/bench.ts";
import { brewers } from "#data/schema/index.ts";
import { demoDatabase, type OwnDatabase } from "./database.ts";
import { readLog } from "./serverLog.ts";

vi.mock("next/headers", () => ({ cookies: async () => ({ get: () => undefined }) }));
const measured = vi.hoisted(() => vi.fn());
vi.mock("#data/measures.ts", async (original) => ({
  ...(await original<object>()),
  keepMeasured: measured,
}));

const NOW = new Date("2026-07-14T08:30:00Z");
let fresh: OwnDatabase;
beforeAll(async () => {
  fresh = await demoDatabase("learning", NOW);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  process.env.TUMBEK_NOW = NOW.toISOString();
});
afterAll(async () => {
  delete process.env.TUMBEK_NOW;
  await fresh.drop();
});

test("a batch is logged although the house fails to learn from it: it was kept, and nobody is told otherwise", async () => {
  const { log } = await import("#server/batches.ts");
  // Far from what the log says of its bed, so that there is something to learn.
  await fresh.db.update(brewers).set({ retentionFrom: "log", retentionGPerG: 1 });
  const failure = new Error("the disk is full");
  measured.mockRejectedValue(failure);
  const serverLog = readLog();
  const id = uuidv7();
  const pot = { brewerId: DEMO_IDS.brewers.fulmar, doseG: 200, waterG: 3229, iceG: 0, yieldG: 2805 };
  const unsaid = { coffeeId: null, vesselId: null, grinderId: null, dialSetting: null, method: null };
  const more = { cardId: null, recipeVersionId: null, brewTimeS: null, strengthPct: null, sampledAt: null };
  const batch = { id, ...pot, ...unsaid, ...more, ...NO_SIGNS, liked: null, note: "", at: NOW.toISOString() };
  expect(await log(batch, { personId: BARISTA, at: NOW })).toEqual({});
  expect(measured).toHaveBeenCalled();
  expect(serverLog.said()).toContain("the disk is full");
  serverLog.end();
  expect(await findBatch(fresh.db, id)).toMatchObject({ doseG: 200 });
});
