import { v7 as uuidv7 } from "uuid";
import type { Bench } from "#contract/bench.ts";
import type { ThingKind } from "#contract/fields.ts";
import { readThings } from "#data/things.ts";
import { canScale, chosenOf, firstState } from "#scaling/choice";
import { worthNext } from "#scaling/sheet";
import { database } from "#server/database.ts";
import { currentBench } from "#server/site.ts";
import {
  type At,
  atOf,
  brewerRows,
  careRows,
  coffeeRows,
  grinderRows,
  houseRow,
  proposalRows,
  rowsOf,
  siteOf,
  sureOf,
  vesselRows,
} from "./things.ts";

/** The Bench's first page: what to measure next, what waits, what is due. */
export async function readOverview() {
  const bench = await currentBench();
  if (bench === "gone") return bench;
  if (bench === "none") {
    const overview = { guide: NOTHING_YET, proposals: [], worth: [], counts: [], due: [], sure: undefined };
    return { site: await noSite(), overview };
  }
  const at = atOf(bench);
  const [site, sure, proposals, care, counts, guide] = await Promise.all([
    siteOf(bench),
    canScale(bench) ? sureOf(chosenOf(firstState(bench), bench), at) : undefined,
    proposalRows(at),
    careRows(at),
    countsOf(at),
    guideOf(bench, at),
  ]);
  const due = care.filter((line) => line.due.share >= 1);
  return { site, overview: { guide, proposals, worth: worthNext(bench), counts, due, sure } };
}

const NOTHING_YET = { hasSite: false, brewers: [], vessels: [], grinders: [], coffees: [], recipes: 0 };

/** A bench before there is a site: enough for the form that makes the first one. */
async function noSite() {
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

const WEIGHED: readonly string[] = ["fill", "delivery", "retention", "density"];

/** The guide, until the house can scale and nothing that the four weighings tell is typical any more. */
async function guideOf(bench: Bench, at: At) {
  const typical = [bench.brewers, bench.vessels, bench.coffees].some((rows) =>
    rows.slice(0, 1).some((row) => row.typical.some((aspect) => WEIGHED.includes(aspect))),
  );
  if (canScale(bench) && !typical) return undefined;
  const [brewers, vessels, grinders, coffees] = await Promise.all([
    brewerRows(at),
    vesselRows(at),
    grinderRows(at, bench),
    rowsOf("coffee", at),
  ]);
  const onBench = <Row extends { readonly removed: boolean }>(rows: readonly Row[]) =>
    rows.filter(({ removed }) => !removed);
  return {
    hasSite: true,
    brewers: onBench(brewers),
    vessels: onBench(vessels),
    grinders: onBench(grinders),
    coffees: onBench(coffees),
    recipes: bench.recipes.length,
  };
}

const COUNTED = [
  { part: "vessels", kind: "vessel" },
  { part: "brewers", kind: "brewer" },
  { part: "grinders", kind: "grinder" },
  { part: "coffees", kind: "coffee" },
] as const;

/** How many things of a kind stand on the bench, and how many of them were measured here. */
async function countsOf(at: At) {
  return Promise.all(
    COUNTED.map(async ({ part, kind }) => {
      const rows = (await rowsOf<ThingKind>(kind, at)).filter(({ removed }) => !removed);
      return { part, all: rows.length, measured: rows.filter(({ measured }) => measured).length };
    }),
  );
}

/** Reader of each part of the Bench, for a site. */
const PARTS = {
  vessels: async (at: At) => ({ vessels: await vesselRows(at) }),
  brewers: async (at: At) => {
    const [brewers, filters] = await Promise.all([brewerRows(at), rowsOf("filter", at)]);
    return { brewers, filters };
  },
  grinders: async (at: At, bench: Bench) => {
    const [grinders, others] = await Promise.all([grinderRows(at, bench), grindersOfAllSites(bench)]);
    return { grinders, others };
  },
  coffees: async (at: At) => ({ coffees: await coffeeRows(at) }),
  supplies: async (at: At) => {
    const [waters, ices, cups] = await Promise.all([
      rowsOf("water", at),
      rowsOf("ice", at),
      rowsOf("cup", at),
    ]);
    return { waters, ices, cups };
  },
  care: async (at: At) => {
    const [due, tasks] = await Promise.all([careRows(at), rowsOf("care", at)]);
    return { due, tasks };
  },
  house: async (at: At) => {
    const [house, sites, scales] = await Promise.all([houseRow(), rowsOf("site", at), rowsOf("scale", at)]);
    return { house, sites, scales };
  },
};
export type BenchPart = keyof typeof PARTS;

/** One part of the Bench, of the site that this browser works at. */
export async function readPart<Part extends BenchPart>(part: Part) {
  const bench = await currentBench();
  if (typeof bench === "string") return bench;
  const read = PARTS[part] as (at: At, bench: Bench) => ReturnType<(typeof PARTS)[Part]>;
  const [site, shown] = await Promise.all([siteOf(bench), read(atOf(bench), bench)]);
  return { site, shown };
}

/** The house's grinders at all its sites: two of different sites are matched too. */
async function grindersOfAllSites({ sites }: Bench) {
  const lists = await Promise.all(sites.map(({ id }) => readThings(database(), "grinder", id)));
  return lists
    .flat()
    .filter(({ removed }) => !removed)
    .map(({ id, figures }) => ({ id, name: figures.name }));
}
