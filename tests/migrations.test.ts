import { readFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import type { RowDataPacket } from "mysql2/promise";
import { expect, test } from "vitest";
import { houseSettings } from "#contract/house.ts";
import { recipe } from "#contract/recipe.ts";
import { readBatches } from "#data/batches.ts";
import { readBench } from "#data/bench.ts";
import { readReadings } from "#data/measures.ts";
import { clearUnfinished, migrateHouse } from "#data/migrate.ts";
import { readRecipe } from "#data/recipes.ts";
import { readThings } from "#data/things.ts";
import { MIGRATIONS } from "./database.ts";
import { bareDatabase, upTo } from "./releases.ts";

const id = (n: number) => `0190a5c0-0000-7000-8000-${String(n).padStart(12, "0")}`;

/** A house as it stood after `0002_measures`, before filters, batches and the house's further settings. */
const RELEASED = [
  `INSERT INTO house VALUES (1, 'real', 'Gannet Quay', '{"rounding":{"doseG":2,"bypassG":10,"iceG":50},"window":{"ratio":[15,17],"strengthPct":[1.2,1.45],"extractionPct":[18,22]},"extractionGuessPct":20,"roomTempC":21,"icedTempC":8}', 3, NOW(3))`,
  `INSERT INTO sites (id, name, altitude_m, time_zone, position) VALUES ('${id(1)}', 'Pier Head', 4, 'Europe/London', 0)`,
  `INSERT INTO brewers (id, site_id, name, kind, filter, basket, step_g, min_setting_g, max_setting_g, slope, intercept_g, dose_max_g, retention_g_per_g, drip_drop_c, rinse_g, position)
   VALUES ('${id(20)}', '${id(1)}', 'Fulmar', 'batch', 'paper', '{"shape":"flat","topDiameterMm":160,"bottomDiameterMm":134,"heightMm":96}', 100, 1200, 3600, 0.976, 8, 230, 2.12, 15, 300, 0),
          ('${id(21)}', '${id(1)}', 'Turnstone', 'batch', 'metal', '{"shape":"flat","topDiameterMm":118,"bottomDiameterMm":104,"heightMm":74}', 50, 500, 1900, 1, 0, 125, 2.05, 15, 200, 1)`,
  `INSERT INTO readings (id, kind, owner_id, figures, position) VALUES
   ('${id(400)}', 'blankRun', '${id(20)}', '{"setG":2000,"weighedG":1960}', 0),
   ('${id(401)}', 'brewedPot', '${id(20)}', '{"doseG":200,"waterG":3200,"yieldG":2776}', 0)`,
  `INSERT INTO cups (id, volume_ml, serve) VALUES ('${id(80)}', 240, 'hot')`,
  `INSERT INTO brewers (id, site_id, name, kind, filter, basket, step_g, min_setting_g, max_setting_g, slope, intercept_g, dose_max_g, retention_g_per_g, drip_drop_c, rinse_g, position)
   VALUES ('${id(22)}', '${id(1)}', 'hand cone', 'hand', 'paper', '{"shape":"cone","topDiameterMm":116,"bottomDiameterMm":0,"heightMm":95}', 1, 150, 700, 1, 0, 42, 2.23, 15, 150, 2)`,
  `INSERT INTO grinders (id, site_id, name, dial_min, dial_max, dial_step, higher_is, purge_g, position) VALUES ('${id(41)}', '${id(1)}', 'Dunlin', 0, 60, 1, 'coarser', 3, 0)`,
  `INSERT INTO coffees (id, name, \`character\`, density_g_per_ml, roasted_on, stock_g, price_per_kg, position) VALUES ('${id(50)}', 'Saltmarsh', 'medium blend', 0.4, '2026-05-01', 9600, 1850, 0)`,
  `INSERT INTO recipes VALUES ('${id(60)}', 'Loft cone', 0)`,
  `INSERT INTO recipe_versions (id, recipe_id, version, serve, brewer_id, grinder_id, coffee_id, dial_setting, dose_g, hot_water_g, ice_g, water_temp_c, bloom_g, bloom_s, done_s, retention_g_per_g, weighed_g, strength_pct)
   VALUES ('${id(65)}', '${id(60)}', 4, 'hot', '${id(22)}', '${id(41)}', '${id(50)}', 31, 22, 352, 0, 93, 55, 40, 190, 2.23, 303, 1.38),
          ('${id(64)}', '${id(60)}', 3, 'hot', '${id(20)}', '${id(41)}', '${id(50)}', 31, 22, 340, 0, 93, 0, 0, 190, 2.23, NULL, NULL),
          ('${id(63)}', '${id(60)}', 2, 'hot', '${id(20)}', '${id(41)}', '${id(50)}', 31, 22, 340, 0, 93, 44, 30, 190, 2.23, NULL, NULL)`,
];

test("a house of the release before is as good as a new one, and keeps all it had", async () => {
  const { db, pool, drop } = await bareDatabase("migrations");
  const before = upTo("0002_measures");
  try {
    await migrateHouse(pool, before);
    for (const statement of RELEASED) await pool.query(statement);
    await migrateHouse(pool, MIGRATIONS);

    const bench = (await readBench(db, id(1)))!;
    expect(
      bench.brewers.map(({ name, filter, retentionGPerG }) => [name, filter.material, retentionGPerG]),
    ).toEqual([
      ["Fulmar", "paper", 2.12],
      ["Turnstone", "metal", 2.05],
      ["hand cone", "paper", 2.23],
    ]);
    expect(houseSettings.parse(bench.settings)).toMatchObject({
      rounding: { doseG: 2, doseUp: false },
      units: { temp: "°C" },
      icedSchool: "inside",
      coldWaterC: 12,
    });
    expect(bench.brewers.map(({ besideDropC }) => besideDropC)).toEqual([null, null, null]);
    expect((await readThings(db, "cup", id(1)))[0]?.figures).toMatchObject({
      name: "240 ml hot",
      volumeMl: 240,
    });
    const { versions } = (await readRecipe(db, id(60)))!;
    expect(versions.map(({ version, state }) => [version, state])).toEqual([
      [4, "trial"],
      [3, "trial"],
      [2, "trial"],
    ]);
    // Read by the very schema that a recipe is kept by: booleans, nulls and lists are what they were meant as.
    const [newest, older, oldest] = versions.map((each) => recipe.parse(each.recipe));
    expect(newest).toMatchObject({
      doseG: 22,
      blooms: true,
      weighedG: 303,
      strengthPct: 1.38,
      services: ["hot"],
    });
    expect(newest?.pours.map(({ toG, start }) => [toG, start])).toEqual([
      [55, { atS: 0 }],
      [352, { atS: 40 }],
    ]);
    expect(older).toMatchObject({ blooms: false, weighedG: null, pours: [{ toG: 340 }] });
    // A batch brewer's bloom is no pour: it is kept in words.
    expect(oldest).toMatchObject({ blooms: false, origin: "Bloom: 44 g for 30 s" });
    expect(older?.origin).toBe("");
    // Brewed pots are batches of the log now; blank runs were warm ones.
    expect(await readBatches(db, id(1))).toMatchObject([
      { id: id(401), doseG: 200, waterG: 3200, yieldG: 2776 },
    ]);
    expect(await readReadings(db, [id(20)])).toEqual([
      { ownerId: id(20), kind: "blankRun", rows: [{ id: id(400), setG: 2000, weighedG: 1960, cold: 0 }] },
    ]);
  } finally {
    rmSync(before, { recursive: true });
    await drop();
  }
});

/** What a change of tables has done when it is killed in its middle. */
const HALF = readFileSync(join(MIGRATIONS, "0003_bench.sql"), "utf8")
  .split("--> statement-breakpoint")
  .slice(0, 3);

test("a first set-up that was killed half-way is begun anew; a house that has anybody is left as it is", async () => {
  const { pool, drop } = await bareDatabase("unfinished");
  const before = upTo("0002_measures");
  const tables = async () => (await pool.query<RowDataPacket[]>("SHOW TABLES"))[0].length;
  try {
    await clearUnfinished(pool);
    await migrateHouse(pool, before);
    for (const statement of HALF) await pool.query(statement);
    await expect(migrateHouse(pool, MIGRATIONS)).rejects.toThrow();

    await pool.query(RELEASED[0]!);
    const tableCount = await tables();
    await clearUnfinished(pool);
    expect(await tables()).toBe(tableCount);

    await pool.query("DELETE FROM house");
    await clearUnfinished(pool);
    expect(await tables()).toBe(0);
    await migrateHouse(pool, MIGRATIONS);
    expect(await tables()).toBeGreaterThan(tableCount);
  } finally {
    rmSync(before, { recursive: true });
    await drop();
  }
});
