import { monitorEventLoopDelay } from "node:perf_hooks";
import { sql } from "drizzle-orm";
import { database } from "./database.ts";
import { keptInProcess } from "./process.ts";

const RESOLUTION_MS = 5;
const NS_PER_MS = 1e6;

const delay = keptInProcess("event-loop delay", () => {
  const histogram = monitorEventLoopDelay({ resolution: RESOLUTION_MS });
  histogram.enable();
  return histogram;
});

/** How late the event loop was with what was due, ms, 99 in 100: since it was asked last. */
export function eventLoopP99Ms(): number {
  const p99 = Math.max(0, delay.percentile(99) / NS_PER_MS - RESOLUTION_MS);
  delay.reset();
  return Number.isFinite(p99) ? Number(p99.toFixed(1)) : 0;
}

/** Whether the database answers, and through the pool: one whose connections are all held is as good as away. */
export async function isDatabaseThere(): Promise<boolean> {
  try {
    await database().execute(sql`SELECT 1`);
    return true;
  } catch {
    return false;
  }
}
