import { subDays } from "date-fns";
import type { Bench } from "#contract/bench.ts";
import { type Verdict, verdictsOf } from "#core/learn";
import { readSince } from "#data/batches.ts";
import { type StandardSeries, watchedOf } from "#scaling/standards";
import { now } from "./clock.ts";
import { database } from "./database.ts";

/** Days of the log that drift is looked for in. */
const WATCHED_DAYS = 84;

/** From when on the log says how things are now. */
export function watchedSince(): Date {
  return subDays(now(), WATCHED_DAYS);
}

/** The site's standards over the last weeks, as series, and the verdicts on them. */
export async function driftOf(
  bench: Bench,
): Promise<{ readonly series: readonly StandardSeries[]; readonly verdicts: readonly Verdict[] }> {
  if (bench.standards.length === 0) return { series: [], verdicts: [] };
  const batches = await readSince(database(), bench.site.id, watchedSince());
  const series = watchedOf(bench.standards, batches);
  return { series, verdicts: verdictsOf(series) };
}
