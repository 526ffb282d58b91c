/** Standard deviations that the median absolute deviation of normal scatter has to be multiplied by. */
const MAD_TO_SD = 1.4826;

/** The middle value; of an even number, the mean of the two in the middle. Needs at least one. */
export function median(values: readonly number[]): number {
  if (values.length === 0) throw new Error("the median of nothing");
  const sorted = values.toSorted((a, b) => a - b);
  const middle = sorted.length / 2;
  return sorted.length % 2 === 1 ? sorted[Math.floor(middle)]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
}

/** Scatter about a centre that a few wild values do not move, as a standard deviation. */
export function robustScatter(values: readonly number[], centre: number): number {
  return MAD_TO_SD * median(values.map((value) => Math.abs(value - centre)));
}

/** Standard deviations beyond which a value is no scatter but a slip: a spilt pot, a misread scale. */
export const OUTLIER_SD = 3.5;
