import type { listSessions } from "#data/sessions.ts";
import { deviceOf, printAgo } from "#words/figures";

type Sessions = Awaited<ReturnType<typeof listSessions>>;

/** Sign-ins as they are listed, with the one that the page was asked for with. */
export function signInLines(sessions: Sessions, current: string) {
  return sessions.map(({ id, person, station, userAgent, createdAt, seenAt }) => ({
    id,
    person,
    where: station ?? deviceOf(userAgent),
    since: printAgo(createdAt),
    seen: printAgo(seenAt),
    current: id === current,
  }));
}
