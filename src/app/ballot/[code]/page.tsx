import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { TasterBallot } from "#features/trials/index.ts";
import { readBallot } from "#server/read/cups.ts";

export const metadata: Metadata = { title: "A ballot · Tumbek" };

interface Props {
  readonly params: Promise<{ readonly code: string }>;
}

/** A taster's ballot: whoever has its code needs no sign-in. */
export default async function BallotPage({ params }: Props) {
  const ballot = await readBallot((await params).code);
  if (!ballot) notFound();
  return <TasterBallot {...ballot} />;
}
