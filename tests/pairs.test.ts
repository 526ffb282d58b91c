import { v7 as uuidv7 } from "uuid";
import { afterAll, beforeAll, describe, expect, test, vi } from "vitest";
import type { PairScores } from "#contract/pairs.ts";
import { BARISTA, LEAD, PIER_HEAD, TRAINEE } from "#data/demo/bench.ts";
import { readPairs } from "#data/pairs.ts";
import { batches, pairScores, pairs } from "#data/schema/index.ts";
import { demoDatabase, type OwnDatabase } from "./database.ts";

const NOW = new Date("2026-07-14T08:30:00Z");

vi.mock("next/headers", () => ({
  headers: async () => new Headers(),
  cookies: async () => ({ get: () => undefined }),
}));

let fresh: OwnDatabase;
let house: typeof import("#server/pairs.ts");
let page: typeof import("#server/read/compare.ts");

beforeAll(async () => {
  fresh = await demoDatabase("pairs", NOW);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  vi.stubEnv("TUMBEK_NOW", NOW.toISOString());
  house = await import("#server/pairs.ts");
  page = await import("#server/read/compare.ts");
});
afterAll(async () => {
  vi.unstubAllEnvs();
  await fresh.drop();
});

const by = (personId: string) => ({ personId, at: NOW });
const NONE: PairScores = { acidity: null, body: null, sweetness: null, clarity: null, aftertaste: null };
/** Two batches of one site that are in the log. */
async function twoBatches() {
  const rows = await fresh.db.select().from(batches).limit(60);
  const [first] = rows;
  const second = rows.find(({ id, siteId }) => siteId === first!.siteId && id !== first!.id)!;
  const elsewhere = rows.find(({ siteId }) => siteId !== first!.siteId);
  return { first: first!, second, elsewhere };
}
const compared = async (...ids: string[]) => {
  const found = await page.readCompared(new URLSearchParams({ batches: ids.join(",") }));
  if (typeof found === "string") throw new Error(found);
  return found;
};

describe("a pair of batches", () => {
  test("is one, whoever begins it, and with whichever id", async () => {
    const { first, second } = await twoBatches();
    const pair = { firstId: first.id, secondId: second.id, about: "filter" } as const;
    const id = uuidv7();
    const again = [
      await house.startPair({ id, ...pair }, by(LEAD)),
      await house.startPair({ id, ...pair }, by(LEAD)),
      await house.startPair({ id: uuidv7(), ...pair }, by(BARISTA)),
    ];
    expect(again).toEqual([{ id }, { id }, { id }]);
    expect(await fresh.db.select().from(pairs)).toHaveLength(1);
    await expect(house.startPair({ id, ...pair, about: "dial" }, by(LEAD))).rejects.toMatchObject({
      code: "stale",
    });
  });

  test("is none of one batch, of one that is not there, or of two sites", async () => {
    const { first, elsewhere } = await twoBatches();
    const of = (secondId: string) =>
      house.startPair({ id: uuidv7(), firstId: first.id, secondId, about: "filter" }, by(LEAD));
    await expect(of(first.id)).rejects.toMatchObject({
      code: "refused",
      message: expect.stringContaining("two batches"),
    });
    await expect(of(uuidv7())).rejects.toMatchObject({ code: "notThere" });
    if (elsewhere) await expect(of(elsewhere.id)).rejects.toThrow("different sites");
  });

  test("is scored once by each taster; said again, it takes the place of what was said", async () => {
    const { first, second } = await twoBatches();
    const { id: pairId } = await house.startPair(
      { id: uuidv7(), firstId: first.id, secondId: second.id, about: "agitation" },
      by(LEAD),
    );
    const say = (personId: string, body: number) =>
      house.sayScores({ pairId, scores: { ...NONE, body } }, by(personId));
    await Promise.all([say(LEAD, 1), say(BARISTA, 2), say(TRAINEE, 1)]);
    await say(TRAINEE, -1);
    const rows = await fresh.db.select().from(pairScores);
    expect(rows.map(({ scores }) => scores.body).toSorted()).toEqual([-1, 1, 2]);
    await expect(house.sayScores({ pairId: uuidv7(), scores: NONE }, by(LEAD))).rejects.toMatchObject({
      code: "notThere",
    });
    const [listed] = (await readPairs(fresh.db, PIER_HEAD)).filter(({ id }) => id === pairId);
    expect(listed!.scored.map(({ personId }) => personId).toSorted()).toEqual(
      [LEAD, BARISTA, TRAINEE].toSorted(),
    );
    const { pair } = await compared(second.id, first.id);
    // Looked at the other way round, it says so.
    expect(pair?.pairs.map(({ about, isTurned, scored }) => [about, isTurned, scored.length])).toContainEqual(
      ["agitation", true, 3],
    );
  });
});

describe("batches beside each other", () => {
  test("are those of the link, in its order, each once, six at most; what is not in the log is said", async () => {
    const rows = await fresh.db.select().from(batches).limit(9);
    const ids = rows.map(({ id }) => id);
    expect((await compared(ids[1]!, ids[0]!, ids[1]!)).batches.map(({ id }) => id)).toEqual([ids[1], ids[0]]);
    expect((await compared(...ids)).batches).toHaveLength(6);
    expect(await compared(ids[0]!, uuidv7(), "nonsense")).toMatchObject({ missing: 1, pair: undefined });
    expect((await compared()).batches).toEqual([]);
  });
});
