import { copyFileSync, mkdirSync, mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Pool, RowDataPacket } from "mysql2/promise";
import { addressFrom, connect } from "#data/connection.ts";
import { MIGRATIONS } from "./database.ts";

/** A row as the database prints it: texts, numbers and nulls. */
export type RawRow = Readonly<Record<string, string | number | null>>;
export type RawHouse = Readonly<Record<string, readonly RawRow[]>>;

/** The migrations up to one of them, as a folder of their own. */
export function upTo(last: string): string {
  const folder = mkdtempSync(join(tmpdir(), "tumbek-migrations-"));
  mkdirSync(join(folder, "meta"));
  const journal = JSON.parse(readFileSync(join(MIGRATIONS, "meta/_journal.json"), "utf8"));
  const place = journal.entries.findIndex(({ tag }: { tag: string }) => tag === last);
  const entries = journal.entries.slice(0, place + 1);
  for (const { tag } of entries) copyFileSync(join(MIGRATIONS, `${tag}.sql`), join(folder, `${tag}.sql`));
  writeFileSync(join(folder, "meta/_journal.json"), JSON.stringify({ ...journal, entries }));
  return folder;
}

/** An empty database without any table, for a test that migrates it. */
export async function bareDatabase(name: string) {
  const address = addressFrom(process.env);
  const own = `${address.database}_${name}_${process.pid}`;
  const server = connect(address);
  await server.pool.query(`CREATE DATABASE \`${own}\``);
  const { db, pool } = connect({ ...address, database: own });
  const drop = async () => {
    await pool.end();
    await server.pool.query(`DROP DATABASE \`${own}\``);
    await server.pool.end();
  };
  return { db, pool, drop };
}

/** A house as a release kept it, with rows in every table: the demo house and what was made in it. */
export function releasedHouse(last: string): RawHouse {
  return JSON.parse(readFileSync(join(import.meta.dirname, "releases", `${last}.json`), "utf8"));
}

/** Writes a house's rows into its tables, whichever names which. */
export async function fillRaw(pool: Pool, house: RawHouse): Promise<void> {
  const connection = await pool.getConnection();
  await connection.query("SET FOREIGN_KEY_CHECKS = 0");
  for (const [table, rows] of Object.entries(house)) {
    for (const row of rows) await connection.query(`INSERT INTO \`${table}\` SET ?`, [row]);
  }
  connection.destroy();
}

/** Every row of a table, printed as `releasedHouse` has them. */
export async function readRaw(pool: Pool, table: string): Promise<RawRow[]> {
  const [rows] = await pool.query<RowDataPacket[]>({
    sql: `SELECT * FROM \`${table}\``,
    dateStrings: true,
    typeCast: (field, next) => (field.type === "JSON" || field.type === "BLOB" ? field.string() : next()),
  });
  return rows as RawRow[];
}
