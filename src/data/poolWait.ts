import type { Pool, PoolConnection } from "mysql2";
import type { Pool as PromisePool } from "mysql2/promise";
import { PoolBusy } from "./failures.ts";

type Taken = (error: NodeJS.ErrnoException | null, connection: PoolConnection) => void;

/**
 * Ends the wait for one of a pool's connections after a time, so that a pool whose connections are all held cannot hang whoever asks.
 * A connection that comes later goes back to the pool.
 *
 * @throws `PoolBusy`, from every query that waited for too long
 */
export function limitWait({ pool }: PromisePool & { readonly pool: Pool }, limitMs: number): void {
  const own = pool.getConnection.bind(pool);
  pool.getConnection = (taken: Taken) => {
    let isOver = false;
    const limit = setTimeout(() => {
      isOver = true;
      taken(new PoolBusy(), undefined as unknown as PoolConnection);
    }, limitMs);
    own((error, connection) => {
      clearTimeout(limit);
      if (!isOver) taken(error, connection);
      else if (!error) connection.release();
    });
  };
}
