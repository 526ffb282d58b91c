import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { guarded } from "#app/guarded.tsx";
import { Card } from "#features/card/index.ts";
import { readCardPage } from "#server/read/card.ts";

export const metadata: Metadata = { title: "Card · Tumbek" };

interface Props {
  readonly params: Promise<{ id: string }>;
}

export default guarded("see", async ({ params }: Props) => {
  const card = await readCardPage((await params).id);
  if (!card) notFound();
  return <Card {...card} />;
});
