import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import { signInLines } from "#app/signInLines.ts";
import { NO_ZONE } from "#app/times.ts";
import { listSessions } from "#data/sessions.ts";
import { Me } from "#features/people/index.ts";
import { database } from "#server/database.ts";
import { currentBench } from "#server/site.ts";

export const metadata: Metadata = { title: "You · Tumbek" };

export default guarded("own", async (_props: object, session) => {
  const [sessions, bench] = await Promise.all([
    listSessions(database(), new Date(), session.person.id),
    currentBench(),
  ]);
  const zone = typeof bench === "string" ? NO_ZONE : bench.site.timeZone;
  return <Me signIns={signInLines(sessions, session.id, zone)} />;
});
