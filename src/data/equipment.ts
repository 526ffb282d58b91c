import { asc, eq } from "drizzle-orm";
import {
  type BenchKind,
  type BenchVessel,
  type Equipment,
  OFF_THE_BENCH,
  type OnBench,
} from "#contract/bench.ts";
import type { Basket, SprayMode } from "#core/brew";
import type { CurvePoint } from "#core/grind";
import type { Database } from "./connection.ts";
import { listSites, readHouse } from "./house.ts";
import * as schema from "./schema/index.ts";
import { type AnyRow, figuresOf } from "./things.ts";

/**
 * A site's equipment, and the house's coffees, cups and settings.
 *
 * @param siteId the site that is asked for; the first one when it is not there
 * @returns undefined while the house has no site
 */
export async function readEquipment(db: Database, siteId: string): Promise<Equipment | undefined> {
  const { brewers, filters, vessels, grinders, iceSources, coffees, cups } = schema;
  // All at once: a house has a few dozen rows, and a second round would cost more than the rows left out.
  const [house, sites, sprays, brewerRows, vesselRows, grinderRows, curves, iceRows, coffeeRows, cupRows] =
    await Promise.all([
      readHouse(db),
      listSites(db),
      readSprays(db),
      db
        .select()
        .from(brewers)
        .innerJoin(filters, eq(filters.id, brewers.filterId))
        .where(eq(brewers.removed, false)),
      db.select().from(vessels).where(eq(vessels.removed, false)).orderBy(asc(vessels.position)),
      db.select().from(grinders).where(eq(grinders.removed, false)).orderBy(asc(grinders.position)),
      readNewestCurves(db),
      db.select().from(iceSources).where(eq(iceSources.removed, false)).orderBy(asc(iceSources.position)),
      db.select().from(coffees).where(eq(coffees.removed, false)).orderBy(asc(coffees.position)),
      db.select().from(cups).where(eq(cups.removed, false)).orderBy(asc(cups.volumeMl)),
    ]);
  const site = sites.find(({ id }) => id === siteId) ?? sites[0];
  if (!house || !site) return undefined;
  const ofSite = <Row extends { readonly siteId: string }>(rows: readonly Row[]) =>
    rows.filter((row) => row.siteId === site.id);
  return {
    site: { id: site.id, name: site.name, timeZone: site.timeZone, altitudeM: site.altitudeM },
    sites: sites.map(({ id, name }) => ({ id, name })),
    settings: house.settings,
    brewers: brewerRows
      .filter((row) => row.brewers.siteId === site.id)
      .toSorted((a, b) => a.brewers.position - b.brewers.position)
      .map(({ brewers: brewer, filters: filter }) => {
        const { stepG, slope, interceptG, minSettingG, maxSettingG } = brewer;
        return {
          ...onBench("brewer", brewer),
          basket: wholeBasket(brewer.basket),
          filter: { name: filter.name, material: filter.material, drag: filter.drag },
          sprays: sprays.get(brewer.id) ?? [],
          lattice: { stepG, slope, interceptG, minSettingG, maxSettingG },
        };
      }),
    vessels: ofSite(vesselRows).map((vessel) => ({
      ...onBench("vessel", vessel),
      coolingPerS: vessel.coolingPerS,
    })),
    grinders: ofSite(grinderRows).map((grinder) => ({
      ...onBench("grinder", grinder),
      min: grinder.dialMin,
      max: grinder.dialMax,
      step: grinder.dialStep,
      higherIs: grinder.higherIs,
      curve: curves.get(grinder.id)?.points ?? [],
      curveVersion: curves.get(grinder.id)?.version ?? null,
    })),
    iceSources: ofSite(iceRows).map((ice) => onBench("ice", ice)),
    coffees: coffeeRows.map((coffee) => onBench("coffee", coffee)),
    cups: cupRows.map((cup) => onBench("cup", cup)),
  };
}

/** A row as the bench has it: each field of its kind that a sheet may ask for, and what of it is typical. */
function onBench<Kind extends BenchKind>(
  kind: Kind,
  row: AnyRow,
): OnBench<Kind> & Pick<BenchVessel, "typical"> {
  const left: readonly string[] = OFF_THE_BENCH[kind];
  const figures = Object.entries(figuresOf(kind, row)).filter(([name]) => !left.includes(name));
  return {
    id: row.id,
    typical: row.typical ?? [],
    ...Object.fromEntries(figures),
  } as unknown as ReturnType<typeof onBench<Kind>>;
}

/** A basket with all its measures, or none. */
export function wholeBasket({
  shape,
  topDiameterMm,
  bottomDiameterMm,
  heightMm,
}: schema.BasketRow): Basket | null {
  if (topDiameterMm === null || bottomDiameterMm === null || heightMm === null) return null;
  return { shape, topDiameterMm, bottomDiameterMm, heightMm };
}

/** How each brewer sprays, by its id. */
export async function readSprays(db: Database): Promise<ReadonlyMap<string, readonly SprayMode[]>> {
  const { readings } = schema;
  const rows = await db
    .select()
    .from(readings)
    .where(eq(readings.kind, "flow"))
    .orderBy(asc(readings.position));
  const byOwner = new Map<string, SprayMode[]>();
  for (const { ownerId, figures } of rows) {
    byOwner.set(ownerId, [...(byOwner.get(ownerId) ?? []), figures as unknown as SprayMode]);
  }
  return byOwner;
}

/** Each grinder's newest curve, by its id. */
export async function readNewestCurves(
  db: Database,
): Promise<ReadonlyMap<string, { readonly version: number; readonly points: readonly CurvePoint[] }>> {
  const { grinderCurves } = schema;
  const rows = await db.select().from(grinderCurves).orderBy(asc(grinderCurves.version));
  return new Map(rows.map(({ grinderId, version, points }) => [grinderId, { version, points }]));
}
