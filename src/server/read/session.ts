import { isDatabaseAway, isPoolBusy } from "#data/failures.ts";
import type { FoundSession } from "#data/sessions.ts";
import { signedIn } from "#server/session.ts";

export type Session = FoundSession;

/** Who is signed in; `nobody`, or `gone` while the database does not answer. */
export async function readSession(): Promise<Session | "nobody" | "gone"> {
  try {
    return (await signedIn()) ?? "nobody";
  } catch (error) {
    if (isDatabaseAway(error) || isPoolBusy(error)) return "gone";
    throw error;
  }
}
