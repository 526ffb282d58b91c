import { setTimeout as pause } from "node:timers/promises";
import { sql } from "drizzle-orm";
import type { Pool, PoolConnection } from "mysql2/promise";
import { type Database, type PooledDatabase, queriesOn } from "./connection.ts";
import { isDuplicate, isWorthAnotherTry, OutcomeUnknown } from "./failures.ts";
import { insideTransaction } from "./guard.ts";

declare const OPEN: unique symbol;

/** The handle of a transaction that is open; only `transact` makes one. */
export type Transaction = Database & { readonly [OPEN]: true };

const MOST_TRIES = 8;
const FIRST_PAUSE_MS = 10;
const LONGEST_PAUSE_MS = 300;

const open = new WeakSet<Database>();
const lastSteps = new WeakMap<Database, (() => Promise<void>)[]>();

/** Leaves a step for the end of a transaction, after all of its work and before the commit. */
export function atTheEnd(tx: Transaction, step: () => Promise<void>): void {
  const steps = lastSteps.get(tx);
  if (steps) steps.push(step);
  else lastSteps.set(tx, [step]);
}

/**
 * Does work as one transaction: all of it is kept, or nothing, where it throws or answers with a failed `Result`. Given a
 * transaction, the work becomes part of it.
 *
 * Deadlocks and the like are tried again, up to eight times, and a key that somebody else took meanwhile once, so that
 * the work must have no effect but on its handle.
 * The pool refuses whatever the work asks of it in passing.
 *
 * @throws what the work threw, or the driver's first error; `OutcomeUnknown` where the answer to COMMIT was lost
 */
export async function transact<T>(db: Database, work: (tx: Transaction) => Promise<T>): Promise<T> {
  if (isOpen(db)) return work(db);
  const { $client: pool } = db as PooledDatabase;
  for (let tries = 1; ; tries++) {
    try {
      return await once(pool, work);
    } catch (error) {
      const again = isWorthAnotherTry(error) ? tries < MOST_TRIES : isDuplicate(error) && tries === 1;
      if (!again) throw error;
      // Any part of the pause, so that two that met do not meet again.
      await pause(Math.random() * Math.min(LONGEST_PAUSE_MS, FIRST_PAUSE_MS * 2 ** tries));
    }
  }
}

function isOpen(db: Database): db is Transaction {
  return open.has(db);
}

async function once<T>(pool: Pool, work: (tx: Transaction) => Promise<T>): Promise<T> {
  const connection = await pool.getConnection();
  const tx = queriesOn(connection) as Transaction;
  try {
    await connection.query("START TRANSACTION");
    open.add(tx);
    const result = await insideTransaction(async () => {
      const result = await work(tx);
      if (!isFailure(result)) for (const step of lastSteps.get(tx) ?? []) await step();
      return result;
    });
    if (isFailure(result)) {
      await giveBack(connection);
    } else {
      await commit(connection);
      connection.release();
    }
    return result;
  } catch (error) {
    await giveBack(connection);
    throw error;
  } finally {
    open.delete(tx);
  }
}

/** Whether an answer is a failed `Result`. */
function isFailure(answer: unknown): boolean {
  return typeof answer === "object" && answer !== null && "ok" in answer && answer.ok === false;
}

async function commit(connection: PoolConnection): Promise<void> {
  try {
    await connection.query("COMMIT");
  } catch (error) {
    // A cluster says so when it refused; any other failure leaves open whether the words arrived.
    throw isWorthAnotherTry(error) ? error : new OutcomeUnknown(error);
  }
}

/** Undoes what was done, and ends a connection on which that fails. A failed rollback hides no earlier error. */
async function giveBack(connection: PoolConnection): Promise<void> {
  try {
    await connection.query("ROLLBACK");
    connection.release();
  } catch {
    connection.destroy();
  }
}

/** Names of the locks; one transaction at a time holds each. */
export type LockName = "bar" | "cards" | "people" | "recipes" | "standards" | "trials";

/**
 * Holds a lock until the transaction ends; taken before anything is read that it guards. It is a row that is written,
 * because a row that is only read for update is not held on the other nodes of a cluster.
 */
export async function lock(tx: Transaction, name: LockName): Promise<void> {
  const [{ affectedRows }] = await tx.execute(sql`UPDATE locks SET turn = turn + 1 WHERE name = ${name}`);
  if (affectedRows !== 1) throw new Error(`there is no lock named ${name}`);
}

/**
 * Reads as of one moment, whatever is committed meanwhile: all that is asked of the handle belongs together.
 */
export async function inSnapshot<T>(db: Database, read: (at: Database) => Promise<T>): Promise<T> {
  const connection = await (db as PooledDatabase).$client.getConnection();
  try {
    await connection.query("SET TRANSACTION ISOLATION LEVEL REPEATABLE READ");
    await connection.query("START TRANSACTION WITH CONSISTENT SNAPSHOT, READ ONLY");
    const found = await insideTransaction(() => read(queriesOn(connection)));
    await connection.query("COMMIT");
    connection.release();
    return found;
  } catch (error) {
    await giveBack(connection);
    throw error;
  }
}
