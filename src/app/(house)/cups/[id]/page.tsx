import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { guarded } from "#app/guarded.tsx";
import { may } from "#core/people";
import { Trouble } from "#features/frame/index.ts";
import { CupTest } from "#features/trials/index.ts";
import { readCupTest } from "#server/read/cups.ts";

export const metadata: Metadata = { title: "The same cup? · Tumbek" };

interface Props {
  readonly params: Promise<{ readonly id: string }>;
}

/** Labels say which cup is which: they are for whoever pours. */
export default guarded("see", async ({ params }: Props, { person }) => {
  const page = await readCupTest((await params).id, may(person.role, "runTrials"));
  if (typeof page === "string") return <Trouble what={page} />;
  if (!page) notFound();
  return <CupTest {...page} />;
});
