import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import { Me } from "#features/people/index.ts";
import { readMe } from "#server/read/people.ts";

export const metadata: Metadata = { title: "You · Tumbek" };

export default guarded("own", async (_props: object, session) => <Me {...(await readMe(session))} />);
