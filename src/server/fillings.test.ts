import { eq } from "drizzle-orm";
import { afterAll, beforeAll, describe, expect, test, vi } from "vitest";
import type { Bench } from "#contract/bench.ts";
import { must } from "#core/result";
import { readCard } from "#data/cards.ts";
import { BARISTA, DEMO_IDS, demoId, PIER_HEAD, ROPE_LOFT } from "#data/demo/bench.ts";
import { coffees, fits } from "#data/schema/index.ts";
import { bigPot } from "#tests/batches.ts";
import { type OwnDatabase, plannedDatabase } from "#tests/database.ts";
import { potFilled } from "#tests/potFilled.ts";

/*
 * What goes into a pot: whoever fills it says little, and the rest is its card's and its batch's.
 */

const NOW = new Date("2026-07-14T08:30:00Z");
const [HOT, ICED] = [demoId(600), demoId(602)];
const SALTMARSH = DEMO_IDS.coffees.saltmarsh;

vi.mock("next/headers", () => ({
  headers: async () => new Headers(),
  cookies: async () => ({ get: () => undefined }),
}));

let fresh: OwnDatabase;
let bench: Bench;
let other: Bench;
let fillingOf: typeof import("./fillings.ts").fillingOf;
let log: typeof import("./batches.ts").log;

beforeAll(async () => {
  fresh = await plannedDatabase("fillings", NOW);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  vi.stubEnv("TUMBEK_NOW", NOW.toISOString());
  await fresh.db.delete(fits);
  ({ fillingOf } = await import("./fillings.ts"));
  ({ log } = await import("./batches.ts"));
  const { benchOf } = await import("./bench.ts");
  bench = (await benchOf(PIER_HEAD))!;
  other = (await benchOf(ROPE_LOFT))!;
});
afterAll(async () => {
  vi.unstubAllEnvs();
  await fresh.drop();
});

const filling = (change: Parameters<typeof potFilled>[1], at = bench) =>
  fillingOf(fresh.db, potFilled(NOW, change), at);
const filled = async (change: Parameters<typeof potFilled>[1]) => must(await filling(change));

describe("a pot that is filled", () => {
  test("by nothing known is coffee that nobody named, as warm as it mostly comes or as cold as it is served", async () => {
    const nothing = { coffeeId: null, cardId: null, strengthPct: null, holdMin: null, cost: null };
    expect(await filled({})).toMatchObject({ ...nothing, serve: "hot", tempC: 80, liquidG: 2800 });
    expect(await filled({ serve: "iced" })).toMatchObject({
      ...nothing,
      serve: "iced",
      tempC: bench.settings.icedTempC,
    });
  });

  test("from a card has its coffee, its strength, its warmth off that brewer, and its price", async () => {
    const { sheet } = (await readCard(fresh.db, HOT))!;
    const fulmar = bench.brewers.find(({ id }) => id === DEMO_IDS.brewers.fulmar)!;
    const tempC = sheet.madeWith.waterTempC - fulmar.dripDropC;
    expect(tempC).toBeLessThan(sheet.madeWith.waterTempC);
    const hot = await filled({ cardId: HOT });
    // 202 g of a coffee at 18.50 a kilogram.
    expect(hot).toMatchObject({ cardId: HOT, coffeeId: SALTMARSH, serve: "hot", holdMin: null, cost: 374 });
    expect(hot.tempC).toBeCloseTo(tempC, 9);
    expect(hot.strengthPct).toBe(sheet.standard?.strengthPct ?? sheet.forecast?.strengthPct);
    const iced = (await readCard(fresh.db, ICED))!.sheet;
    const cold = await filled({ cardId: ICED, serve: "hot" });
    expect(cold).toMatchObject({ serve: "iced", tempC: iced.result.rounded.finalTempC });
    // A coffee whose price nobody noted costs nothing that is known.
    await fresh.db.update(coffees).set({ pricePerKg: null }).where(eq(coffees.id, SALTMARSH));
    expect((await filled({ cardId: HOT })).cost).toBeNull();
  });

  test("with what was measured of it has that", async () => {
    expect(await filled({ cardId: HOT, strengthPct: 1.42, tempC: 83 })).toMatchObject({
      strengthPct: 1.42,
      tempC: 83,
    });
  });

  test("from a brewer that is off the bench is as warm as it mostly comes", async () => {
    const without = { ...bench, brewers: [] };
    expect(must(await filling({ cardId: HOT }, without)).tempC).toBe(80);
  });

  test("from a batch of the log has what that was, whatever its card says", async () => {
    const batch = bigPot(NOW, { cardId: HOT, method: "bath", strengthPct: 1.31, sampledAt: "melted" });
    await log(batch, { personId: BARISTA, at: NOW });
    expect(await filled({ batchId: batch.id })).toMatchObject({
      batchId: batch.id,
      cardId: HOT,
      coffeeId: SALTMARSH,
      serve: "iced",
      strengthPct: 1.31,
    });
  });

  test("from a card or a batch that is not there, or of another site, is refused", async () => {
    const none = demoId(9999);
    expect(await filling({ cardId: none })).toEqual({ ok: false, failure: "unknownCard" });
    expect(await filling({ cardId: HOT }, other)).toEqual({ ok: false, failure: "unknownCard" });
    expect(await filling({ batchId: none })).toEqual({ ok: false, failure: "unknownBatch" });
    const batch = bigPot(NOW);
    await log(batch, { personId: BARISTA, at: NOW });
    expect(await filling({ batchId: batch.id }, other)).toEqual({ ok: false, failure: "unknownBatch" });
    expect((await filling({ batchId: batch.id })).ok).toBe(true);
  });
});
