import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import { PeoplePlace } from "#features/people/index.ts";
import { readPeople } from "#server/read/people.ts";

export const metadata: Metadata = { title: "People · Tumbek" };

export default guarded("people", async (_props: object, session) => (
  <PeoplePlace {...(await readPeople(session))} />
));
