import { subDays } from "date-fns";
import type { Bench } from "#contract/bench.ts";
import { type Verdict, verdictsOf } from "#core/learn";
import { readSince } from "#data/batches.ts";
import { type StandardSeries, watchedOf } from "#scaling/standards";
import { now } from "./clock.ts";
import { database } from "./database.ts";

/** So far back it is looked. */
const WATCHED_DAYS = 84;

/** From when on the log says how things are now. */
export function watchedSince(): Date {
  return subDays(now(), WATCHED_DAYS);
}

/** What the site's standards did over the last weeks, and what has moved. */
export async function driftOf(
  bench: Bench,
): Promise<{ readonly series: readonly StandardSeries[]; readonly verdicts: readonly Verdict[] }> {
  if (bench.standards.length === 0) return { series: [], verdicts: [] };
  const batches = await readSince(database(), bench.site.id, watchedSince());
  const series = watchedOf(bench.standards, batches);
  return { series, verdicts: verdictsOf(series) };
}
