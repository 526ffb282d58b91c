import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import { type LinkQuery, paramsOf } from "#app/linkQuery.ts";
import { Trouble } from "#features/frame/index.ts";
import { Sites } from "#features/recipes/index.ts";
import { readTwoSites } from "#server/read/sites.ts";

export const metadata: Metadata = { title: "Two sites · Tumbek" };

interface Props {
  readonly searchParams: Promise<LinkQuery>;
}

export default guarded("see", async ({ searchParams }: Props) => {
  const page = await readTwoSites(paramsOf(await searchParams));
  if (typeof page === "string") return <Trouble what={page} />;
  return <Sites key={`${page.sizeG} ${page.serve}`} {...page} />;
});
