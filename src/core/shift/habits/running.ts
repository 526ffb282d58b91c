/** How a day runs against what it was expected to be, until now. */
export interface RunningDay {
  readonly soldCups: number;
  readonly expectedCups: number;
  /** What the rest of the day is multiplied by; 1 while it does not run away from its forecast. */
  readonly factor: number;
  /** Standard deviation of the day's level about that, from what was sold. */
  readonly daySd: number;
}

/** Guests scatter: only a day that is off by more than so many standard deviations is another day. */
const SURE_DEVIATIONS = 2.5;
/** Below so many expected cups a morning tells nothing, cups. */
const LEAST_CUPS = 10;
const STEP = 0.05;
const SD_STEP = 0.02;

/**
 * A day's level from its sales until now: the house's own scatter of days as the prior, the count as evidence (both normal). It is 1
 * until the count is surely off, so that a plan is not made anew at every wiggle.
 */
export function runningDay(
  soldCups: number,
  expectedCups: number,
  { varianceToMean, daySd }: { readonly varianceToMean: number; readonly daySd: number },
): RunningDay {
  const counts = { soldCups, expectedCups };
  if (expectedCups < LEAST_CUPS || daySd <= 0) return { ...counts, factor: 1, daySd };
  const [before, since] = [1 / daySd ** 2, expectedCups / varianceToMean];
  // In steps, so that the levels of a moment ago still count.
  const sure = Math.ceil(1 / Math.sqrt(before + since) / SD_STEP) * SD_STEP;
  const off = (soldCups - expectedCups) / Math.sqrt(varianceToMean * expectedCups);
  if (Math.abs(off) < SURE_DEVIATIONS) return { ...counts, factor: 1, daySd: sure };
  const level = (before + since * (soldCups / expectedCups)) / (before + since);
  return { ...counts, factor: Math.round(level / STEP) * STEP, daySd: sure };
}
