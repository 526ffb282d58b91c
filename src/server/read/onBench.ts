import type { Bench } from "#contract/bench.ts";
import { currentBench } from "#server/site.ts";

/** Why a place has nothing to show: the database does not answer, there is no site yet, or nothing to scale with. */
export type Nothing = "gone" | "none" | "unmeasured";

/** Reads what a place shows on the bench of the site that this browser works at. */
export async function onBench<T>(read: (bench: Bench) => Promise<T>): Promise<T | Nothing> {
  const bench = await currentBench();
  return typeof bench === "string" ? bench : read(bench);
}
