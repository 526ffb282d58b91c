/** Wrong PINs for one name before the first wait. */
export const FREE_TRIES = 5;
/** Longest wait of somebody who forgot a PIN, min. */
export const LONGEST_WAIT_MIN = 15;

/**
 * How long a name's sign-in waits after its last wrong PIN: 0 below five, then 1, 2, 4, 8 and 15 minutes.
 *
 * @param wrong wrong PINs in a row
 * @returns minutes
 */
export function waitMin(wrong: number): number {
  return wrong < FREE_TRIES ? 0 : Math.min(LONGEST_WAIT_MIN, 2 ** (wrong - FREE_TRIES));
}
