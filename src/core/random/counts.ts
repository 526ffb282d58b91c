/** Below this a variance-to-mean ratio is 1. */
const NO_SCATTER = 1e-9;

/**
 * Chances of 0, 1, … cups in a slot: Poisson where the variance is the mean, else negative binomial with that variance.
 *
 * @param mean cups, 0 or more
 * @param varianceToMean 1 or more
 * @param most the largest count that is told; the chances of larger ones are left out
 */
export function countChances(mean: number, varianceToMean: number, most: number): Float64Array {
  const chances = new Float64Array(most + 1);
  if (mean <= 0) {
    chances[0] = 1;
    return chances;
  }
  if (varianceToMean <= 1 + NO_SCATTER) {
    chances[0] = Math.exp(-mean);
    for (let k = 1; k <= most; k++) chances[k] = (chances[k - 1]! * mean) / k;
    return chances;
  }
  const size = mean / (varianceToMean - 1);
  const share = (varianceToMean - 1) / varianceToMean;
  chances[0] = varianceToMean ** -size;
  for (let k = 1; k <= most; k++) chances[k] = ((chances[k - 1]! * (size + k - 1)) / k) * share;
  return chances;
}

/** A count drawn by its place among the chances: the same share draws a larger count from a larger mean. */
export function drawnCount(mean: number, varianceToMean: number, share: number): number {
  if (mean <= 0) return 0;
  const isPlain = varianceToMean <= 1 + NO_SCATTER;
  const size = isPlain ? 0 : mean / (varianceToMean - 1);
  const scatter = (varianceToMean - 1) / varianceToMean;
  let chance = isPlain ? Math.exp(-mean) : varianceToMean ** -size;
  let sum = chance;
  // A mean whose smallest chances are too small for a number counts as certain.
  if (chance === 0) return Math.round(mean);
  let count = 0;
  // Chances rise up to the mean, however small they begin.
  while (sum < share && (count < mean || chance > Number.EPSILON * share)) {
    count++;
    chance *= isPlain ? mean / count : ((size + count - 1) / count) * scatter;
    sum += chance;
  }
  return count;
}
