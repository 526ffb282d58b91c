import type { Reading } from "./reading.ts";

/** A basket that gives less than this between two halves of the last seconds has drained, g. */
const STILL_G = 1.5;
const WATCHED_READINGS = 10;
/** And so much of what was to come had dripped before. */
const MOSTLY_SHARE = 0.85;

/**
 * Whether a basket has drained: nothing has dripped in the last seconds, and nearly all had before.
 *
 * @param dripped readings of a scale under the vessel, one a second
 * @param expectedG what was to drip in all, g
 */
export function hasDrained(dripped: readonly Reading[], expectedG: number): boolean {
  const lately = dripped.slice(-WATCHED_READINGS);
  if (lately.length < WATCHED_READINGS) return false;
  const half = WATCHED_READINGS / 2;
  const mean = (list: readonly Reading[]) => list.reduce((sum, { massG }) => sum + massG, 0) / list.length;
  const [before, after] = [mean(lately.slice(0, half)), mean(lately.slice(half))];
  return after >= MOSTLY_SHARE * expectedG && Math.abs(after - before) < STILL_G;
}
