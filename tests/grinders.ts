import { fitCurve } from "#core/grind";
import type { GroundDial } from "#core/outlook";
import { must } from "#core/result";

/* The demo house's two grinders, as their sieves found them. */

const sieve = (pairs: readonly (readonly [number, number])[]) =>
  pairs.map(([setting, um]) => ({ setting, um, by: "sieve" as const }));

export const CHOUGH_CURVE = sieve([
  [0, 430],
  [5, 620],
  [9.5, 800],
  [14, 980],
  [24, 1420],
]);
export const DUNLIN_CURVE = sieve([
  [0, 380],
  [18, 620],
  [31, 800],
  [45, 980],
  [60, 1190],
]);
/** Chough's dial, its curve fitted. */
export const CHOUGH: GroundDial = {
  min: 0,
  max: 24,
  step: 0.5,
  higherIs: "coarser",
  curve: must(fitCurve(CHOUGH_CURVE)),
};
