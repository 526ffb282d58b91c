import { join } from "node:path";
import type { Bench } from "#contract/bench.ts";
import { readBench } from "#data/bench.ts";
import {
  addressFrom,
  connect,
  type Database,
  type DatabaseAddress,
  type PooledDatabase,
} from "#data/connection.ts";
import { migrateHouse } from "#data/migrate.ts";

/** Where the migrations lie. */
export const MIGRATIONS = join(import.meta.dirname, "../src/data/migrations");

/** An empty database of a test's own, on the tests' server, at the newest migration. */
export async function freshDatabase(name: string): Promise<{
  readonly db: PooledDatabase;
  readonly address: DatabaseAddress;
  readonly drop: () => Promise<void>;
}> {
  const address = addressFrom(process.env);
  const own = `${address.database}_${name}_${process.pid}`;
  const server = connect(address);
  await server.pool.query(`CREATE DATABASE \`${own}\``);
  const ownAddress = { ...address, database: own };
  const { db, pool } = connect(ownAddress);
  await migrateHouse(pool, MIGRATIONS);
  const drop = async () => {
    await pool.end();
    await server.pool.query(`DROP DATABASE \`${own}\``);
    await server.pool.end();
  };
  return { db, address: ownAddress, drop };
}

/** A site's bench as the server hands it to a page on the tests' day. */
export async function benchOn(db: Database, siteId: string): Promise<Bench> {
  const bench = await readBench(db, siteId);
  if (!bench) throw new Error("no bench");
  return { ...bench, today: "2026-07-14" };
}

/** In the place of the slow hash, where nobody signs in. */
export const noHash = (pin: string) => Promise.resolve(`not a hash of ${pin.length} digits`);
