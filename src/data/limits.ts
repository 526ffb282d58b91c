import type { Pool } from "mysql2";
import {
  type IRateLimiterStoreOptions,
  RateLimiterMemory,
  RateLimiterMySQL,
  RateLimiterRes,
} from "rate-limiter-flexible";
import { FREE_TRIES, LONGEST_PAUSE_MIN, pauseMin } from "#core/people";
import type { PooledDatabase } from "./connection.ts";
import { isWorthAnotherTry } from "./failures.ts";

const MINUTE_S = 60;
const DAY_S = 24 * 60 * MINUTE_S;
const TRIES_A_MINUTE = 30;

/** The open compute API: far above what a spreadsheet sends, far below what would starve a pot's card. */
const COMPUTE = { keyPrefix: "compute", points: 600, duration: 30 };

/** Two servers meet in one row for a moment. */
const MOST_MEETINGS = 5;

type Rule = Pick<IRateLimiterStoreOptions, "keyPrefix" | "points" | "duration" | "insuranceLimiter">;

/** Counts in the house's own table, so that servers count together. */
function limiter(db: PooledDatabase, rule: Rule) {
  const { pool } = db.$client as unknown as { readonly pool: Pool & { config: DriverConfig } };
  return new RateLimiterMySQL({
    ...rule,
    storeClient: pool,
    storeType: "pool",
    dbName: pool.config.connectionConfig.database,
    tableName: "limits",
    tableCreated: true,
    clearExpiredByTimeout: false,
  });
}

/** The driver tells no other way which database its pool is on. */
interface DriverConfig {
  readonly connectionConfig: { readonly database: string };
}

const freeTries = (db: PooledDatabase) =>
  limiter(db, { keyPrefix: "tries", points: FREE_TRIES, duration: DAY_S });
const pauses = (db: PooledDatabase) => limiter(db, { keyPrefix: "pauses", points: 1, duration: DAY_S });

/**
 * Counts a try against a name before its PIN is looked at, so that many at once are counted too. Five are free; then the name
 * pauses, longer each time, and has one try after each pause.
 *
 * @returns seconds to wait, or 0 when this try may be made
 */
export async function tryName(db: PooledDatabase, personId: string): Promise<number> {
  const paused = (await pauses(db).get(personId))?.consumedPoints ?? 0;
  const { isFree, left, waitS } = await take(freeTries(db), personId, paused > 0 ? FREE_TRIES : 1);
  if (isFree) {
    if (left === 0) await pause(db, personId);
    return 0;
  }
  // A longer wait was never given: the pause was not kept, or the clock was set back.
  return waitS <= LONGEST_PAUSE_MIN * MINUTE_S ? waitS : pause(db, personId);
}

/** Lets a name pause, longer than the last time in a day; seconds. */
async function pause(db: PooledDatabase, personId: string): Promise<number> {
  const { consumedPoints } = await again(() => pauses(db).penalty(personId));
  const waitS = pauseMin(consumedPoints) * MINUTE_S;
  await again(() => freeTries(db).block(personId, waitS));
  return waitS;
}

/** The PIN was right: what was counted against the name is forgotten. */
export async function forgiveName(db: PooledDatabase, personId: string): Promise<void> {
  await Promise.all([freeTries(db).delete(personId), pauses(db).delete(personId)]);
}

/**
 * Counts a try against an address: 30 a minute.
 *
 * @returns seconds to wait, or 0 when this try may be made
 */
export function tryAddress(db: PooledDatabase, address: string): Promise<number> {
  return tryEvery(limiter(db, { keyPrefix: "address", points: TRIES_A_MINUTE, duration: MINUTE_S }), address);
}

/** While the database is away, each server counts for itself: computing needs none. */
const alone = new RateLimiterMemory(COMPUTE);

/**
 * Counts a compute request against its sender.
 *
 * @returns seconds to wait, or 0 when this one is answered
 */
export function tryCompute(db: PooledDatabase, address: string): Promise<number> {
  return tryEvery(limiter(db, { ...COMPUTE, insuranceLimiter: alone }), address);
}

/** Takes one of an address's points; one that comes back later than it may was counted before the clock was set back. */
async function tryEvery(limit: RateLimiterMySQL, address: string): Promise<number> {
  const { isFree, waitS } = await take(limit, address, 1);
  if (isFree) return 0;
  if (waitS <= limit.duration) return waitS;
  await limit.delete(address);
  return tryEvery(limit, address);
}

async function take(limit: RateLimiterMySQL, key: string, points: number) {
  const reply = await again(() => limit.consume(key, points)).then(
    (taken) => ({ isFree: true, taken }),
    (refused: unknown) => {
      if (!(refused instanceof RateLimiterRes)) throw refused;
      return { isFree: false, taken: refused };
    },
  );
  const { remainingPoints: left, msBeforeNext } = reply.taken;
  return { isFree: reply.isFree, left, waitS: Math.max(1, Math.ceil(msBeforeNext / 1000)) };
}

/** Counts once more where another server was at the same row. */
async function again<T>(count: () => Promise<T>, meetings = 1): Promise<T> {
  try {
    return await count();
  } catch (error) {
    if (meetings === MOST_MEETINGS || !isWorthAnotherTry(error)) throw error;
    return again(count, meetings + 1);
  }
}
