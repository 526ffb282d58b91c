import { addressFrom, connect, type Database } from "#data/connection.ts";

let opened: Database | undefined;

/** The house's database, opened on first use and kept. */
export function database(): Database {
  opened ??= connect(addressFrom(process.env)).db;
  return opened;
}
