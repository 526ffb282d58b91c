import type { MySqlDatabase } from "drizzle-orm/mysql-core";
import {
  drizzle,
  type MySql2Database,
  type MySql2PreparedQueryHKT,
  type MySql2QueryResultHKT,
} from "drizzle-orm/mysql2";
import { createPool, type Pool } from "mysql2/promise";
import { z } from "zod";
import * as schema from "./schema.ts";

const address = z.object({
  host: z.string(),
  port: z.number().int(),
  user: z.string(),
  password: z.string(),
  database: z.string(),
});

export type DatabaseAddress = z.infer<typeof address>;

/** The database's address as `./tumbek` hands it on. */
export function addressFrom(env: NodeJS.ProcessEnv): DatabaseAddress {
  if (!env.TUMBEK_DATABASE)
    throw new Error("TUMBEK_DATABASE is not set: start the house with ./tumbek start");
  return address.parse(JSON.parse(env.TUMBEK_DATABASE));
}

/** The house's database, or a transaction on it. */
export type Database = MySqlDatabase<MySql2QueryResultHKT, MySql2PreparedQueryHKT, typeof schema>;

/** A page reads up to a dozen tables at once. */
const CONNECTIONS = 12;
/** How long a page may wait for a database that is gone. */
const CONNECT_TIMEOUT_MS = 3000;

export function connect(at: DatabaseAddress): {
  readonly db: MySql2Database<typeof schema>;
  readonly pool: Pool;
} {
  const pool = createPool({
    ...at,
    connectionLimit: CONNECTIONS,
    connectTimeout: CONNECT_TIMEOUT_MS,
    // Times are kept and read in UTC, whatever the machine's zone.
    timezone: "Z",
  });
  // MariaDB has no LATERAL joins, which the default mode's relational queries use.
  return { db: drizzle(pool, { schema, mode: "planetscale" }), pool };
}
