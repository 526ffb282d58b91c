import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { guarded } from "#app/guarded.tsx";
import { Trouble } from "#features/frame/index.ts";
import { Trial } from "#features/trials/index.ts";
import { readTrialPage } from "#server/read/trials.ts";

export const metadata: Metadata = { title: "A trial · Tumbek" };

interface Props {
  readonly params: Promise<{ readonly id: string }>;
}

export default guarded("see", async ({ params }: Props) => {
  const page = await readTrialPage((await params).id);
  if (typeof page === "string") return <Trouble what={page} />;
  if (!page) notFound();
  return <Trial {...page} />;
});
