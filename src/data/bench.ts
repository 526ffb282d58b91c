import { and, asc, eq, ne, type SQL } from "drizzle-orm";
import type { Bench, BenchRecipe } from "#contract/bench.ts";
import { type Basket, type SprayMode, waterOf } from "#core/brew";
import type { CurvePoint } from "#core/grind";
import type { Database } from "./connection.ts";
import { listSites, readHouse } from "./house.ts";
import * as schema from "./schema.ts";
import { readStandards } from "./standards.ts";

/**
 * A site's bench with the house's recipes and coffees.
 *
 * @param siteId the site that is asked for; the first one when it is not there
 * @returns undefined while the house has no site
 */
export async function readBench(
  db: Database,
  siteId: string | undefined,
): Promise<Omit<Bench, "today"> | undefined> {
  const { brewers, filters, vessels, grinders, iceSources, coffees, cups } = schema;
  // All at once: a house has a few dozen rows, and a second round would cost more than the rows left out.
  const [
    house,
    sites,
    sprays,
    brewerRows,
    vesselRows,
    grinderRows,
    curves,
    iceRows,
    coffeeRows,
    cupRows,
    recipes,
    fits,
    standards,
  ] = await Promise.all([
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
    readBenchRecipes(db),
    db.select().from(schema.fits),
    readStandards(db),
  ]);
  const site = sites.find(({ id }) => id === siteId) ?? sites[0];
  if (!house || !site) return undefined;
  const here = <Row extends { readonly siteId: string }>(rows: readonly Row[]) =>
    rows.filter((row) => row.siteId === site.id);
  return {
    revision: house.benchRevision,
    site: { id: site.id, name: site.name, timeZone: site.timeZone, altitudeM: site.altitudeM },
    sites: sites.map(({ id, name }) => ({ id, name })),
    settings: house.settings,
    brewers: brewerRows
      .filter((row) => row.brewers.siteId === site.id)
      .toSorted((a, b) => a.brewers.position - b.brewers.position)
      .map(
        ({
          brewers: { stepG, slope, interceptG, minSettingG, maxSettingG, ...brewer },
          filters: filter,
        }) => ({
          id: brewer.id,
          name: brewer.name,
          typical: brewer.typical ?? [],
          kind: brewer.kind,
          basket: wholeBasket(brewer.basket),
          doseMinG: brewer.doseMinG,
          doseMaxG: brewer.doseMaxG,
          preferredMinG: brewer.preferredMinG,
          preferredMaxG: brewer.preferredMaxG,
          bedDepthMinMm: brewer.bedDepthMinMm,
          bedDepthMaxMm: brewer.bedDepthMaxMm,
          retentionGPerG: brewer.retentionGPerG,
          sprayTempC: brewer.sprayTempC,
          bypassMaxPct: brewer.bypassMaxPct,
          dripDropC: brewer.dripDropC,
          besideDropC: brewer.besideDropC,
          rinseG: brewer.rinseG,
          cycleMin: brewer.cycleMin,
          rinseMin: brewer.rinseMin,
          filter: { name: filter.name, material: filter.material, drag: filter.drag },
          sprays: sprays.get(brewer.id) ?? [],
          lattice: { stepG, slope, interceptG, minSettingG, maxSettingG },
        }),
      ),
    vessels: here(vesselRows).map((vessel) => ({
      id: vessel.id,
      name: vessel.name,
      kind: vessel.kind,
      iced: vessel.iced,
      brimG: vessel.brimG,
      workingG: vessel.workingG,
      vesselJPerK: vessel.vesselJPerK,
      holdMin: vessel.holdMin,
      bathWPerK: vessel.bathWPerK,
      typical: vessel.typical ?? [],
    })),
    grinders: here(grinderRows).map((grinder) => ({
      id: grinder.id,
      name: grinder.name,
      min: grinder.dialMin,
      max: grinder.dialMax,
      step: grinder.dialStep,
      higherIs: grinder.higherIs,
      purgeG: grinder.purgeG,
      ruleUnits: grinder.ruleUnits,
      ruleIcedUnits: grinder.ruleIcedUnits,
      curve: curves.get(grinder.id)?.points ?? [],
      curveVersion: curves.get(grinder.id)?.version ?? null,
      typical: grinder.typical ?? [],
    })),
    iceSources: here(iceRows).map((ice) => ({
      id: ice.id,
      name: ice.name,
      iceTempC: ice.iceTempC,
      iceWetShare: ice.iceWetShare,
      heapGPerMl: ice.heapGPerMl,
      pieceMm: ice.pieceMm,
      storeKg: ice.storeKg,
      kgPerDay: ice.kgPerDay,
      otherShare: ice.otherShare,
    })),
    coffees: coffeeRows.map((coffee) => ({
      id: coffee.id,
      name: coffee.name,
      character: coffee.character,
      roastLevel: coffee.roastLevel,
      roastedOn: coffee.roastedOn,
      stockG: coffee.stockG,
      densityGPerMl: coffee.densityGPerMl,
      typical: coffee.typical ?? [],
    })),
    cups: cupRows.map(({ id, volumeMl, fillG, serve }) => ({ id, volumeMl, fillG, serve })),
    recipes,
    fits: fits.map(({ at: _at, ...fit }) => fit),
    standards: here(standards).map(({ siteId: _site, ...standard }) => standard),
  };
}

