import type { Bench } from "#contract/bench.ts";
import { dayIn, daysBetween } from "#contract/days.ts";
import type { AnyFigures, ThingKind } from "#contract/fields.ts";
import type { BlankRunRow, CoolingRow, DripRow, FlowRow, ReadingKind } from "#contract/measure.ts";
import type { RowOf } from "#contract/things.ts";
import { readYields } from "#data/batches.ts";
import { readCare } from "#data/care.ts";
import { readHouse } from "#data/house.ts";
import { type OwnedReadings, readCurves, readPairs, readReadings } from "#data/measures.ts";
import { readProposals } from "#data/proposals.ts";
import { findThing, readThings, type Thing } from "#data/things.ts";
import { now } from "#server/clock.ts";
import { database } from "#server/database.ts";
import { readerTimes } from "#server/reader.ts";
import { printDay, printTime } from "#words/figures";

/** The site and its time zone, which every row of the bench is read with. */
export interface At {
  readonly siteId: string;
  readonly timeZone: string;
}

export const atOf = ({ site }: Pick<Bench, "site">): At => ({ siteId: site.id, timeZone: site.timeZone });

/** Things of a kind as the Bench shows them. */
export async function rowsOf<Kind extends ThingKind>(kind: Kind, at: At): Promise<RowOf<Kind>[]> {
  return (await readThings(database(), kind, at.siteId)).map((thing) => rowOf(thing, at));
}

function rowOf<Kind extends ThingKind>(
  { id, revision, removed, typical, figures, measuredAt }: Thing<Kind>,
  { timeZone }: At,
): RowOf<Kind> {
  const measured = measuredAt ? printDay(measuredAt, timeZone) : undefined;
  return { id, revision, removed, typical, figures, measured };
}

/** A thing's readings of a kind, in the order in which they were made. */
function of<Row>(all: readonly OwnedReadings[], ownerId: string, kind: ReadingKind): readonly Row[] {
  const found = all.find((list) => list.ownerId === ownerId && list.kind === kind);
  return (found?.rows ?? []) as unknown as readonly Row[];
}

export async function vesselRows(at: At) {
  const db = database();
  const things = await readThings(db, "vessel", at.siteId);
  const readings = await readReadings(
    db,
    things.map(({ id }) => id),
  );
  return things.map((thing) => ({
    ...rowOf(thing, at),
    emptyG: thing.besides.emptyG ?? null,
    coolingPerS: thing.besides.coolingPerS ?? null,
    coolings: of<CoolingRow>(readings, thing.id, "cooling"),
  }));
}

export async function brewerRows(at: At) {
  const db = database();
  const things = await readThings(db, "brewer", at.siteId);
  const [readings, yields] = await Promise.all([
    readReadings(
      db,
      things.map(({ id }) => id),
    ),
    Promise.all(
      things.map(({ id, figures: { filterId, ending } }) =>
        readYields(db, { brewerId: id, filterId, ending }),
      ),
    ),
  ]);
  return things.map((thing, i) => ({
    ...rowOf(thing, at),
    slope: thing.besides.slope ?? 1,
    interceptG: thing.besides.interceptG ?? 0,
    runs: of<BlankRunRow>(readings, thing.id, "blankRun"),
    flows: of<FlowRow>(readings, thing.id, "flow"),
    drips: of<DripRow>(readings, thing.id, "drip"),
    yields: yields[i]!.map(({ doseG, waterG, yieldG }) => ({ doseG, waterG, yieldG })),
  }));
}

export async function grinderRows(at: At, { standards }: Pick<Bench, "standards">) {
  const db = database();
  const things = await readThings(db, "grinder", at.siteId);
  const ids = things.map(({ id }) => id);
  const [curves, pairs] = await Promise.all([
    readCurves(db, ids),
    Promise.all(ids.map((id) => readPairs(db, id))),
  ]);
  return things.map((thing, i) => ({
    ...rowOf(thing, at),
    curves: curves
      .filter(({ grinderId }) => grinderId === thing.id)
      .map(({ id, version, why, points, since }) => ({
        id,
        version,
        why,
        points,
        since: printDay(since, at.timeZone),
      })),
    pairs: pairs[i]!,
    standards: standards
      .filter(({ grinderId }) => grinderId === thing.id)
      .map(({ dialSetting }) => dialSetting),
  }));
}

