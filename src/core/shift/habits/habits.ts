/** Quarters of an hour in a day, by the clock on the wall. */
export const QUARTERS = 96;
export const QUARTER_MIN = 15;

/** What a site sold on a past day, cups by product and quarter of an hour of the wall's clock. */
export interface PastDay {
  /** 1 Monday to 7 Sunday. */
  readonly weekday: number;
  /** Whole days before the one that is planned. */
  readonly agoDays: number;
  readonly cups: readonly (readonly number[])[];
}

/** How a product is asked for on a usual day. */
export interface Habit {
  /** Cups by quarter of an hour. */
  readonly meanCups: readonly number[];
  /** How counts of a quarter scatter about a day's own level: 1 as single guests do. */
  readonly varianceToMean: number;
}

/** What a weekday usually brings, and how far whole days are off it. */
export interface Habits {
  readonly products: readonly Habit[];
  /** Standard deviation of a day's level about 1. */
  readonly daySd: number;
  /** Past days that this rests on, and those of the weekday among them. */
  readonly days: number;
  readonly sameWeekdays: number;
}

/** Older days count less: half after so many. */
const HALF_LIFE_DAYS = 28;
/** All days together weigh as much as so many of the weekday: a weekday seen twice is not yet known. */
const SHARED_DAYS = 3;
/** Quarters that are asked for less than this say nothing of how counts scatter, cups. */
const LEAST_MEAN = 0.2;
const MOST_SCATTER = 6;
const MOST_DAY_SD = 0.5;
/** Where fewer days are known, days are taken to differ as they usually do. */
const LEAST_DAYS = 5;
export const USUAL_SCATTER = 1.2;
export const USUAL_DAY_SD = 0.15;

/**
 * What a weekday usually brings, from past days: a mean of the weekday's own days, drawn towards those of all days, the newer
 * counting more; and how counts scatter, within a day (Pearson's χ² over its degrees of freedom) and from day to day.
 *
 * @param products how many there are
 * @returns undefined where no day is known
 */
export function habitsOf(past: readonly PastDay[], weekday: number, products: number): Habits | undefined {
  if (past.length === 0) return undefined;
  const levels = weekdayLevels(past);
  const all = weightedMean(
    past.map((day) => ({ day, times: 1 / levels[day.weekday - 1]! })),
    products,
  );
  const own = past.filter((day) => day.weekday === weekday);
  const ownMean = weightedMean(
    own.map((day) => ({ day, times: 1 })),
    products,
  );
  const level = levels[weekday - 1]!;
  const means = all.map((quarters, product) =>
    quarters.map(
      (mean, quarter) =>
        (own.length * ownMean[product]![quarter]! + SHARED_DAYS * mean * level) / (own.length + SHARED_DAYS),
    ),
  );
  // Of each day what is its own: how it lies to the mean of its weekday.
  const usual = sum(all.flat());
  const shares = past.map((day) => {
    const usualCups = usual * levels[day.weekday - 1]!;
    return usualCups > 0 ? sum(day.cups.flat()) / usualCups : 1;
  });
  const scatters = all.map((quarters, product) => scatterOf(past, levels, shares, quarters, product));
  return {
    products: means.map((meanCups, product) => ({ meanCups, varianceToMean: scatters[product]! })),
    daySd: daySdOf(shares, Math.max(...scatters, 1) / Math.max(1, usual)),
    days: past.length,
    sameWeekdays: own.length,
  };
}

/** How much each weekday asks for beside the mean of all, drawn to 1 where it was seen seldom. */
function weekdayLevels(past: readonly PastDay[]): readonly number[] {
  const totals = past.map(({ cups }) => sum(cups.flat()));
  const usual = sum(totals) / past.length;
  return Array.from({ length: 7 }, (_, i) => {
    const own = totals.filter((__, day) => past[day]!.weekday === i + 1);
    if (usual <= 0) return 1;
    const level = (sum(own) / usual + SHARED_DAYS) / (own.length + SHARED_DAYS);
    return Math.max(0.05, level);
  });
}

function weightedMean(
  past: readonly { readonly day: PastDay; readonly times: number }[],
  products: number,
): readonly (readonly number[])[] {
  const means = Array.from({ length: products }, () => new Array<number>(QUARTERS).fill(0));
  const weights = past.map(({ day }) => 0.5 ** (day.agoDays / HALF_LIFE_DAYS));
  const all = sum(weights);
  if (all === 0) return means;
  for (const [i, { day, times }] of past.entries())
    for (const [product, quarters] of day.cups.entries())
      for (const [quarter, cups] of quarters.entries())
        means[product]![quarter]! += (weights[i]! * times * cups) / all;
  return means;
}

function scatterOf(
  past: readonly PastDay[],
  levels: readonly number[],
  shares: readonly number[],
  quarters: readonly number[],
  product: number,
): number {
  if (past.length < LEAST_DAYS) return USUAL_SCATTER;
  let chi2 = 0;
  let counted = 0;
  let known = 0;
  for (const [quarter, mean] of quarters.entries()) {
    if (mean < LEAST_MEAN) continue;
    known++;
    for (const [i, { cups, weekday }] of past.entries()) {
      const expected = mean * levels[weekday - 1]! * shares[i]!;
      if (expected <= 0) continue;
      chi2 += (cups[product]![quarter]! - expected) ** 2 / expected;
      counted++;
    }
  }
  const free = counted - known - past.length;
  return free > 0 ? Math.min(MOST_SCATTER, Math.max(1, chi2 / free)) : USUAL_SCATTER;
}

/** How days differ beyond what the scatter of their guests explains. */
function daySdOf(shares: readonly number[], byGuests: number): number {
  if (shares.length < LEAST_DAYS) return USUAL_DAY_SD;
  const mean = sum(shares) / shares.length;
  const variance = sum(shares.map((share) => (share - mean) ** 2)) / (shares.length - 1);
  return Math.min(MOST_DAY_SD, Math.sqrt(Math.max(0, variance - byGuests)));
}

/** A day of each level with how often it comes: three points with the deviation that days have (Gauss and Hermite's). */
export function dayFactorsOf(daySd: number): readonly { readonly weight: number; readonly factor: number }[] {
  const off = Math.sqrt(3) * daySd;
  if (off < 0.01) return [{ weight: 1, factor: 1 }];
  return [
    { weight: 1 / 6, factor: Math.max(0.05, 1 - off) },
    { weight: 2 / 3, factor: 1 },
    { weight: 1 / 6, factor: 1 + off },
  ];
}

function sum(figures: readonly number[]): number {
  return figures.reduce((total, figure) => total + figure, 0);
}
