import { lt } from "drizzle-orm";
import type { Database } from "./connection.ts";
import { sessions, signInTries } from "./schema.ts";

const DAY_MS = 24 * 60 * 60 * 1000;

/** Takes out sign-ins that ended and tries of more than a day ago; done at every start. */
export async function tidy(db: Database, now: Date): Promise<void> {
  await db.delete(sessions).where(lt(sessions.expiresAt, now));
  await db.delete(signInTries).where(lt(signInTries.at, new Date(now.getTime() - DAY_MS)));
}