/** A basket with all its measures, or none. */
function wholeBasket({ shape, topDiameterMm, bottomDiameterMm, heightMm }: schema.BasketRow): Basket | null {
  if (topDiameterMm === null || bottomDiameterMm === null || heightMm === null) return null;
  return { shape, topDiameterMm, bottomDiameterMm, heightMm };
}

/** How each brewer sprays, by its id. */
async function readSprays(db: Database): Promise<ReadonlyMap<string, readonly SprayMode[]>> {
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
async function readNewestCurves(
  db: Database,
): Promise<ReadonlyMap<string, { readonly version: number; readonly points: readonly CurvePoint[] }>> {
  const { grinderCurves } = schema;
  const rows = await db.select().from(grinderCurves).orderBy(asc(grinderCurves.version));
  return new Map(rows.map(({ grinderId, version, points }) => [grinderId, { version, points }]));
}

/** Every recipe that is in use, by the version that counts; what is only drafted is not brewed by. */
async function readBenchRecipes(db: Database): Promise<BenchRecipe[]> {
  const { recipes, recipeVersions } = schema;
  const versions = await benchVersions(
    db,
    and(eq(recipes.archived, false), ne(recipeVersions.state, "draft")),
  );
  return versions.filter(({ recipeId }, i) => recipeId !== versions[i - 1]?.recipeId);
}

/** One version with what it is brewed with, whether it counts or not. */
export async function findBenchRecipe(db: Database, versionId: string): Promise<BenchRecipe | undefined> {
  const [version] = await benchVersions(db, eq(schema.recipeVersions.id, versionId));
  return version;
}

/** Versions in the order of their recipes: of each the standard first, then the newest. */
async function benchVersions(db: Database, wanted: SQL | undefined): Promise<BenchRecipe[]> {
  const { recipes, recipeVersions, brewers, filters, grinders, grinderPairs, coffees } = schema;
  const [curves, sprays, rows, pairs] = await Promise.all([
    readNewestCurves(db),
    readSprays(db),
    db
      .select()
      .from(recipeVersions)
      .innerJoin(recipes, eq(recipes.id, recipeVersions.recipeId))
      .innerJoin(brewers, eq(brewers.id, recipeVersions.brewerId))
      .innerJoin(filters, eq(filters.id, brewers.filterId))
      .innerJoin(coffees, eq(coffees.id, recipeVersions.coffeeId))
      .leftJoin(grinders, eq(grinders.id, recipeVersions.grinderId))
      .where(wanted),
    db.select().from(grinderPairs),
  ]);
  // Sorted here: a join with long texts that MariaDB sorts takes a table on its disk.
  const inOrder = rows.toSorted(
    ({ recipes: a, recipe_versions: v }, { recipes: b, recipe_versions: w }) =>
      a.position - b.position ||
      compare(a.id, b.id) ||
      Number(w.state === "standard") - Number(v.state === "standard") ||
      w.version - v.version,
  );
  return inOrder.map(
    ({ recipe_versions: version, recipes: { id, name }, brewers, filters, grinders, coffees }) => ({
      ...version.recipe,
      recipeId: id,
      versionId: version.id,
      name,
      version: version.version,
      state: version.state,
      coffeeId: version.coffeeId,
      brewerId: version.brewerId,
      brewer: { kind: brewers.kind, drag: filters.drag, sprays: sprays.get(brewers.id) ?? [] },
      basket: wholeBasket(brewers.basket),
      densityGPerMl: coffees.densityGPerMl,
      grinder: grinders && {
        id: grinders.id,
        name: grinders.name,
        curve: curves.get(grinders.id)?.points ?? [],
      },
      pairs: grinders ? pairsFrom(grinders.id, pairs) : {},
      hotWaterG: waterOf(version.recipe) + version.recipe.dilutionG,
      retentionGPerG: version.retentionGPerG,
    }),
  );
}

function compare(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}

/** The pairs that touch a grinder, read from its side, by the other grinder. */
function pairsFrom(grinderId: string, rows: readonly (typeof schema.grinderPairs.$inferSelect)[]) {
  const pairs: Record<string, { from: number; to: number }[]> = {};
  for (const { fromGrinderId, toGrinderId, fromSetting, toSetting } of rows) {
    const [other, pair] =
      fromGrinderId === grinderId
        ? [toGrinderId, { from: fromSetting, to: toSetting }]
        : [fromGrinderId, { from: toSetting, to: fromSetting }];
    if (fromGrinderId !== grinderId && toGrinderId !== grinderId) continue;
    pairs[other] = [...(pairs[other] ?? []), pair];
  }
  return pairs;
}
