import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import type { LinkQuery } from "#app/linkQuery.ts";
import { Trouble } from "#features/frame/index.ts";
import { ShiftList } from "#features/shift/index.ts";
import { readShift } from "#server/read/shift.ts";

export const metadata: Metadata = { title: "Shift · Tumbek" };

interface Props {
  readonly searchParams: Promise<LinkQuery>;
}

export default guarded("see", async ({ searchParams }: Props) => {
  const page = await readShift((await searchParams).day);
  if (typeof page === "string") return <Trouble what={page} />;
  return <ShiftList key={`${page.site.id} ${page.day}`} {...page} />;
});
