import { eq } from "drizzle-orm";
import { afterAll, beforeAll, expect, test } from "vitest";
import { type BenchKind, OFF_THE_BENCH } from "#contract/bench.ts";
import { fieldsOf } from "#contract/fields.ts";
import { demoDatabase, type OwnDatabase } from "#tests/database.ts";
import { type BenchPieces, benchFrom, readPieces } from "./bench.ts";
import { DEMO_IDS, LEAD, PIER_HEAD } from "./demo/bench.ts";
import { wholeBasket } from "./equipment.ts";
import { readHouse, turnBench } from "./house.ts";
import { setFit } from "./recipes.ts";
import { brewers, grinderCurves, grinders, house } from "./schema/index.ts";
import { transact } from "./transact.ts";

const NOW = new Date("2026-07-14T08:30:00Z");
let fresh: OwnDatabase;
beforeAll(async () => {
  fresh = await demoDatabase("bench", NOW);
});
afterAll(() => fresh.drop());

test("a bench that is changed while it is read is one of one moment, and its revision is that moment's", async () => {
  const { settings } = (await readHouse(fresh.db))!;
  let changing = true;
  const change = async () => {
    for (let n = 1; n <= 40; n++) {
      await transact(fresh.db, async (tx) => {
        await tx.update(house).set({ settings: { ...settings, roomTempC: n } });
        await tx.update(brewers).set({ rinseG: n }).where(eq(brewers.id, DEMO_IDS.brewers.fulmar));
        await turnBench(tx, "equipment");
      });
    }
    changing = false;
  };
  const began = (await readPieces(fresh.db, PIER_HEAD)).revisions.equipment;
  const read = async () => {
    let known: BenchPieces | undefined;
    const seen = new Set<number>();
    while (changing) {
      known = await readPieces(fresh.db, PIER_HEAD, known);
      const bench = benchFrom(known, PIER_HEAD)!;
      const n = known.revisions.equipment - began;
      if (n === 0) continue;
      seen.add(n);
      const fulmar = bench.brewers.find(({ id }) => id === DEMO_IDS.brewers.fulmar)!;
      expect([bench.settings.roomTempC, fulmar.rinseG]).toEqual([n, n]);
    }
    return seen.size;
  };
  const [, ...seen] = await Promise.all([change(), read(), read(), read()]);
  expect(Math.max(...seen)).toBeGreaterThan(1);
});

test("only the part that was changed is read again", async () => {
  const first = await readPieces(fresh.db, PIER_HEAD);
  const fit = { permeability: 1.1, extraction: 1, versionId: null, batches: 3 };
  const pair = { brewerId: DEMO_IDS.brewers.fulmar, grinderId: DEMO_IDS.grinders.chough };
  await setFit(fresh.db, pair, fit, { personId: LEAD, at: NOW });
  const learned = await readPieces(fresh.db, PIER_HEAD, first);
  expect(learned.learned.fits.find(({ brewerId }) => brewerId === pair.brewerId)).toMatchObject(fit);
  expect(learned.recipes).toBe(first.recipes);
  expect(learned.equipment.get(PIER_HEAD)).toBe(first.equipment.get(PIER_HEAD));
  await transact(fresh.db, (tx) => turnBench(tx, "recipes"));
  const recipes = await readPieces(fresh.db, PIER_HEAD, learned);
  expect(recipes.recipes).not.toBe(learned.recipes);
  expect(recipes.learned).toBe(learned.learned);
  // Recipes and lessons carry measures of the equipment: with it all is read anew.
  await transact(fresh.db, (tx) => turnBench(tx, "equipment"));
  const equipment = await readPieces(fresh.db, PIER_HEAD, recipes);
  expect(equipment.recipes).not.toBe(recipes.recipes);
  expect(equipment.learned).not.toBe(recipes.learned);
  const revision = (pieces: BenchPieces) => benchFrom(pieces, PIER_HEAD)!.revision;
  expect([first, learned, recipes, equipment].map(revision)).toEqual(
    [0, 1, 2, 3].map((n) => revision(first) + n),
  );
});

test("a grinder whose dial nobody measured has no curve", async () => {
  const dunlin = DEMO_IDS.grinders.dunlin;
  await fresh.db.delete(grinderCurves).where(eq(grinderCurves.grinderId, dunlin));
  const [row] = await fresh.db.select().from(grinders).where(eq(grinders.id, dunlin));
  const bench = benchFrom(await readPieces(fresh.db, row!.siteId), row!.siteId)!;
  expect(bench.grinders.find(({ id }) => id === dunlin)).toMatchObject({ curve: [], curveVersion: null });
});

test("every field of a thing stands on the bench, but for those that are named as left out", async () => {
  const bench = benchFrom(await readPieces(fresh.db, PIER_HEAD), PIER_HEAD)!;
  const first = {
    vessel: bench.vessels[0]!,
    brewer: bench.brewers[0]!,
    grinder: bench.grinders[0]!,
    ice: bench.iceSources[0]!,
    coffee: bench.coffees[0]!,
    cup: bench.cups[0]!,
  };
  for (const [kind, left] of Object.entries(OFF_THE_BENCH) as [BenchKind, readonly string[]][]) {
    const names = fieldsOf(kind).map(([name]) => name);
    expect(names, kind).toEqual(expect.arrayContaining([...left]));
    for (const name of names) {
      // A dial's way to turn stands there as a part of the dial.
      if (name !== "higherIs") expect(name in first[kind], `${kind} ${name}`).toBe(!left.includes(name));
    }
  }
});

test("a basket with a measure that nobody took is none", () => {
  const whole = { shape: "flat" as const, topDiameterMm: 180, bottomDiameterMm: 150, heightMm: 80 };
  expect(wholeBasket(whole)).toEqual(whole);
  for (const name of ["topDiameterMm", "bottomDiameterMm", "heightMm"])
    expect(wholeBasket({ ...whole, [name]: null })).toBeNull();
});
