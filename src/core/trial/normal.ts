/** Below this the series would cancel: the tail has its own fraction. */
const TAIL = -3;
const MOST_TERMS = 200;
const FRACTION_DEPTH = 120;

/**
 * Share of a standard normal distribution that lies below `z`; to fifteen digits near the middle, and to as many of
 * its own size in the lower tail.
 *
 * Source: Marsaglia 2004, "Evaluating the normal distribution" (series); Abramowitz and Stegun 26.2.14 (tail).
 */
export function normalShare(z: number): number {
  if (z < TAIL) return lowerTail(-z);
  if (z > -TAIL) return 1 - lowerTail(z);
  let term = z;
  let sum = z;
  for (let i = 3; i < 2 * MOST_TERMS && Math.abs(term) > 1e-17 * Math.abs(sum); i += 2) {
    term *= (z * z) / i;
    sum += term;
  }
  return 0.5 + sum * density(z);
}

/** Share beyond `z`, which is above 3. */
function lowerTail(z: number): number {
  let fraction = z;
  for (let depth = FRACTION_DEPTH; depth > 0; depth--) fraction = z + depth / fraction;
  return density(z) / fraction;
}

function density(z: number): number {
  return Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI);
}
