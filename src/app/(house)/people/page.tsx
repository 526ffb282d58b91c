import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import { PeoplePlace } from "#features/people/index.ts";
import { readPeople } from "#server/read/people.ts";
import { LinkState } from "#ui/linkState.tsx";

export const metadata: Metadata = { title: "People · Tumbek" };

export default guarded("people", async (_props: object, session) => (
  <LinkState>
    <PeoplePlace {...(await readPeople(session))} />
  </LinkState>
));
