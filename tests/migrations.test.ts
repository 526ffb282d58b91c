import { copyFileSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { migrate } from "drizzle-orm/mysql2/migrator";
import { expect, test } from "vitest";
import { houseSettings } from "#contract/house.ts";
import { readBatches } from "#data/batches.ts";
import { readBench } from "#data/bench.ts";
import { addressFrom, connect } from "#data/connection.ts";
import { readReadings } from "#data/measures.ts";
import { readThings } from "#data/things.ts";

const MIGRATIONS = join(import.meta.dirname, "../src/data/migrations");
const id = (n: number) => `0190a5c0-0000-7000-8000-${String(n).padStart(12, "0")}`;

/** The migrations up to one of them, as a folder of their own. */
function upTo(last: string): string {
  const folder = mkdtempSync(join(tmpdir(), "tumbek-migrations-"));
  mkdirSync(join(folder, "meta"));
  const journal = JSON.parse(readFileSync(join(MIGRATIONS, "meta/_journal.json"), "utf8"));
  const place = journal.entries.findIndex(({ tag }: { tag: string }) => tag === last);
  const entries = journal.entries.slice(0, place + 1);
  for (const { tag } of entries) copyFileSync(join(MIGRATIONS, `${tag}.sql`), join(folder, `${tag}.sql`));
  writeFileSync(join(folder, "meta/_journal.json"), JSON.stringify({ ...journal, entries }));
  return folder;
}

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
];

test("a house of the release before is as good as a new one, and keeps all it had", async () => {
  const address = addressFrom(process.env);
  const own = `${address.database}_migrations_${process.pid}`;
  const server = connect(address);
  await server.pool.query(`CREATE DATABASE \`${own}\``);
  const { db, pool } = connect({ ...address, database: own });
  const before = upTo("0002_measures");
  try {
    await migrate(db, { migrationsFolder: before });
    for (const statement of RELEASED) await pool.query(statement);
    await migrate(db, { migrationsFolder: MIGRATIONS });

    const bench = (await readBench(db, id(1)))!;
    expect(
      bench.brewers.map(({ name, filter, retentionGPerG }) => [name, filter.material, retentionGPerG]),
    ).toEqual([
      ["Fulmar", "paper", 2.12],
      ["Turnstone", "metal", 2.05],
    ]);
    expect(houseSettings.parse(bench.settings)).toMatchObject({
      rounding: { doseG: 2, doseUp: false },
      units: { temp: "°C" },
      icedSchool: "inside",
    });
    expect((await readThings(db, "cup", id(1)))[0]?.figures).toMatchObject({
      name: "240 ml hot",
      volumeMl: 240,
    });
    // Brewed pots are batches of the log now; blank runs were warm ones.
    expect(await readBatches(db, id(1))).toMatchObject([
      { id: id(401), doseG: 200, waterG: 3200, yieldG: 2776 },
    ]);
    expect(await readReadings(db, [id(20)])).toEqual([
      { ownerId: id(20), kind: "blankRun", rows: [{ id: id(400), setG: 2000, weighedG: 1960, cold: 0 }] },
    ]);
  } finally {
    rmSync(before, { recursive: true });
    await pool.end();
    await server.pool.query(`DROP DATABASE \`${own}\``);
    await server.pool.end();
  }
});
