/** Wrong PINs for one name before the first pause. */
export const FREE_TRIES = 5;
/** Longest pause of somebody who forgot a PIN, min. */
export const LONGEST_PAUSE_MIN = 15;

/**
 * How long a name's sign-in pauses: 1, 2, 4, 8 and then 15 minutes.
 *
 * @param times which pause of a day it is, from 1
 * @returns minutes
 */
export function pauseMin(times: number): number {
  return Math.min(LONGEST_PAUSE_MIN, 2 ** (times - 1));
}
