import { and, eq, lt } from "drizzle-orm";
import type { Database } from "./connection.ts";
import { jobs, limits, sessions } from "./schema/index.ts";

const DAY_MS = 24 * 60 * 60 * 1000;

/** Done jobs are kept so long, to look back at. */
const DONE_JOBS_DAYS = 30;

/** Takes out sign-ins that ended, tries that are forgotten and jobs done long ago; done at every start. */
export async function tidy(db: Database, now: Date): Promise<void> {
  await db.delete(sessions).where(lt(sessions.expiresAt, now));
  await db.delete(limits).where(lt(limits.expire, now.getTime()));
  const longAgo = new Date(now.getTime() - DONE_JOBS_DAYS * DAY_MS);
  await db.delete(jobs).where(and(eq(jobs.state, "done"), lt(jobs.endedAt, longAgo)));
}
