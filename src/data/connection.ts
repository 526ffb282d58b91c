import type { MySqlDatabase } from "drizzle-orm/mysql-core";
import { drizzle, type MySql2PreparedQueryHKT, type MySql2QueryResultHKT } from "drizzle-orm/mysql2";
import { createPool, type Pool, type PoolConnection } from "mysql2/promise";
import { z } from "zod";
import { guardPool } from "./guard.ts";
import { limitWait } from "./poolWait.ts";

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

/**
 * The handle of a query: the house's database, or a transaction on it. The query builder's own way to a
 * transaction is taken away: `transact` is the only one.
 */
export type Database = Omit<MySqlDatabase<MySql2QueryResultHKT, MySql2PreparedQueryHKT>, "transaction">;

/** The house's database itself, over its pool of connections. */
export type PooledDatabase = Database & { readonly $client: Pool };

/** A page reads up to a dozen tables at once. */
const CONNECTIONS = 12;
/** How long a page may wait for a database that is gone. */
const CONNECT_TIMEOUT_MS = 3000;
/** Requests that may wait for a connection; more are told at once that the house is busy. */
const MOST_WAITING = 400;
/** Longest wait for a connection, ms. */
const ACQUIRE_MS = 8000;

/**
 * First statements of every connection. After a lock was waited for, a read must see what its last holder left, so each
 * statement reads what is committed by then. Two seconds for a lock, then the transaction begins anew. A transaction
 * that asks nothing for ten seconds is broken off by the database, and its locks with it: no transaction computes.
 */
const SESSION = [
  "SET SESSION TRANSACTION ISOLATION LEVEL READ COMMITTED",
  "SET SESSION innodb_lock_wait_timeout = 2, idle_transaction_timeout = 10",
];

export function connect(at: DatabaseAddress): { readonly db: PooledDatabase; readonly pool: Pool } {
  const pool = createPool({
    ...at,
    connectionLimit: CONNECTIONS,
    connectTimeout: CONNECT_TIMEOUT_MS,
    queueLimit: MOST_WAITING,
    // Times are kept and read in UTC, whatever the machine's zone.
    timezone: "Z",
    // Each query would note where it was asked, in case it fails; what failed is told with its question anyway.
    trace: false,
  });
  pool.on("connection", (connection) => {
    // The driver hands out its inner connection here, which takes a callback; it answers in order.
    const inner = connection as unknown as {
      query(sql: string, done: (error: unknown) => void): void;
      destroy(): void;
    };
    for (const statement of SESSION) inner.query(statement, (error) => error && inner.destroy());
  });
  limitWait(pool, ACQUIRE_MS);
  return { db: queriesOn(guardPool(pool)), pool };
}

/** Queries on a pool, or on one connection of it. */
export function queriesOn(client: Pool): PooledDatabase;
export function queriesOn(client: PoolConnection): Database;
export function queriesOn(client: Pool | PoolConnection): Database {
  // MariaDB has no LATERAL joins, which the default mode's relational queries would use.
  return drizzle(client, { mode: "planetscale" });
}
