import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { guarded } from "#app/guarded.tsx";
import type { LinkQuery } from "#app/linkQuery.ts";
import { Trouble } from "#features/frame/index.ts";
import { Compare } from "#features/recipes/index.ts";
import { readComparison } from "#server/read/recipes.ts";

export const metadata: Metadata = { title: "Side by side · Tumbek" };

interface Props {
  readonly searchParams: Promise<LinkQuery>;
}

export default guarded("see", async ({ searchParams }: Props) => {
  const { a, b } = await searchParams;
  const page = await readComparison(a, b);
  if (typeof page === "string") return <Trouble what={page} />;
  if (!page) notFound();
  return <Compare {...page} />;
});
