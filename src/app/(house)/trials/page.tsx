import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import { type LinkQuery, paramsOf } from "#app/linkQuery.ts";
import { Trouble } from "#features/frame/index.ts";
import { TrialList } from "#features/trials/index.ts";
import { readTrialList } from "#server/read/trials.ts";

export const metadata: Metadata = { title: "Trials · Tumbek" };

interface Props {
  readonly searchParams: Promise<LinkQuery>;
}

export default guarded("see", async ({ searchParams }: Props) => {
  const page = await readTrialList(paramsOf(await searchParams));
  return typeof page === "string" ? <Trouble what={page} /> : <TrialList {...page} />;
});
