import type { Reading } from "./reading.ts";

/** A scale that is touched shows a little less than before; more than that, and something was lifted off it, g. */
const TOUCHED_G = 12;
/** Nobody pours faster, and no basket drips so, g/s. */
const FASTEST_G_PER_S = 40;
const WOBBLE_G = 6;

/**
 * Whether a scale's reading is one of the brew: neither below nothing, nor far below what lay on it (lifted), nor above
 * what can have come in since (leant on).
 *
 * @param before the last reading that was believed
 */
export function isBelieved(before: Reading | undefined, { atS, massG }: Reading): boolean {
  if (!Number.isFinite(massG) || massG < -WOBBLE_G) return false;
  const { atS: lastS, massG: lastG } = before ?? { atS: 0, massG: 0 };
  if (atS < lastS) return false;
  return massG >= lastG - TOUCHED_G && massG <= lastG + FASTEST_G_PER_S * (atS - lastS) + WOBBLE_G;
}
