import { fail, ok, type Result } from "#core/result";

/** A scoop of ice, as it comes and after it has drained in a sieve, g. */
export interface DrainedIce {
  readonly wholeG: number;
  readonly drainedG: number;
}

/**
 * The share of the ice that is water already: 1 − drained ÷ whole.
 *
 * @returns 0 to below 1; `drainedHeavier` when there is more after draining than before
 */
export function wetShareFrom({
  wholeG,
  drainedG,
}: DrainedIce): Result<number, { readonly code: "drainedHeavier"; readonly field: "drainedG" }> {
  if (!(drainedG <= wholeG)) return fail({ code: "drainedHeavier", field: "drainedG" });
  return ok(1 - drainedG / wholeG);
}
