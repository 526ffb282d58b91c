import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import { type LinkQuery, paramsOf } from "#app/linkQuery.ts";
import { Trouble } from "#features/frame/index.ts";
import { Compare } from "#features/trials/index.ts";
import { readCompared } from "#server/read/compare.ts";

export const metadata: Metadata = { title: "Compare · Tumbek" };

interface Props {
  readonly searchParams: Promise<LinkQuery>;
}

export default guarded("see", async ({ searchParams }: Props) => {
  const page = await readCompared(paramsOf(await searchParams));
  if (typeof page === "string") return <Trouble what={page} />;
  return <Compare {...page} />;
});
