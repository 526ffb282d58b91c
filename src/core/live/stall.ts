import type { DripCurve } from "#core/brew";
import type { Reading } from "#core/weighing";
import { drippedAt } from "./live.ts";

/** A bed that lets far less through than it did. */
export interface Stall {
  /** When it began, s from the first water. */
  readonly fromS: number;
  /** Of what it let through before, what is left. */
  readonly share: number;
}

/** Readings of so many seconds tell the flow; usual 6 to 12. */
export const WATCHED_S = 8;
/** A flow below this share of what was to come has stalled; usual 0.3 to 0.5. */
const STALLED_SHARE = 0.45;
/** A slower flow than this is its own end: nothing is told of it, g/s. */
const LEAST_FLOW_G_PER_S = 1;
const LEAST_READINGS = 5;
/** Before so much of the yield has dripped, a forecast does not know this bed. */
const FITTED_SHARE = 0.06;
/** A brew may be so much earlier than its forecast, s; usual 5 to 15. */
const EARLY_S = 12;
const LEAST_SHARE = 0.02;

/**
 * Whether a bed has stalled in the last seconds: what dripped then, by least squares, beside what a forecast that was made
 * before them had for the same seconds.
 *
 * @param before a forecast fitted to readings that end before the watched ones
 * @param dripped readings of a scale under the vessel, in order of time
 */
export function stalledNow(
  before: Pick<DripCurve, "timeS" | "yieldG">,
  dripped: readonly Reading[],
  nowS: number,
): Stall | undefined {
  const fromS = nowS - WATCHED_S;
  const watched = dripped.filter(({ atS }) => atS >= fromS && atS <= nowS);
  const isFitted = drippedAt(before, fromS) >= FITTED_SHARE * (before.yieldG.at(-1) ?? 0);
  if (watched.length < LEAST_READINGS || !isFitted) return undefined;
  const flowAt = (endS: number) =>
    (drippedAt(before, endS) - drippedAt(before, endS - WATCHED_S)) / WATCHED_S;
  // Where the forecast has the flow fall off soon by itself, a brew that is a little early is no stall.
  const wanted = Math.min(flowAt(nowS), flowAt(nowS + EARLY_S));
  if (wanted < LEAST_FLOW_G_PER_S) return undefined;
  const share = flowOf(watched) / wanted;
  return share < STALLED_SHARE ? { fromS, share: Math.max(LEAST_SHARE, share) } : undefined;
}

/** Grams a second through readings, by least squares. */
function flowOf(readings: readonly Reading[]): number {
  const count = readings.length;
  const meanS = readings.reduce((sum, { atS }) => sum + atS, 0) / count;
  const meanG = readings.reduce((sum, { massG }) => sum + massG, 0) / count;
  const [over, under] = readings.reduce(
    ([top, bottom], { atS, massG }) => [top + (atS - meanS) * (massG - meanG), bottom + (atS - meanS) ** 2],
    [0, 0],
  );
  return under > 0 ? over / under : 0;
}

/** A bed that lets through so much of what it did before it stalled runs again; usual 0.5 to 0.8. */
const RUNS_SHARE = 0.6;

/** Whether a bed that had stalled runs again: what dripped in the last seconds, beside the seconds before the stall. */
export function runsAgain({ fromS }: Stall, dripped: readonly Reading[], nowS: number): boolean {
  const within = (untilS: number) => dripped.filter(({ atS }) => atS >= untilS - WATCHED_S && atS <= untilS);
  const [before, lately] = [within(fromS), within(nowS)];
  if (nowS < fromS + 2 * WATCHED_S || before.length < LEAST_READINGS || lately.length < LEAST_READINGS)
    return false;
  return flowOf(lately) >= RUNS_SHARE * flowOf(before);
}
