import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import type { LinkQuery } from "#app/linkQuery.ts";
import { Trouble } from "#features/frame/index.ts";
import { DayPlan } from "#features/plan/index.ts";
import { readPlan } from "#server/read/plan.ts";

export const metadata: Metadata = { title: "Plan of the day · Tumbek" };

interface Props {
  readonly searchParams: Promise<LinkQuery>;
}

export default guarded("see", async ({ searchParams }: Props) => {
  const page = await readPlan((await searchParams).day);
  if (typeof page === "string") return <Trouble what={page} />;
  const { siteId, day } = page.start.kit;
  return <DayPlan key={`${siteId} ${day}`} {...page} />;
});
