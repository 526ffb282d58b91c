import { join } from "node:path";
import { createConnection } from "mysql2/promise";
import type { Bench } from "#contract/bench.ts";
import { readBench } from "#data/bench.ts";
import {
  addressFrom,
  connect,
  type Database,
  type DatabaseAddress,
  type PooledDatabase,
} from "#data/connection.ts";
import { loadDemoHouse } from "#data/demo/house.ts";
import { migrateHouse } from "#data/migrate.ts";
import { copyDatabase, modelOn, onceOnServer } from "./copies.ts";

/** Where the migrations lie. */
export const MIGRATIONS = join(import.meta.dirname, "../src/data/migrations");

/** A database of a test's own on the tests' server, and how it is put away. */
export interface OwnDatabase {
  readonly db: PooledDatabase;
  readonly address: DatabaseAddress;
  readonly drop: () => Promise<void>;
}

/** An empty one, at the newest migration. */
export function freshDatabase(name: string): Promise<OwnDatabase> {
  return ownCopy(name, "empty", ({ pool }) => migrateHouse(pool, MIGRATIONS));
}

/** One with the demo house as of a moment, in which nobody can sign in. */
export function demoDatabase(name: string, now: Date): Promise<OwnDatabase> {
  return ownCopy(name, `demo_${now.getTime()}`, (at) => setUpDemo(at, now));
}

async function setUpDemo({ pool, db }: ReturnType<typeof connect>, now: Date): Promise<void> {
  await migrateHouse(pool, MIGRATIONS);
  await loadDemoHouse(db, now, noHash);
}

/** The same with what it has at hand in its first minute: cards, lists, trials, and pots in use. */
export function plannedDatabase(name: string, now: Date): Promise<OwnDatabase> {
  return ownCopy(name, `planned_${now.getTime()}`, async (at) => {
    await setUpDemo(at, now);
    const { planDemoDays } = await import("#server/demoDay.ts");
    await planDemoDays(at.db, now);
  });
}

/** A copy of what is set up once on the server: that takes seconds, and a copy takes half of one. */
async function ownCopy(
  name: string,
  model: string,
  setUp: (at: ReturnType<typeof connect>) => Promise<unknown>,
): Promise<OwnDatabase> {
  const server = addressFrom(process.env);
  const modelAddress = { ...server, database: modelOn(server, model) };
  const address = { ...server, database: `${server.database}_${name}_${process.pid}` };
  const outside = await createConnection({ ...server, timezone: "Z" });
  try {
    await onceOnServer(outside, modelAddress.database, async () => {
      const at = connect(modelAddress);
      await setUp(at).finally(() => at.pool.end());
    });
    await copyDatabase(outside, modelAddress.database, address.database);
  } finally {
    await outside.end();
  }
  const { db, pool } = connect(address);
  const drop = async () => {
    await pool.query(`DROP DATABASE \`${address.database}\``);
    await pool.end();
  };
  return { db, address, drop };
}

/** A site's bench as the server hands it to a page on the tests' day. */
export async function benchOn(db: Database, siteId: string): Promise<Bench> {
  const bench = await readBench(db, siteId);
  if (!bench) throw new Error("no bench");
  return { ...bench, today: "2026-07-14" };
}

/** In the place of the slow hash, where nobody signs in. */
export const noHash = (pin: string) => Promise.resolve(`not a hash of ${pin.length} digits`);
