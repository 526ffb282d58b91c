import type { Bench, BenchVessel } from "#contract/bench.ts";
import { momentsOf } from "#contract/days.ts";
import { potKitOf } from "#contract/potKit.ts";
import type { BarView, PotView } from "#contract/potView.ts";
import { eventsOf } from "#core/bar";
import { cupsFrom } from "#core/sheet";
import { readVessels } from "#data/bar.ts";
import { readBrewing } from "#data/guides.ts";
import { barOf, type FollowedBar } from "#server/bar.ts";
import { now } from "#server/clock.ts";
import { database } from "#server/database.ts";
import { runningSince } from "#server/guides.ts";
import { happenedWords } from "#words/bar";

/** More than a counter holds: of a site with hundreds the others are on the bench. */
const MOST_POTS = 30;
const G_PER_KG = 1000;

/** A site's pots: those of the bench, and any that was taken off it while coffee stands in it. */
export async function barViewOf(bench: Bench): Promise<BarView> {
  const [bar, guides] = await Promise.all([
    barOf(database(), bench),
    readBrewing(database(), bench.site.id, runningSince()),
  ]);
  return viewOf(bench, bar, { guides });
}

/** What a bar's view has of its events and its bench alone. */
type Still = Omit<BarView, "nowMs" | "guides">;

/** Views that were put together: while nothing happens at a bar, every page of a day shows the same one. */
const stills = new WeakMap<FollowedBar, { readonly today: string; readonly still: Still }>();

/** A bar as it stands; `wanted` is a pot that must be among those that are shown. */
export async function viewOf(
  bench: Bench,
  bar: FollowedBar,
  { guides = [], wanted }: { readonly guides?: BarView["guides"]; readonly wanted?: string } = {},
): Promise<BarView> {
  const before = stills.get(bar);
  const isSame = before?.today === bench.today && wanted === undefined;
  const still = isSame ? before.still : await stillOf(bench, bar, wanted);
  if (wanted === undefined) stills.set(bar, { today: bench.today, still });
  return { ...still, guides, nowMs: now().getTime() };
}

async function stillOf(bench: Bench, { n, folded }: FollowedBar, wanted: string | undefined): Promise<Still> {
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
      coffee: (standing && coffees.find(({ id }) => id === standing.coffeeId)?.name) ?? null,
      brewing: brewing && { cardId: brewing.cardId, begunMs: brewing.begunMs, dueMs: brewing.dueMs },
    };
  };
  const { from, until } = momentsOf(site.timeZone, bench.today);
  const isToday = (ms: number) => ms >= from.getTime() && ms < until.getTime();
  const odd = folded.state.odd.filter(({ atMs }) => isToday(atMs));
  const happened = new Map(odd.length > 0 ? eventsOf(folded).map((event) => [event.id, event]) : []);
  // Of many, those in use first: a shelf has an end.
  const rank = ({ id }: Seen) => (id === wanted ? 2 : Number(Boolean(pots.get(id)?.standing)));
  const shown =
    vessels.length <= MOST_POTS ? vessels : vessels.toSorted((a, b) => rank(b) - rank(a)).slice(0, MOST_POTS);
  return {
    siteId: site.id,
    timeZone: site.timeZone,
    n,
    pots: [...shown.map((vessel) => viewed(vessel, false)), ...gone.map((vessel) => viewed(vessel, true))],
    ice: iceSources.map(({ id, name, storeKg }) => ({
      id,
      name,
      storeG: storeKg === null ? null : G_PER_KG * storeKg,
      leftG: folded.state.iceG.get(id) ?? null,
    })),
    odd: odd.flatMap((each) => {
      const event = happened.get(each.eventId);
      if (!event) return [];
      const vesselId = "vesselId" in event ? event.vesselId : "";
      const pot = vessels.find(({ id }) => id === vesselId)?.name ?? "";
      return [{ ...each, what: happenedWords(event), pot }];
    }),
    checked: folded.state.checked.filter(({ atMs }) => isToday(atMs)),
    brewed: folded.state.brewed.filter(({ atMs }) => isToday(atMs)),
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
