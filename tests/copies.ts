import type { Connection, RowDataPacket } from "mysql2/promise";
import type { DatabaseAddress } from "#data/connection.ts";

const PATIENCE_S = 600;
const WHOLE = "whole";

/** The name of a database that others are copied from. */
export function modelOn(server: DatabaseAddress, model: string): string {
  return `${server.database}_of_${model}`;
}

/** Makes a database unless it is there: of all that ask at once the first sets it up. */
export async function onceOnServer(
  server: Connection,
  database: string,
  setUp: () => Promise<void>,
): Promise<void> {
  const [[lock]] = await server.query<RowDataPacket[]>("SELECT GET_LOCK(?, ?) AS isHeld", [
    database,
    PATIENCE_S,
  ]);
  if (lock?.isHeld !== 1) throw new Error(`another test has not set ${database} up within ${PATIENCE_S} s`);
  const [made] = await server.query<RowDataPacket[]>(
    "SELECT 1 FROM information_schema.SCHEMATA WHERE SCHEMA_NAME = ? AND SCHEMA_COMMENT = ?",
    [database, WHOLE],
  );
  if (made.length === 0) {
    // One that was broken off is made anew.
    await server.query(`DROP DATABASE IF EXISTS \`${database}\``);
    await server.query(`CREATE DATABASE \`${database}\``);
    await setUp();
    await server.query(`ALTER DATABASE \`${database}\` COMMENT = '${WHOLE}'`);
  }
  await server.query("SELECT RELEASE_LOCK(?)", [database]);
}

/** Copies a database, its rows and triggers included. */
export async function copyDatabase(server: Connection, from: string, to: string): Promise<void> {
  const rows = async (sql: string, ...values: readonly string[]) =>
    (await server.query<RowDataPacket[]>(sql, [...values]))[0];
  // One process may run a file of tests again and again, and need not have put its database away.
  await server.query(`DROP DATABASE IF EXISTS \`${to}\``);
  await server.query(`CREATE DATABASE \`${to}\``);
  await server.query(`USE \`${to}\``);
  await server.query("SET SESSION foreign_key_checks = 0");
  const columns = await rows(
    "SELECT TABLE_NAME AS name, GROUP_CONCAT('`', COLUMN_NAME, '`') AS own FROM information_schema.COLUMNS " +
      "WHERE TABLE_SCHEMA = ? AND GENERATION_EXPRESSION IS NULL GROUP BY TABLE_NAME",
    from,
  );
  for (const { name, own } of columns) {
    const [made] = await rows(`SHOW CREATE TABLE \`${from}\`.\`${name}\``);
    await server.query(made!["Create Table"]);
    await server.query(`INSERT INTO \`${name}\` (${own}) SELECT ${own} FROM \`${from}\`.\`${name}\``);
  }
  const triggers = await rows(`SHOW TRIGGERS FROM \`${from}\``);
  for (const { Trigger, Timing, Event, Table, Statement } of triggers)
    await server.query(
      `CREATE TRIGGER \`${Trigger}\` ${Timing} ${Event} ON \`${Table}\` FOR EACH ROW ${Statement}`,
    );
}

/** Puts away what was copied from, so that the code of now makes it anew. */
export async function forgetModels(server: Connection, address: DatabaseAddress): Promise<void> {
  const [all] = await server.query<RowDataPacket[]>("SHOW DATABASES LIKE ?", [
    modelOn(address, "%").replaceAll("_", "\\_"),
  ]);
  for (const row of all) await server.query(`DROP DATABASE \`${Object.values(row)[0]}\``);
}
