import fc from "fast-check";
import { afterAll, beforeAll, expect, test, vi } from "vitest";
import { findBatch } from "#data/batches.ts";
import { BARISTA, DEMO_IDS, PIER_HEAD } from "#data/demo/bench.ts";
import { readBenchRevisions } from "#data/house.ts";
import { bigPot } from "./batches.ts";
import { demoDatabase, type OwnDatabase } from "./database.ts";
import { shown } from "./shown.ts";

vi.mock("next/headers", () => ({
  headers: async () => new Headers(),
  cookies: async () => ({ get: () => undefined }),
}));

const NOW = new Date("2026-07-14T08:30:00Z");
const by = { personId: BARISTA, at: NOW };
let fresh: OwnDatabase;
let server: typeof import("#server/batches.ts");
let benchOf: typeof import("#server/bench.ts").benchOf;

beforeAll(async () => {
  fresh = await demoDatabase("unusual", NOW);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  process.env.TUMBEK_NOW = NOW.toISOString();
  server = await import("#server/batches.ts");
  ({ benchOf } = await import("#server/bench.ts"));
});
afterAll(async () => {
  delete process.env.TUMBEK_NOW;
  await fresh.drop();
});

/** All that the log teaches: fits, standards, and what each bed keeps. */
async function learned() {
  const bench = (await benchOf(PIER_HEAD))!;
  return {
    fits: bench.fits,
    standards: bench.standards,
    kept: bench.brewers.map(({ retentionGPerG }) => retentionGPerG),
    revisions: await readBenchRevisions(fresh.db),
  };
}

test("a time or a strength that is over three times its forecast, or under a third, is asked about, and moves no learned figure", async () => {
  const before = await learned();
  // The pot is forecast at about 5:25 and 1.4 %.
  const far = fc.oneof(
    fc.record({
      brewTimeS: fc.oneof(fc.integer({ min: 1, max: 90 }), fc.integer({ min: 1200, max: 172_800 })),
    }),
    fc.record({
      strengthPct: fc
        .oneof(fc.integer({ min: 1, max: 40 }), fc.integer({ min: 450, max: 3000 }))
        .map((n) => n / 100),
    }),
  );
  await fc.assert(
    fc.asyncProperty(far, async (change) => {
      const batch = bigPot(NOW, change);
      const field = Object.keys(change)[0];
      await expect(server.log(batch, by)).rejects.toMatchObject({ code: "unusual", field });
      expect(await findBatch(fresh.db, batch.id)).toBeUndefined();
    }),
    { numRuns: 12 },
  );
  expect(await learned()).toEqual(before);
});

test("what somebody says was so is kept, and what is near its forecast is not asked about", async () => {
  const slow = bigPot(NOW, { brewTimeS: 1500 });
  expect(await server.log({ ...slow, confirmed: true }, by)).toEqual({});
  expect(await findBatch(fresh.db, slow.id)).toMatchObject({ brewTimeS: 1500 });
  for (const near of [
    {},
    { brewTimeS: 700 },
    { brewTimeS: 150 },
    { brewTimeS: null, strengthPct: null, sampledAt: null },
  ]) {
    const batch = bigPot(NOW, near);
    expect(await server.log(batch, by)).toEqual({});
    expect(await findBatch(fresh.db, batch.id)).toBeDefined();
  }
});

test("a correction is asked about too, and one whose forecast nobody knows is not", async () => {
  const batch = bigPot(NOW);
  await server.log(batch, by);
  const slip = { ...batch, brewTimeS: 36_000, revision: 1 };
  await expect(server.correct(slip, by)).rejects.toMatchObject({ code: "unusual", field: "brewTimeS" });
  expect(await findBatch(fresh.db, batch.id)).toMatchObject({ brewTimeS: 340 });
  const unknown = bigPot(NOW, { coffeeId: null, brewTimeS: 36_000 });
  expect(await server.log(unknown, by)).toEqual({});
});

test("one of which no forecast can be made is not asked about either, and tells nothing of its pair", async () => {
  const thin = bigPot(NOW, { doseG: 5, waterG: 80, yieldG: 65, brewTimeS: 36_000 });
  const unnamed = bigPot(NOW, { coffeeId: null });
  for (const batch of [thin, unnamed]) expect(await server.log(batch, by)).toEqual({});
  const { batchesToFit } = await import("#server/pairLog.ts");
  const pair = { brewerId: DEMO_IDS.brewers.fulmar, grinderId: DEMO_IDS.grinders.chough };
  const forecastable = await batchesToFit(pair, (await benchOf(PIER_HEAD))!);
  expect(forecastable.length).toBeGreaterThan(10);
  for (const each of forecastable)
    expect(each).toMatchObject({ id: expect.any(String), brew: expect.anything() });
  expect(forecastable.map(({ id }) => id)).not.toContain(unnamed.id);
  const { readForecast } = await import("#server/read/forecast.ts");
  const { batches } = (await shown(readForecast(new URLSearchParams()))).shown!;
  expect(batches.find(({ id }) => id === thin.id)).toMatchObject({ timeS: 36_000, forecastTimeS: null });
});

test("what was seen and tasted is kept with a batch; a strength of iced coffee says where it was sampled", async () => {
  const batch = bigPot(NOW, { bed: "cratered", wall: "high", taste: ["sharp", "thin"] });
  expect(await server.log(batch, by)).toEqual({});
  expect(await findBatch(fresh.db, batch.id)).toMatchObject({
    bed: "cratered",
    wall: "high",
    taste: ["sharp", "thin"],
  });
  // Sent again it is the same batch, with other signs it is not.
  expect(await server.log(batch, by)).toEqual({});
  expect(await server.log({ ...batch, taste: ["sharp"] }, by)).toMatchObject({
    theirs: { taste: ["sharp", "thin"] },
  });

  const iced = bigPot(NOW, { iceG: 900, method: "onIce", waterG: 2300, yieldG: 2750, sampledAt: null });
  await expect(server.log({ ...iced, confirmed: true }, by)).rejects.toMatchObject({ field: "sampledAt" });
  expect(await server.log({ ...iced, sampledAt: "melted", confirmed: true }, by)).toEqual({});
});
