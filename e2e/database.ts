import { resolve } from "node:path";
import { createConnection } from "mysql2/promise";
import { readAddress } from "../scripts/lib/database.mjs";

type Query = (sql: string, values?: string[]) => Promise<unknown>;

/** Where the tests' house keeps its database. */
export const DATABASE_HOME = resolve(process.env.TUMBEK_HOME ?? "", "database");

/** Reaches past the application into its database, for what no screen can do. */
export async function onDatabase<Value>(work: (query: Query) => Promise<Value>): Promise<Value> {
  const connection = await createConnection(readAddress(DATABASE_HOME));
  try {
    return await work(async (sql, values) => (await connection.query(sql, values))[0]);
  } finally {
    await connection.end();
  }
}
