import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import { Jobs } from "#features/people/index.ts";
import { readJobs } from "#server/read/people.ts";

export const metadata: Metadata = { title: "Work behind the counter · Tumbek" };

export default guarded("people", async () => <Jobs {...(await readJobs())} />);
