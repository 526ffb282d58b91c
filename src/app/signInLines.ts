import type { listSessions } from "#data/sessions.ts";
import { deviceOf, printTime } from "./times.ts";

type Sessions = Awaited<ReturnType<typeof listSessions>>;

/** Sign-ins as they are listed, with the one that the page was asked for with. */
export function signInLines(sessions: Sessions, current: string, zone: string) {
  return sessions.map(({ id, person, station, userAgent, createdAt, seenAt }) => ({
    id,
    person,
    where: station ?? deviceOf(userAgent),
    since: printTime(createdAt, zone),
    seen: printTime(seenAt, zone),
    current: id === current,
  }));
}
