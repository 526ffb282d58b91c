import type { Bench, BenchVessel } from "#contract/bench.ts";
import { potKitOf } from "#contract/potKit.ts";
import type { BarView, PotView } from "#contract/potView.ts";
import { cupsFrom } from "#core/sheet";
import { readVessels } from "#data/bar.ts";
import { barOf, type FollowedBar } from "#server/bar.ts";
import { now } from "#server/clock.ts";
import { database } from "#server/database.ts";

/** More than a counter holds: of a site with hundreds the others are on the bench. */
const MOST_POTS = 30;
const G_PER_KG = 1000;

/** A site's pots: those of the bench, and any that was taken off it while coffee stands in it. */
export async function barViewOf(bench: Bench): Promise<BarView> {
  return viewOf(bench, await barOf(database(), bench));
}

export async function viewOf(bench: Bench, { n, folded }: FollowedBar): Promise<BarView> {
  const { site, vessels, coffees, cups, iceSources, settings } = bench;
  const { pots } = folded.state;
  const known = new Set(vessels.map(({ id }) => id));
  const lost = [...pots].filter(([id, { standing }]) => standing && !known.has(id)).map(([id]) => id);
  const gone = lost.length > 0 ? await readVessels(database(), lost) : [];
  const viewed = (vessel: Seen, retired: boolean): PotView => {
    const { id, name, kind, iced, workingG } = vessel;
    const { standing = null, brewing = null } = pots.get(id) ?? {};
    return {
      id,
      name,
      kind,
      iced,
      workingG,
      kit: potKitOf(vessel),
      retired,
      standing,
      coffee: coffees.find((coffee) => coffee.id === standing?.coffeeId)?.name ?? null,
      brewing: brewing && { begunMs: brewing.begunMs, dueMs: brewing.dueMs },
    };
  };
  // Of many, those in use first: a shelf has an end.
  const own = vessels.map((vessel) => viewed(vessel, false));
  const shown =
    own.length <= MOST_POTS
      ? own
      : own.toSorted((a, b) => Number(b.standing !== null) - Number(a.standing !== null)).slice(0, MOST_POTS);
  return {
    siteId: site.id,
    timeZone: site.timeZone,
    n,
    nowMs: now().getTime(),
    pots: [...shown, ...gone.map((vessel) => viewed(vessel, true))],
    ice: iceSources.map(({ id, name, storeKg }) => ({
      id,
      name,
      storeG: storeKg === null ? null : G_PER_KG * storeKg,
      leftG: folded.state.iceG.get(id) ?? null,
    })),
    rules: settings.hold,
    roomTempC: settings.roomTempC,
    cups: cups.map((cup) => ({
      id: cup.id,
      serve: cup.serve,
      volumeMl: cup.volumeMl,
      fillG: cup.fillG ?? 1 / cupsFrom(1, cup),
    })),
  };
}

type Seen = Pick<
  BenchVessel,
  | "id"
  | "name"
  | "kind"
  | "iced"
  | "brimG"
  | "workingG"
  | "vesselJPerK"
  | "holdMin"
  | "plate"
  | "evaporationGPerH"
  | "coolingPerS"
>;
