import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import { signInLines } from "#app/signInLines.ts";
import { listSessions } from "#data/sessions.ts";
import { Me } from "#features/people/index.ts";
import { database } from "#server/database.ts";

export const metadata: Metadata = { title: "You · Tumbek" };

export default guarded("own", async (_props: object, { id, person }) => {
  const sessions = await listSessions(database(), new Date(), person.id);
  return <Me signIns={signInLines(sessions, id)} />;
});
