/** A COMMIT was sent, and its answer never came: the work may have been kept, or not. */
export class OutcomeUnknown extends Error {
  constructor(cause: unknown) {
    super("the database went away while a change was kept", { cause });
  }
}

/**
 * Failures after which the same work may succeed: 1213 deadlock, or a cluster that found two writers of one row; 1205 a
 * lock was waited for too long; 1020 a row changed under a snapshot.
 */
const AGAIN = [1213, 1205, 1020];
/** Somebody else kept a row of that key meanwhile: the work finds it when it looks once more. */
const DUPLICATE = 1062;

/** 1047 a node that has lost its cluster; 1053 it shuts down; 1927 the connection was killed. */
const AWAY = [1047, 1053, 1927];
const AWAY_CODES = ["ECONNREFUSED", "ECONNRESET", "PROTOCOL_CONNECTION_LOST", "ETIMEDOUT", "EPIPE"];
/** The driver has no code for a command on a connection that was closed under it. */
const CLOSED = /^(Can't add new command when connection is in closed state|Connection lost|Pool is closed)/;

/** 1021 the disk is full; 1114 a table is; 1026 and 3 writing failed; 1030 with the system's 28, no space left. */
const FULL = [1021, 1114, 1026, 3];
const NO_SPACE = /(errno: |error )28\b|No space left/;

/** Whether something could not be kept because there is no room for it. */
export function isDiskFull(error: unknown): boolean {
  return anyCause(error, (each) => FULL.includes(Number(errnoOf(each))) || NO_SPACE.test(each.message));
}

/** Whether a transaction that failed so is worth another try. */
export function isWorthAnotherTry(error: unknown): boolean {
  return anyCause(error, (each) => AGAIN.includes(Number(errnoOf(each))));
}

/** Whether a row was not kept because another one has its key. */
export function isDuplicate(error: unknown): boolean {
  return anyCause(error, (each) => errnoOf(each) === DUPLICATE);
}

/** Whether the database could not be reached, however deep the driver says so; also when an outcome is unknown. */
export function isDatabaseAway(error: unknown): boolean {
  return anyCause(
    error,
    (each) =>
      each instanceof OutcomeUnknown ||
      AWAY.includes(Number(errnoOf(each))) ||
      ("code" in each && AWAY_CODES.includes(String(each.code))) ||
      CLOSED.test(each.message),
  );
}

/** Every connection of the pool was held for too long, or too many waited for one: nothing was asked of the database. */
export class PoolBusy extends Error {
  constructor() {
    super("no connection to the database became free in time");
  }
}

const QUEUE_FULL = /^Queue limit reached/;

/** Whether the pool was too busy to ask the database at all. */
export function isPoolBusy(error: unknown): boolean {
  return anyCause(error, (each) => each instanceof PoolBusy || QUEUE_FULL.test(each.message));
}

/** Whether a change may have been kept although the database went away. */
export function isOutcomeUnknown(error: unknown): boolean {
  return anyCause(error, (each) => each instanceof OutcomeUnknown);
}

function errnoOf(error: Error): unknown {
  return "errno" in error ? error.errno : undefined;
}

function anyCause(error: unknown, holds: (error: Error) => boolean): boolean {
  for (let at = error; at instanceof Error; at = at.cause) if (holds(at)) return true;
  return false;
}

/**
 * What the database itself refused of a write: 1452 it names a row that is not there; 1264, 1366, 1406 a figure or a text that no
 * column takes.
 */
export function refusedByDatabase(error: unknown): "missing" | "unfit" | undefined {
  if (anyCause(error, (each) => errnoOf(each) === 1452)) return "missing";
  if (anyCause(error, (each) => [1264, 1366, 1406].includes(Number(errnoOf(each))))) return "unfit";
  return undefined;
}
