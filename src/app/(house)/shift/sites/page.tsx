import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import type { LinkQuery } from "#app/linkQuery.ts";
import { Trouble } from "#features/frame/index.ts";
import { PlansOfSites } from "#features/plan/index.ts";
import { readPlansOfSites } from "#server/read/plan.ts";

export const metadata: Metadata = { title: "Plans of all sites · Tumbek" };

interface Props {
  readonly searchParams: Promise<LinkQuery>;
}

export default guarded("see", async ({ searchParams }: Props) => {
  const page = await readPlansOfSites((await searchParams).day);
  return typeof page === "string" ? <Trouble what={page} /> : <PlansOfSites key={page.day} {...page} />;
});
