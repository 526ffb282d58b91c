/** Halvings until a quantile is known to the last digit, and where it is sought. */
const HALVINGS = 80;
const MOST_QUANTILE = 1000;

/**
 * Share of a Student distribution that lies below `t`.
 *
 * Source: Abramowitz and Stegun 26.7.3 and 26.7.4, exact for whole degrees of freedom.
 *
 * @param freedom degrees of freedom, a whole number from 1
 */
export function studentShare(t: number, freedom: number): number {
  const angle = Math.atan(t / Math.sqrt(freedom));
  const cosSquared = Math.cos(angle) ** 2;
  const isOdd = freedom % 2 === 1;
  let term = isOdd ? Math.cos(angle) : 1;
  let sum = freedom === 1 ? 0 : term;
  for (let k = isOdd ? 3 : 2; k < freedom; k += 2) {
    term *= ((k - 1) / k) * cosSquared;
    sum += term;
  }
  const within = isOdd ? (2 / Math.PI) * (angle + Math.sin(angle) * sum) : Math.sin(angle) * sum;
  return (1 + within) / 2;
}

/**
 * Value of a Student distribution that a share of it lies below, sought between 0 and 1,000.
 *
 * @param share 0.5 to 0.99
 */
export function studentQuantile(share: number, freedom: number): number {
  let [low, high] = [0, MOST_QUANTILE];
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2;
    if (studentShare(middle, freedom) < share) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
