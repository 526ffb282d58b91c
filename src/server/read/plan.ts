import { dayIn } from "#contract/days.ts";
import { benchOf } from "#server/bench.ts";
import { now } from "#server/clock.ts";
import { isDay } from "#server/days.ts";
import { startOf } from "#server/plans.ts";
import { onBench } from "./onBench.ts";
import { daysAhead } from "./shift.ts";

/** Plans of one day at all sites, the one that this browser works at first. */
export function readPlansOfSites(named: unknown) {
  return onBench(async (bench) => {
    const { today, site, sites } = bench;
    const day = typeof named === "string" && isDay(named) ? named : today;
    const others = await Promise.all(sites.filter(({ id }) => id !== site.id).map(({ id }) => benchOf(id)));
    const starts = [];
    for (const each of [bench, ...others]) if (each) starts.push(await startOf(each, day));
    return { starts, day, days: daysAhead(today, day) };
  });
}

/** A day's plan as a link names the day, else today's. */
export function readPlan(named: unknown) {
  return onBench(async (bench) => {
    const today = dayIn(bench.site.timeZone, now());
    const day = typeof named === "string" && isDay(named) ? named : today;
    return { start: await startOf(bench, day), days: daysAhead(today, day) };
  });
}