export async function coffeeRows(at: At) {
  const today = dayIn(at.timeZone, now());
  return (await rowsOf("coffee", at)).map((row) => {
    const { roastedOn } = row.figures;
    return { ...row, ageDays: roastedOn === null ? undefined : daysBetween(roastedOn, today) };
  });
}

export async function careRows(at: At) {
  const lines = await readCare(database(), at.siteId, now());
  return lines.map(({ lastDone, doneBy, ...line }) => ({
    ...line,
    done: lastDone ? `done ${printDay(lastDone, at.timeZone)} by ${doneBy ?? "somebody"}` : undefined,
  }));
}

export async function proposalRows(at: At) {
  const db = database();
  const [waiting, times] = await Promise.all([readProposals(db, at.siteId), readerTimes()]);
  return Promise.all(
    waiting.map(async ({ id, at: when, person, measure }) => ({
      id,
      person,
      measure,
      at: printTime(when, times),
      name: await nameOf(measure.of.id),
    })),
  );
}

const MEASURED_KINDS = ["vessel", "brewer", "coffee", "ice", "grinder"] as const;

async function nameOf(id: string): Promise<string> {
  const found = await Promise.all(MEASURED_KINDS.map((kind) => findThing(database(), kind, id)));
  const figures = found.find(Boolean)?.figures as AnyFigures | undefined;
  return String(figures?.name ?? "something taken off");
}

export async function houseRow() {
  const house = await readHouse(database());
  if (!house) throw new Error("there is no house");
  const { name, revision, settings } = house;
  return { name, revision, settings };
}

/** The site as the forms of the bench need it: references, scales, room temperature. */
export async function siteOf(bench: Bench) {
  const db = database();
  const { site, settings } = bench;
  const [filters, scales, sites] = await Promise.all([
    readThings(db, "filter", site.id),
    readThings(db, "scale", site.id),
    findThing(db, "site", site.id),
  ]);
  const named = (rows: readonly { readonly id: string; readonly name: string }[]) =>
    rows.map(({ id, name }) => ({ id, name }));
  const listed = (things: readonly Thing<"filter">[]) =>
    things.filter(({ removed }) => !removed).map(({ id, figures }) => ({ id, name: figures.name }));
  return {
    id: site.id,
    name: site.name,
    altitudeM: site.altitudeM,
    currency: sites?.figures.currency ?? "",
    roomC: settings.roomTempC,
    refs: {
      filter: listed(filters),
      brewer: named(bench.brewers),
      grinder: named(bench.grinders),
      coffee: named(bench.coffees),
      vessel: named(bench.vessels),
    },
    scales: scales
      .filter(({ removed }) => !removed)
      .map(({ id, figures: { name, capacityG } }) => ({ id, name, capacityG })),
  };
}

interface Picked {
  readonly id: string;
}

/** How four things that a sheet rests on are known: measured or typical, with their evidence. */
export async function sureOf(
  chosen: {
    readonly brewer: Picked;
    readonly vessel: Picked;
    readonly coffee: Picked;
    readonly grinder: Picked;
  },
  at: At,
) {
  const db = database();
  const [brewer, vessel, coffee, grinder, readings, curves] = await Promise.all([
    findThing(db, "brewer", chosen.brewer.id),
    findThing(db, "vessel", chosen.vessel.id),
    findThing(db, "coffee", chosen.coffee.id),
    findThing(db, "grinder", chosen.grinder.id),
    readReadings(db, [chosen.brewer.id]),
    readCurves(db, [chosen.grinder.id]),
  ]);
  if (!brewer || !vessel || !coffee || !grinder) return undefined;
  const { filterId, ending, retentionGPerG } = brewer.figures;
  const yields = await readYields(db, { brewerId: brewer.id, filterId, ending });
  const known = <Kind extends ThingKind>(thing: Thing<Kind>) => {
    const { typical, measured, figures } = rowOf(thing, at);
    return { typical, measured, name: (figures as { readonly name: string }).name };
  };
  return {
    brewer: {
      ...known(brewer),
      runs: of<BlankRunRow>(readings, brewer.id, "blankRun"),
      yields: yields.map(({ doseG, waterG, yieldG }) => ({ doseG, waterG, yieldG })),
      retentionGPerG,
    },
    vessel: { ...known(vessel), workingG: vessel.figures.workingG },
    coffee: { ...known(coffee), densityGPerMl: coffee.figures.densityGPerMl },
    grinder: { ...known(grinder), points: curves[0]?.points ?? [] },
  };
}
