/*
 * This machine is now twice as fast as an hour later. A fixed piece of work is timed beside each row: a row is told as a multiple of
 * it, too, and a limit that is passed only because everything is slow is not passed.
 */

/** What the work takes on the machine that the limits were set on, in a quiet hour, ms. */
export const QUIET_MS = 2.6;

/** Times before and after. */
const EACH_END = [1, 2, 3];
/** A moment of the machine is no longer than that, ms. */
const MOMENT_MS = 100;
/** Others on the machine make a round slower, and nothing makes one faster: the quietest round counts. */
const ROUNDS = 3;
const SIZE = 60_000;

/** What the fixed work takes now, ms. */
function onceMs() {
  const start = performance.now();
  work();
  return performance.now() - start;
}

function median(times) {
  return times.toSorted((a, b) => a - b)[Math.floor(times.length / 2)];
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

/**
 * A row's figure with the reference beside it, from before, from after, and from each moment between in which the measure calls what it
 * is given.
 */
export async function timed(measure) {
  const times = EACH_END.map(onceMs);
  let lookedMs = performance.now();
  const measured = await measure(() => {
    if (performance.now() - lookedMs < MOMENT_MS) return;
    times.push(onceMs());
    lookedMs = performance.now();
  });
  times.push(...EACH_END.map(onceMs));
  return { measured, reference: median(times) };
}

/**
 * The best of each over some rounds, one after the other, so that a busy moment does not take all rounds of one; each with the
 * reference of its moment, by which the best is chosen, too.
 *
 * @param {readonly ((look: () => void) => Promise<number>)[]} measures
 * @param {(figures: { readonly measured: number, readonly reference: number }) => boolean} isEnough what is enough is not measured again
 * @returns {Promise<readonly { readonly measured: number, readonly reference: number }[]>}
 */
export async function quietest(measures, isEnough = () => false) {
  const best = measures.map(() => undefined);
  for (let round = 0; round < ROUNDS; round++) {
    for (const [i, measure] of measures.entries()) {
      if (best[i] && isEnough(best[i])) continue;
      const figures = await timed(measure);
      if (!best[i] || inQuiet(figures) < inQuiet(best[i])) best[i] = figures;
    }
  }
  return best;
}

/** What it would have taken in a quiet hour. */
function inQuiet({ measured, reference }) {
  return measured / Math.max(1, reference / QUIET_MS);
}

/**
 * Whether a row is within its limit, by the clock or, where the machine is slower than it was, by the reference.
 *
 * @param {{ readonly measured: number, readonly limit: number, readonly reference?: number }} row
 */
export function isWithin({ measured, limit, reference = 0 }) {
  return inQuiet({ measured, reference }) <= limit;
}
