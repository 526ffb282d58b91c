import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { guarded } from "#app/guarded.tsx";
import { Trouble } from "#features/frame/index.ts";
import { Guide } from "#features/guide/index.ts";
import { readGuidePage } from "#server/read/guide.ts";

export const metadata: Metadata = { title: "Brew guide · Tumbek" };

interface Props {
  readonly params: Promise<{ readonly id: string }>;
}

export default guarded("see", async ({ params }: Props) => {
  const page = await readGuidePage((await params).id);
  if (typeof page === "string") return <Trouble what={page} />;
  if (!page) notFound();
  // Another guide is another clock.
  return <Guide key={page.guide.id} {...page} />;
});
