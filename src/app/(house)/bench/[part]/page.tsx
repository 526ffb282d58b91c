import type { Metadata } from "next";
import { notFound } from "next/navigation";
import type { ReactNode } from "react";
import { guarded } from "#app/guarded.tsx";
import {
  Brewers,
  Care,
  Coffees,
  Filters,
  Grinders,
  HousePart,
  PARTS,
  Shell,
  Supplies,
  Vessels,
} from "#features/bench/index.ts";
import { Trouble } from "#features/frame/index.ts";
import { type BenchPart, readPart } from "#server/read/bench.ts";
import { LinkState } from "#ui/linkState.tsx";

export const metadata: Metadata = { title: "Bench · Tumbek" };

interface Props {
  readonly params: Promise<{ readonly part: string }>;
}

type Shown<Part extends BenchPart> = Exclude<Awaited<ReturnType<typeof readPart<Part>>>, string>["shown"];

/** How each part is drawn from what was read for it. */
const DRAWN: { readonly [Part in BenchPart]: (shown: Shown<Part>) => ReactNode } = {
  vessels: (shown) => <Vessels {...shown} />,
  brewers: ({ brewers, filters }) => (
    <>
      <Brewers brewers={brewers} />
      <Filters filters={filters} />
    </>
  ),
  grinders: (shown) => <Grinders {...shown} />,
  coffees: (shown) => <Coffees {...shown} />,
  supplies: (shown) => <Supplies {...shown} />,
  care: (shown) => <Care {...shown} />,
  house: (shown) => <HousePart {...shown} />,
};

export default guarded("see", async ({ params }: Props) => {
  const { part: name } = await params;
  const part = PARTS.find((each) => each.part === name)?.part;
  if (!part) notFound();
  const page = await readPart(part);
  if (typeof page === "string") return <Trouble what={page} />;
  const { site, shown } = page;
  return (
    // Another site, and nothing half-typed of this one stays.
    <Shell key={site.id} site={site} part={part}>
      <LinkState>{(DRAWN[part] as (shown: unknown) => ReactNode)(shown)}</LinkState>
    </Shell>
  );
});
