import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import type { LinkQuery } from "#app/linkQuery.ts";
import { Trouble } from "#features/frame/index.ts";
import { DayAfter } from "#features/shift/index.ts";
import { readDayAfter } from "#server/read/dayAfter.ts";

export const metadata: Metadata = { title: "The day afterwards · Tumbek" };

interface Props {
  readonly searchParams: Promise<LinkQuery>;
}

export default guarded("see", async ({ searchParams }: Props) => {
  const page = await readDayAfter((await searchParams).day);
  return typeof page === "string" ? <Trouble what={page} /> : <DayAfter {...page} />;
});
