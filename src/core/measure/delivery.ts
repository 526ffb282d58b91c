import { fail, ok, type Result } from "#core/result";
import { median, OUTLIER_SD, robustScatter } from "./robust.ts";

/** One blank run: no coffee, water set on the brewer and weighed below it. */
export interface BlankRun {
  /** g, above 0 */
  readonly setG: number;
  /** g, above 0 */
  readonly weighedG: number;
}

export interface Delivery {
  /** delivered = interceptG + slope · set */
  readonly slope: number;
  readonly interceptG: number;
  /** Standard deviation of a run about the line, g; undefined below three runs that count. */
  readonly scatterG: number | undefined;
  /** Runs that were left out, by their place in what was given. */
  readonly outliers: readonly number[];
}

export type DeliveryFailure =
  | { readonly code: "noRuns" }
  /** The brewer would deliver less than half or more than one and a half of what is set: a slip of the pen. */
  | { readonly code: "implausibleRuns"; readonly slope: number };

/** A brewer delivers what is set within this; ten times off is a slip. */
const PLAUSIBLE = { least: 0.5, most: 1.5 };
/** With fewer runs, nobody can say which one is wrong. */
const LEAST_TO_JUDGE = 4;
/** Below this share of what is set, a run off the line is the scale's step and no outlier. */
const NEGLIGIBLE_SHARE = 0.003;

/** Why a line is asked about: its runs lie too close together to say how it goes on, or its slope is that of few brewers. */
export type DeliveryDoubt = "runsClose" | "slopeOdd";

/** Runs that say how a brewer delivers lie at least so far apart, as a share of what it can be set to. */
const LEAST_APART_SHARE = 1 / 3;
/** Nearly all brewers deliver so much more for a gram more that is set. */
const USUAL_SLOPE = { least: 0.85, most: 1.15 };

/**
 * What is asked about before a line is kept.
 *
 * @param rangeG the least and the most that the brewer can be set to
 */
export function deliveryDoubts(
  runs: readonly BlankRun[],
  { slope, outliers }: Delivery,
  rangeG: readonly [least: number, most: number],
): readonly DeliveryDoubt[] {
  const sets = runs.filter((_run, i) => !outliers.includes(i)).map(({ setG }) => setG);
  const apartG = Math.max(...sets) - Math.min(...sets);
  const isOdd = !(slope >= USUAL_SLOPE.least && slope <= USUAL_SLOPE.most);
  return [
    // One setting makes no line, and asks for another already.
    ...(apartG > 0 && apartG < LEAST_APART_SHARE * (rangeG[1] - rangeG[0]) ? (["runsClose"] as const) : []),
    ...(isOdd ? (["slopeOdd"] as const) : []),
  ];
}

/**
 * The straight line through blank runs: through the origin for one run or one setting, else least squares
 * over the runs that lie near the median line.
 *
 * Which runs do is decided by Theil and Sen's line, which up to 29 % of wild runs do not move.
 * @param runs in the order in which they were made
 * @returns slope, intercept and scatter, unrounded
 */
export function fitDelivery(runs: readonly BlankRun[]): Result<Delivery, DeliveryFailure> {
  if (runs.length === 0) return fail({ code: "noRuns" });
  const outliers = runs.length < LEAST_TO_JUDGE ? [] : outliersOf(runs);
  const good = runs.filter((_run, i) => !outliers.includes(i));
  const line = lineThrough(good);
  const inRange = good.every(({ setG }) => {
    const share = (line.interceptG + line.slope * setG) / setG;
    return share >= PLAUSIBLE.least && share <= PLAUSIBLE.most;
  });
  if (!inRange) return fail({ code: "implausibleRuns", slope: line.slope });
  const squares = good.reduce((sum, run) => sum + residualG(run, line) ** 2, 0);
  // Two figures of the line are taken from the runs themselves.
  const free = good.length - 2;
  return ok({ ...line, scatterG: free > 0 ? Math.sqrt(squares / free) : undefined, outliers });
}

interface Line {
  readonly slope: number;
  readonly interceptG: number;
}

function residualG({ setG, weighedG }: BlankRun, { slope, interceptG }: Line): number {
  return weighedG - interceptG - slope * setG;
}

function lineThrough(runs: readonly BlankRun[]): Line {
  const meanSet = mean(runs.map(({ setG }) => setG));
  const meanWeighed = mean(runs.map(({ weighedG }) => weighedG));
  const spread = runs.reduce((sum, { setG }) => sum + (setG - meanSet) ** 2, 0);
  // One setting says nothing of the others but the share that arrives.
  if (spread === 0) return { slope: meanWeighed / meanSet, interceptG: 0 };
  const together = runs.reduce(
    (sum, { setG, weighedG }) => sum + (setG - meanSet) * (weighedG - meanWeighed),
    0,
  );
  const slope = together / spread;
  return { slope, interceptG: meanWeighed - slope * meanSet };
}

function outliersOf(runs: readonly BlankRun[]): readonly number[] {
  const slopes = runs.flatMap((a, i) =>
    runs.slice(i + 1).flatMap((b) => {
      const apart = b.setG - a.setG;
      return apart === 0 ? [] : [(b.weighedG - a.weighedG) / apart];
    }),
  );
  const slope =
    slopes.length > 0 ? median(slopes) : median(runs.map(({ setG, weighedG }) => weighedG / setG));
  const interceptG =
    slopes.length > 0 ? median(runs.map(({ setG, weighedG }) => weighedG - slope * setG)) : 0;
  const residuals = runs.map((run) => residualG(run, { slope, interceptG }));
  const scatter = robustScatter(residuals, 0);
  return residuals.flatMap((residual, i) => {
    const far = Math.max(OUTLIER_SD * scatter, NEGLIGIBLE_SHARE * runs[i]!.setG);
    return Math.abs(residual) > far ? [i] : [];
  });
}

function mean(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0) / values.length;
}
