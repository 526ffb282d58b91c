import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { guarded } from "#app/guarded.tsx";
import type { LinkQuery } from "#app/linkQuery.ts";
import { Trouble } from "#features/frame/index.ts";
import { NewGuide } from "#features/guide/index.ts";
import { readNewGuidePage } from "#server/read/guide.ts";

export const metadata: Metadata = { title: "Brew guide · Tumbek" };

interface Props {
  readonly searchParams: Promise<LinkQuery>;
}

/** A page that devices keep: a guide is begun on it while the house is away. */
export default guarded("see", async ({ searchParams }: Props) => {
  const page = await readNewGuidePage((await searchParams).card);
  if (typeof page === "string") return <Trouble what={page} />;
  if (!page) notFound();
  return <NewGuide {...page} />;
});
