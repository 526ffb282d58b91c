import { AsyncLocalStorage } from "node:async_hooks";
import type { Pool } from "mysql2/promise";

const inside = new AsyncLocalStorage<true>();

/** Does the work of a transaction: whatever it calls, the pool refuses it. */
export function insideTransaction<T>(work: () => Promise<T>): Promise<T> {
  return inside.run(true, work);
}

const GUARDED = ["query", "execute", "getConnection"] as const;

/**
 * Lets a pool refuse whatever is asked of it inside a transaction. A transaction that waits for a second connection,
 * while others hold the rest and wait too, waits for good.
 */
export function guardPool(pool: Pool): Pool {
  for (const name of GUARDED) {
    const own = (pool[name] as (...args: unknown[]) => unknown).bind(pool);
    Object.assign(pool, {
      [name]: (...args: unknown[]) => {
        if (inside.getStore()) {
          throw new Error(`the pool's ${name} was called inside a transaction: use the handle it was given`);
        }
        return own(...args);
      },
    });
  }
  return pool;
}
