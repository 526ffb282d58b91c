import type { Metadata } from "next";
import { v7 as uuidv7 } from "uuid";
import {
  type At,
  atOf,
  brewerRows,
  careRows,
  houseRow,
  proposalRows,
  rowsOf,
  siteOf,
  sureOf,
  vesselRows,
} from "#app/benchRows.ts";
import { guarded } from "#app/guarded.tsx";
import type { Bench } from "#contract/bench.ts";
import { type BenchSite, type GuideProps, Overview, PARTS, Shell } from "#features/bench/index.ts";
import { Trouble } from "#features/frame/index.ts";
import { canScale, chosenOf, firstState, worthNext } from "#features/scale/index.ts";
import { currentBench } from "#server/site.ts";

export const metadata: Metadata = { title: "Bench · Tumbek" };

export default guarded("see", async () => {
  const bench = await currentBench();
  if (bench === "gone") return <Trouble what={bench} />;
  if (bench === "none") {
    return (
      <Shell site={await noSite()} part={undefined}>
        <Overview guide={NOTHING_YET} proposals={[]} worth={[]} counts={[]} due={[]} sure={undefined} />
      </Shell>
    );
  }
  const at = atOf(bench);
  const [site, sure, proposals, care, counts] = await Promise.all([
    siteOf(bench),
    canScale(bench) ? sureOf(chosenOf(firstState(bench), bench), at) : undefined,
    proposalRows(at),
    careRows(at),
    countsOf(at),
  ]);
  return (
    <Shell site={site} part={undefined}>
      <Overview
        guide={await guideOf(bench, at)}
        proposals={proposals}
        worth={worthNext(bench)}
        counts={counts}
        sure={sure}
        due={care.filter(({ due }) => due.share >= 1)}
      />
    </Shell>
  );
});

const NOTHING_YET: GuideProps = {
  hasSite: false,
  brewers: [],
  vessels: [],
  grinders: [],
  coffees: [],
  recipes: 0,
};

/** A bench before there is a site: enough for the form that makes the first one. */
async function noSite(): Promise<BenchSite> {
  const { settings } = await houseRow();
  return {
    id: uuidv7(),
    name: "",
    altitudeM: 0,
    currency: "",
    roomC: settings.roomTempC,
    refs: { filter: [], brewer: [], grinder: [], coffee: [], vessel: [] },
    scales: [],
  };
}

/** The guide, until the house can scale and nothing that the four weighings tell is typical any more. */
async function guideOf(bench: Bench, at: At): Promise<GuideProps | undefined> {
  const typical = [bench.brewers, bench.vessels, bench.coffees].some((rows) =>
    rows.slice(0, 1).some((row) => row.typical.some((aspect) => WEIGHED.includes(aspect))),
  );
  if (canScale(bench) && !typical) return undefined;
  const [brewers, vessels, grinders, coffees] = await Promise.all([
    brewerRows(at),
    vesselRows(at),
    rowsOf("grinder", at),
    rowsOf("coffee", at),
  ]);
  const here = <Row extends { readonly removed: boolean }>(rows: readonly Row[]) =>
    rows.filter(({ removed }) => !removed);
  return {
    hasSite: true,
    brewers: here(brewers),
    vessels: here(vessels),
    grinders: here(grinders),
    coffees: here(coffees),
    recipes: bench.recipes.length,
  };
}

const WEIGHED: readonly string[] = ["fill", "delivery", "retention", "density"];

const COUNTED = { vessels: "vessel", brewers: "brewer", grinders: "grinder", coffees: "coffee" } as const;

async function countsOf(at: At) {
  const parts = PARTS.flatMap(({ part, title }) =>
    part in COUNTED ? [{ part, title, kind: COUNTED[part as keyof typeof COUNTED] }] : [],
  );
  return Promise.all(
    parts.map(async ({ kind, ...words }) => {
      const rows = (await rowsOf(kind, at)).filter(({ removed }) => !removed);
      return { ...words, all: rows.length, measured: rows.filter(({ measured }) => measured).length };
    }),
  );
}
