import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { guarded } from "#app/guarded.tsx";
import { PotPage } from "#features/bar/index.ts";
import { Trouble } from "#features/frame/index.ts";
import { readPot } from "#server/read/pot.ts";

export const metadata: Metadata = { title: "A pot · Tumbek" };

interface Props {
  readonly params: Promise<{ readonly id: string }>;
}

export default guarded("see", async ({ params }: Props) => {
  const page = await readPot((await params).id);
  if (typeof page === "string") return <Trouble what={page} />;
  if (!page) notFound();
  return <PotPage {...page} />;
});
