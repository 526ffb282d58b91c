import type { Reading } from "./reading.ts";

/** A reading is steady when so many seconds of it agree. */
const WATCHED_S = 2;
const LEAST_READINGS = 6;
/** Between its two halves it moves by no more than this, and no single one is further off, g. */
const STILL_G = 0.8;
const WOBBLE_G = 6;

/**
 * Mean of a scale's last two seconds, once it has come to rest; undefined while something is poured, drips or is lifted.
 *
 * @param lately readings of the last seconds, in order of time
 */
export function steadyG(lately: readonly Reading[]): number | undefined {
  const untilS = lately.at(-1)?.atS ?? 0;
  const watched = lately.filter(({ atS }) => atS > untilS - WATCHED_S);
  if (watched.length < LEAST_READINGS) return undefined;
  const mean = (list: readonly Reading[]) => list.reduce((sum, { massG }) => sum + massG, 0) / list.length;
  const half = Math.floor(watched.length / 2);
  const [before, after, all] = [mean(watched.slice(0, half)), mean(watched.slice(half)), mean(watched)];
  const isStill = Math.abs(after - before) <= STILL_G;
  return isStill && watched.every(({ massG }) => Math.abs(massG - all) <= WOBBLE_G) ? all : undefined;
}
