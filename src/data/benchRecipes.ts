import { and, eq, inArray, ne, type SQL } from "drizzle-orm";
import type { BenchRecipe } from "#contract/bench.ts";
import { waterOf } from "#core/brew";
import type { Database } from "./connection.ts";
import { readNewestCurves, readSprays, wholeBasket } from "./equipment.ts";
import * as schema from "./schema/index.ts";

/** Every recipe that is in use, by the version that counts; what is only drafted is not brewed by. */
export async function readBenchRecipes(db: Database): Promise<BenchRecipe[]> {
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

/** Versions by their ids, whether they count or not; those that are gone are left out. */
export async function findBenchRecipes(
  db: Database,
  versionIds: readonly string[],
): Promise<{ readonly [versionId: string]: BenchRecipe }> {
  if (versionIds.length === 0) return {};
  const found = await benchVersions(db, inArray(schema.recipeVersions.id, [...versionIds]));
  return Object.fromEntries(found.map((version) => [version.versionId, version]));
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
      madeAt: version.at.toISOString(),
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
