import { type Habits, QUARTER_MIN, QUARTERS, USUAL_DAY_SD, USUAL_SCATTER } from "./habits.ts";

/** What somebody says of a day whose sales nobody has counted. Times in minutes of the day. */
export interface GuessedDay {
  readonly cupsADay: number;
  readonly peaksMin: readonly number[];
  /** Of the cups, 0 to 1. */
  readonly icedShare: number;
}

/** Cups that come within a peak, of all. */
const PEAK_SHARE = 0.4;
/** A peak is over after so long, either side, min. */
const PEAK_REACH_MIN = 45;

/**
 * Habits from three answers: even over the hours, with a share of the cups about the peaks.
 *
 * @param products of each whether it is iced
 */
export function guessedHabits(
  { cupsADay, peaksMin, icedShare }: GuessedDay,
  hours: { readonly opensMin: number; readonly closesMin: number },
  products: readonly { readonly iced: boolean }[],
): Habits {
  const quarters = Array.from({ length: QUARTERS }, (_, quarter) => quarter * QUARTER_MIN);
  const open = quarters.map((min) =>
    Math.max(0, Math.min(min + QUARTER_MIN, hours.closesMin) - Math.max(min, hours.opensMin)),
  );
  const peaks = quarters.map((min, quarter) => {
    const middle = min + QUARTER_MIN / 2;
    const near = peaksMin.map((peak) => Math.max(0, 1 - Math.abs(middle - peak) / PEAK_REACH_MIN));
    return open[quarter]! * near.reduce((total, share) => total + share, 0);
  });
  const evenly = shareOut(open);
  const peaked = shareOut(peaks);
  const hasPeaks = peaked.some((share) => share > 0);
  const shape = evenly.map((share, quarter) =>
    hasPeaks ? (1 - PEAK_SHARE) * share + PEAK_SHARE * peaked[quarter]! : share,
  );
  const iced = products.filter((product) => product.iced).length;
  const hot = products.length - iced;
  const coldShare = iced === 0 ? 0 : hot === 0 ? 1 : icedShare;
  return {
    products: products.map((product) => {
      const cups = cupsADay * (product.iced ? coldShare / iced : (1 - coldShare) / hot);
      return { meanCups: shape.map((share) => share * cups), varianceToMean: USUAL_SCATTER };
    }),
    daySd: USUAL_DAY_SD,
    days: 0,
    sameWeekdays: 0,
  };
}

function shareOut(weights: readonly number[]): readonly number[] {
  const all = weights.reduce((total, weight) => total + weight, 0);
  return weights.map((weight) => (all > 0 ? weight / all : 0));
}
