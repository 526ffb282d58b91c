import { v7 as uuidv7 } from "uuid";
import { afterAll, beforeAll, beforeEach, describe, expect, test } from "vitest";
import { must } from "#core/result";
import { logBatch } from "#data/batches.ts";
import { DEMO_IDS, LEAD, PIER_HEAD, ROPE_LOFT } from "#data/demo/bench.ts";
import { fits, recipeVersions } from "#data/schema/index.ts";
import { transact } from "#data/transact.ts";
import { bigPot } from "./batches.ts";
import { demoDatabase, type OwnDatabase } from "./database.ts";

const NOW = new Date("2026-07-14T08:30:00Z");
const by = { personId: LEAD, at: NOW };
const PAIR = { brewerId: DEMO_IDS.brewers.fulmar, grinderId: DEMO_IDS.grinders.chough };
/** A pair that nothing was ever brewed on. */
const UNUSED = { brewerId: DEMO_IDS.brewers.fulmar, grinderId: DEMO_IDS.grinders.dunlin };
let fresh: OwnDatabase;
/** The demo house's own, as it is opened. */
let known: Awaited<ReturnType<typeof learned>> | undefined;
let server: typeof import("#server/fits.ts") & typeof import("#server/jobs/fitPair.ts");

beforeAll(async () => {
  fresh = await demoDatabase("fits", NOW);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  process.env.TUMBEK_NOW = NOW.toISOString();
  server = { ...(await import("#server/fits.ts")), ...(await import("#server/jobs/fitPair.ts")) };
});
afterAll(async () => {
  delete process.env.TUMBEK_NOW;
  await fresh.drop();
});
beforeEach(async () => {
  known ??= await learned();
  await fresh.db.delete(fits);
});

const learned = () => fresh.db.select().from(fits);
/** Fits as a job does, and keeps what comes of it. */
async function fitted(pair: typeof PAIR, first: boolean) {
  const keep = await server.fitPair({ siteId: PIER_HEAD, first, ...pair }, by, new AbortController().signal);
  return transact(fresh.db, keep);
}

describe("a pair's factors", () => {
  test("are fitted when a lead says so, and forgotten again", async () => {
    expect(await server.fitToLog({ siteId: PIER_HEAD, ...PAIR }, by)).toBe("done");
    const [row, ...others] = await learned();
    expect(others).toEqual([]);
    expect(row).toMatchObject({ ...PAIR, versionId: null });
    expect(row!.permeability).not.toBe(1);
    expect(row!.batches).toBeGreaterThan(0);
    await server.forgetFit({ siteId: PIER_HEAD, ...PAIR }, by);
    expect(await learned()).toEqual([]);
  });

  test("are not fitted behind the log while nobody has asked for it", async () => {
    expect(await fitted(PAIR, false)).toEqual({ changed: 0 });
    expect(await learned()).toEqual([]);
  });

  test("tell that the quay's grinder moved, since when and how far, and take no readier coffee for it", async () => {
    await fitted(PAIR, true);
    const [row] = await learned();
    const [move, ...others] = row!.moves!;
    expect(others).toEqual([]);
    // Burrs that stand closer by 13 % from the fortieth of fifty-six days on.
    expect(move!.share).toBeGreaterThan(0.83);
    expect(move!.share).toBeLessThan(0.91);
    const sinceDays = (NOW.getTime() - new Date(move!.at).getTime()) / 86_400_000;
    expect(Math.abs(sinceDays - 15)).toBeLessThan(3);
    expect(row!.extraction).toBeGreaterThan(0.9);
    expect(row!.extraction).toBeLessThan(1.06);
  });

  test("of the demo house are those that its history is fitted with", async () => {
    for (const { brewerId, grinderId, permeability, extraction, moves } of known!) {
      const siteId = grinderId === DEMO_IDS.grinders.chough ? PIER_HEAD : ROPE_LOFT;
      const keep = await server.fitPair(
        { siteId, first: true, brewerId, grinderId },
        by,
        new AbortController().signal,
      );
      await transact(fresh.db, keep);
      const row = (await learned()).find((each) => each.brewerId === brewerId)!;
      expect(Math.abs(row.permeability / permeability - 1)).toBeLessThan(0.05);
      expect(Math.abs(row.extraction / extraction - 1)).toBeLessThan(0.05);
      expect(row.moves!.length).toBe(moves!.length);
      const daysApart = (a: string, b: string) => Math.abs(Date.parse(a) - Date.parse(b)) / 86_400_000;
      for (const [i, { at, share }] of row.moves!.entries()) {
        expect(Math.abs(share / moves![i]!.share - 1)).toBeLessThan(0.03);
        expect(daysApart(at, moves![i]!.at)).toBeLessThan(2);
      }
    }
  });

  test("stay as they are while the log says the same, and follow it when it says something else", async () => {
    await fitted(PAIR, true);
    const [before] = await learned();
    expect(await fitted(PAIR, false)).toEqual({ changed: 0 });
    expect(await learned()).toEqual([before]);
    // As many as are fitted to.
    for (let n = 1; n <= 30; n++) {
      const at = new Date(NOW.getTime() + n * 60_000);
      must(await logBatch(fresh.db, { ...bigPot(at, { brewTimeS: 420 }), id: uuidv7() }, { ...by, at }));
    }
    expect(await fitted(PAIR, false)).toEqual({ changed: 1 });
    const [after] = await learned();
    // Water that takes longer goes through a tighter bed.
    expect(after!.permeability).toBeLessThan(before!.permeability * 0.99);
  });

  test("that nothing was measured of are refused with a sentence, and left alone behind the log", async () => {
    await expect(fitted(UNUSED, true)).rejects.toThrow(/measured|timed|metered/);
    expect(await fitted(UNUSED, false)).toEqual({ changed: 0 });
    expect(await learned()).toEqual([]);
  });

  test("of one recipe's own cup do not follow the log", async () => {
    await fitted(PAIR, true);
    const [row] = await learned();
    const [version] = await fresh.db.select().from(recipeVersions).limit(1);
    await fresh.db.update(fits).set({ versionId: version!.id, permeability: 3 });
    expect(await fitted(PAIR, false)).toEqual({ changed: 0 });
    expect((await learned())[0]).toMatchObject({ permeability: 3, batches: row!.batches });
  });
});
