import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { guarded } from "#app/guarded.tsx";
import { Trouble } from "#features/frame/index.ts";
import { Batch } from "#features/log/index.ts";
import { readBatch } from "#server/read/batch.ts";

export const metadata: Metadata = { title: "A batch · Tumbek" };

interface Props {
  readonly params: Promise<{ readonly id: string }>;
}

export default guarded("see", async ({ params }: Props, { person }) => {
  const page = await readBatch((await params).id, person.role);
  if (typeof page === "string") return <Trouble what={page} />;
  if (!page) notFound();
  return <Batch key={page.batch.revision} {...page} />;
});
