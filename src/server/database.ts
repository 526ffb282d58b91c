import { addressFrom, connect, type PooledDatabase } from "#data/connection.ts";
import { keptInProcess } from "./process.ts";

/** The house's database, opened on first use and kept. */
export function database(): PooledDatabase {
  return keptInProcess("database", () => connect(addressFrom(process.env)).db);
}
