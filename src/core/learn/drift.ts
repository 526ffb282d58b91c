import { median, robustScatter } from "#core/measure";

/** Signals that tell that something has moved, of batches brewed alike. */
export const SIGNALS = ["time", "yield", "strength"] as const;
export type Signal = (typeof SIGNALS)[number];

/** Of how many batches a stretch's own level is learned before it is watched; usual 8 to 20. */
export const LEAST_WATCHED = 10;
/** A step of one and a half standard deviations is looked for: half of it is let pass each time. */
const SLACK_SD = 0.75;
/**
 * Threshold of the sum in one direction, in standard deviations: about one false alarm in 20,000 quiet batches, and in 3,000 that were
 * metered. A meter tells a grind better than a clock, and fewer pots are metered: it may speak up sooner.
 */
const ALARM_SD: { readonly [signal in Signal]: number } = { time: 6, yield: 6, strength: 4.9 };
/** One spilt pot is no drift: no batch counts for more. */
const MOST_SD = 3;
/** Limits of a chart, in standard deviations. */
const LIMIT_SD = 3;
/** Least scatter of a figure that is read off in steps, as a share of itself. */
const LEAST_SD = 0.004;

/** Batches between two changes, of one level. */
export interface Stretch {
  /** Places in the series, the first and the last. */
  readonly from: number;
  readonly to: number;
  readonly centre: number;
  readonly low: number;
  readonly high: number;
}

/** A level that has moved for good. */
export interface Change {
  /** The first place at the new level, as near as can be told, and the place at which it was noticed. */
  readonly since: number;
  readonly noticed: number;
  /** The new level less the old one, as a share of the old one. */
  readonly share: number;
}

export interface Watched {
  readonly stretches: readonly Stretch[];
  /** The oldest first. */
  readonly changes: readonly Change[];
}

/**
 * Watches a series of one kind of figure for a level that moves: a self-starting CUSUM, which needs no level known
 * beforehand. Each value is compared with the mean and the scatter of those before it, turned into a standard normal
 * by way of Student's t, and summed up to either side; the sum that passes the alarm began where it last was zero.
 * From there the next stretch starts.
 *
 * Source: Hawkins, Self-starting cusum charts, 1987; Wallace 1959 for the normal of a t.
 * @param values above 0, the oldest first
 */
export function watch(values: readonly number[], signal: Signal): Watched {
  const stretches: Stretch[] = [];
  const changes: Change[] = [];
  let from = 0;
  for (;;) {
    const run = watchFrom(values, from, ALARM_SD[signal]);
    const end = run.alarm ? run.alarm.since - 1 : values.length - 1;
    if (end >= from) stretches.push(stretchOf(values, from, end));
    if (!run.alarm) return { stretches, changes };
    const { since, noticed } = run.alarm;
    const before = stretches.at(-1)!.centre;
    const after = median(values.slice(since, noticed + 1));
    changes.push({ since, noticed, share: (after - before) / before });
    from = since;
  }
}

interface Alarm {
  readonly since: number;
  readonly noticed: number;
}

function watchFrom(
  values: readonly number[],
  from: number,
  alarmSd: number,
): { readonly alarm: Alarm | undefined } {
  let [count, mean, squares] = [0, 0, 0];
  const up = { sum: 0, since: from };
  const down = { sum: 0, since: from };
  for (let at = from; at < values.length; at++) {
    const value = values[at]!;
    let carried = value;
    if (count >= LEAST_WATCHED) {
      const sd = Math.max(Math.sqrt(squares / (count - 1)), LEAST_SD * mean);
      const free = count - 1;
      const t = (Math.sqrt(count / (count + 1)) * (value - mean)) / sd;
      const z = Math.max(-MOST_SD, Math.min(MOST_SD, normalOf(t, free)));
      carried = Math.max(mean - MOST_SD * sd, Math.min(mean + MOST_SD * sd, value));
      for (const [side, by] of [
        [up, z],
        [down, -z],
      ] as const) {
        if (side.sum === 0) side.since = at;
        side.sum = Math.max(0, side.sum + by - SLACK_SD);
        if (side.sum > alarmSd) return { alarm: { since: side.since, noticed: at } };
      }
    }
    count++;
    const off = carried - mean;
    mean += off / count;
    squares += off * (carried - mean);
  }
  return { alarm: undefined };
}

/** A t as the standard normal that is as far out (Wallace's second approximation, within 0.01 from 5 degrees on). */
function normalOf(t: number, free: number): number {
  return Math.sign(t) * ((8 * free + 1) / (8 * free + 3)) * Math.sqrt(free * Math.log1p(t ** 2 / free));
}

function stretchOf(values: readonly number[], from: number, to: number): Stretch {
  const own = values.slice(from, to + 1);
  const centre = median(own);
  const sd = Math.max(robustScatter(own, centre), LEAST_SD * centre);
  return { from, to, centre, low: centre - LIMIT_SD * sd, high: centre + LIMIT_SD * sd };
}
