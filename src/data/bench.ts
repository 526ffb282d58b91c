import { asc, desc, eq } from "drizzle-orm";
import type { Bench, BenchRecipe } from "#contract/bench.ts";
import type { Database } from "./connection.ts";
import { listSites, readHouse } from "./house.ts";
import * as schema from "./schema.ts";

/**
 * A site's bench with the house's recipes and coffees.
 *
 * @param siteId the site that is asked for; the first one when it is not there
 * @returns undefined while the house has no site
 */
export async function readBench(db: Database, siteId: string | undefined): Promise<Bench | undefined> {
  const { brewers, vessels, grinders, iceSources, coffees, cups } = schema;
  // All at once: a house has a few dozen rows, and a second round would cost more than the rows left out.
  const [house, sites, brewerRows, vesselRows, grinderRows, iceRows, coffeeRows, cupRows, recipes] =
    await Promise.all([
      readHouse(db),
      listSites(db),
      db.select().from(brewers).where(eq(brewers.removed, false)).orderBy(asc(brewers.position)),
      db.select().from(vessels).orderBy(asc(vessels.position)),
      db.select().from(grinders).orderBy(asc(grinders.position)),
      db.select().from(iceSources).orderBy(asc(iceSources.position)),
      db.select().from(coffees).orderBy(asc(coffees.position)),
      db.select().from(cups).orderBy(asc(cups.volumeMl)),
      readRecipes(db),
    ]);
  const site = sites.find(({ id }) => id === siteId) ?? sites[0];
  if (!house || !site) return undefined;
  const here = <Row extends { readonly siteId: string }>(rows: readonly Row[]) =>
    rows.filter((row) => row.siteId === site.id);
  return {
    site: { id: site.id, name: site.name, timeZone: site.timeZone, altitudeM: site.altitudeM },
    sites: sites.map(({ id, name }) => ({ id, name })),
    settings: house.settings,
    brewers: here(brewerRows).map(
      ({ stepG, slope, interceptG, minSettingG, maxSettingG, measuredAt, revision, ...brewer }) => ({
        ...brewer,
        lattice: { stepG, slope, interceptG, minSettingG, maxSettingG },
      }),
    ),
    vessels: here(vesselRows).map(({ emptyG, coolingPerS, measuredAt, revision, ...vessel }) => vessel),
    grinders: here(grinderRows).map(({ dialMin, dialMax, dialStep, ...grinder }) => ({
      ...grinder,
      min: dialMin,
      max: dialMax,
      step: dialStep,
    })),
    iceSources: here(iceRows),
    coffees: coffeeRows.map(({ measuredAt, revision, ...coffee }) => coffee),
    cups: cupRows,
    recipes,
  };
}

/** Every recipe's newest version. */
async function readRecipes(db: Database): Promise<BenchRecipe[]> {
  const { recipes, recipeVersions, brewers, grinders, grinderPairs, coffees } = schema;
  const [rows, pairs] = await Promise.all([
    db
      .select()
      .from(recipeVersions)
      .innerJoin(recipes, eq(recipes.id, recipeVersions.recipeId))
      .innerJoin(brewers, eq(brewers.id, recipeVersions.brewerId))
      .innerJoin(grinders, eq(grinders.id, recipeVersions.grinderId))
      .innerJoin(coffees, eq(coffees.id, recipeVersions.coffeeId))
      .orderBy(asc(recipes.position), desc(recipeVersions.version)),
    db.select().from(grinderPairs),
  ]);
  const newest = rows.filter((row, i) => row.recipes.id !== rows[i - 1]?.recipes.id);
  return newest.map(
    ({ recipe_versions: version, recipes: recipe, brewers: brewer, grinders: grinder, coffees: coffee }) => ({
      ...version,
      versionId: version.id,
      name: recipe.name,
      basket: brewer.basket,
      densityGPerMl: coffee.densityGPerMl,
      grinder: { id: grinder.id, name: grinder.name },
      pairs: pairsFrom(grinder.id, pairs),
    }),
  );
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
