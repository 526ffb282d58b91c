import type { Metadata } from "next";
import { notFound } from "next/navigation";
import {
  atOf,
  brewerRows,
  careRows,
  coffeeRows,
  grinderRows,
  houseRow,
  rowsOf,
  siteOf,
  vesselRows,
} from "#app/benchRows.ts";
import { guarded } from "#app/guarded.tsx";
import type { Bench } from "#contract/bench.ts";
import { readThings } from "#data/things.ts";
import {
  Brewers,
  Care,
  Coffees,
  Filters,
  Grinders,
  HousePart,
  PARTS,
  type Part,
  Shell,
  Supplies,
  Vessels,
} from "#features/bench/index.ts";
import { Trouble } from "#features/frame/index.ts";
import { database } from "#server/database.ts";
import { currentBench } from "#server/site.ts";

export const metadata: Metadata = { title: "Bench · Tumbek" };

interface Props {
  readonly params: Promise<{ readonly part: string }>;
}

export default guarded("see", async ({ params }: Props) => {
  const asked = (await params).part;
  const part = PARTS.find((each) => each.part === asked)?.part;
  if (!part) notFound();
  const bench = await currentBench();
  if (typeof bench === "string") return <Trouble what={bench} />;
  const [site, shown] = await Promise.all([siteOf(bench), partOf(part, bench)]);
  return (
    // Another site, and nothing half-typed of this one stays.
    <Shell key={site.id} site={site} part={part}>
      {shown}
    </Shell>
  );
});

async function partOf(part: Part, bench: Bench) {
  const at = atOf(bench);
  switch (part) {
    case "vessels":
      return <Vessels vessels={await vesselRows(at)} />;
    case "brewers": {
      const [brewers, filters] = await Promise.all([brewerRows(at), rowsOf("filter", at)]);
      return (
        <>
          <Brewers brewers={brewers} />
          <Filters filters={filters} />
        </>
      );
    }
    case "grinders": {
      const [grinders, others] = await Promise.all([grinderRows(at), allGrinders(bench)]);
      return <Grinders grinders={grinders} others={others} />;
    }
    case "coffees":
      return <Coffees coffees={await coffeeRows(at)} />;
    case "supplies": {
      const [waters, ices, cups] = await Promise.all([
        rowsOf("water", at),
        rowsOf("ice", at),
        rowsOf("cup", at),
      ]);
      return <Supplies waters={waters} ices={ices} cups={cups} />;
    }
    case "care": {
      const [due, tasks] = await Promise.all([careRows(at), rowsOf("care", at)]);
      return <Care due={due} tasks={tasks} />;
    }
    case "house": {
      const [house, sites, scales] = await Promise.all([houseRow(), rowsOf("site", at), rowsOf("scale", at)]);
      return <HousePart house={house} sites={sites} scales={scales} />;
    }
  }
}

/** The house's grinders at all its sites: two of different sites are matched too. */
async function allGrinders({ sites }: Bench) {
  const lists = await Promise.all(sites.map(({ id }) => readThings(database(), "grinder", id)));
  return lists
    .flat()
    .filter(({ removed }) => !removed)
    .map(({ id, figures }) => ({ id, name: figures.name }));
}
