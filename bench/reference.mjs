/*
 * This machine is now twice as fast as an hour later. A fixed piece of work is timed beside each row: a row is told as a multiple of
 * it, too, and a limit that is passed only because everything is slow is not passed.
 */

/** What the work takes on the machine that the limits were set on, in a quiet hour, ms. */
export const QUIET_MS = 2.6;

const TIMES = 5;
const SIZE = 60_000;

/** What the fixed work takes now, ms: the median of some times. */
export function referenceMs() {
  const times = Array.from({ length: TIMES }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  });
  return times.toSorted((a, b) => a - b)[Math.floor(TIMES / 2)];
}

/** Sums, objects and text, as a page's work is. */
function work() {
  let sum = 0;
  for (let i = 1; i < SIZE; i++) sum += Math.exp(-i / SIZE) * Math.sqrt(i);
  const rows = Array.from({ length: SIZE / 60 }, (_, i) => ({ id: i, name: `row ${i}`, sum: sum / i }));
  const read = JSON.parse(JSON.stringify(rows));
  const byName = new Map(read.map((row) => [row.name, row]));
  return byName.size + [...byName.values()].toSorted((a, b) => b.id - a.id)[0].id;
}

/** A row's figure with the reference beside it. */
export async function timed(measure) {
  const before = referenceMs();
  const measured = await measure();
  return { measured, reference: (before + referenceMs()) / 2 };
}

/**
 * Whether a row is within its limit, by the clock or, where the machine is slower than it was, by the reference.
 *
 * @param {{ readonly measured: number, readonly limit: number, readonly reference?: number }} row
 */
export function isWithin({ measured, limit, reference = 0 }) {
  return measured <= limit * Math.max(1, reference / QUIET_MS);
}
