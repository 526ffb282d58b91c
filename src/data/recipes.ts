import { and, asc, desc, eq, max, ne } from "drizzle-orm";
import { alias } from "drizzle-orm/mysql-core";
import type { KeptMove } from "#contract/bench.ts";
import type { KeptRecipe, RecipeLine, RecipeVersion } from "#contract/recipe.ts";
import type { RecipeState } from "#contract/recipeKinds.ts";
import { methodOf } from "#contract/recipeKinds.ts";
import { waterOf } from "#core/brew";
import { bloomMultiple } from "#core/recipe";
import { fail, ok, type Result } from "#core/result";
import { type Act, record } from "./audit.ts";
import type { Database } from "./connection.ts";
import { turnBench } from "./house.ts";
import { brewers, coffees, fits, grinders, people, recipes, recipeVersions } from "./schema/index.ts";
import { sentBefore } from "./sentTwice.ts";
import { lock, type Transaction, transact } from "./transact.ts";

const makers = alias(people, "makers");

const versionRows = (db: Database) =>
  db
    .select({
      versionId: recipeVersions.id,
      recipeId: recipeVersions.recipeId,
      version: recipeVersions.version,
      state: recipeVersions.state,
      revision: recipeVersions.revision,
      at: recipeVersions.at,
      madeBy: makers.name,
      brewerId: recipeVersions.brewerId,
      grinderId: recipeVersions.grinderId,
      coffeeId: recipeVersions.coffeeId,
      brewer: brewers.name,
      kind: brewers.kind,
      basket: brewers.basket,
      grinder: grinders.name,
      coffee: coffees.name,
      retentionGPerG: recipeVersions.retentionGPerG,
      recipe: recipeVersions.recipe,
    })
    .from(recipeVersions)
    .innerJoin(brewers, eq(brewers.id, recipeVersions.brewerId))
    .innerJoin(coffees, eq(coffees.id, recipeVersions.coffeeId))
    .leftJoin(grinders, eq(grinders.id, recipeVersions.grinderId))
    .leftJoin(makers, eq(makers.id, recipeVersions.madeBy));

type Row = Awaited<ReturnType<typeof versionRows>>[number];

function versionOf({ recipeId: _recipe, basket, at, ...row }: Row): RecipeVersion {
  return { ...row, shape: basket.shape, at: at.toISOString() };
}

/** Sorted here: a join with long texts that MariaDB sorts takes a table on its disk. */
function newestFirst(rows: readonly Row[]): readonly RecipeVersion[] {
  return rows.toSorted((a, b) => b.version - a.version).map(versionOf);
}

export interface RecipeWhole {
  readonly id: string;
  readonly name: string;
  readonly archived: boolean;
  /** The newest first. */
  readonly versions: readonly RecipeVersion[];
}

/** A recipe with all its versions. */
export async function readRecipe(db: Database, id: string): Promise<RecipeWhole | undefined> {
  const [[row], versions] = await Promise.all([
    db.select().from(recipes).where(eq(recipes.id, id)),
    versionRows(db).where(eq(recipeVersions.recipeId, id)),
  ]);
  return row && { id: row.id, name: row.name, archived: row.archived, versions: newestFirst(versions) };
}

/** A version with its recipe. */
export async function findVersion(db: Database, versionId: string) {
  const [row] = await versionRows(db).where(eq(recipeVersions.id, versionId));
  if (!row) return undefined;
  const [recipe] = await db.select().from(recipes).where(eq(recipes.id, row.recipeId));
  return { recipeId: row.recipeId, name: recipe!.name, archived: recipe!.archived, ...versionOf(row) };
}

/** Every recipe with every version, in the order of the list. */
export async function readAllRecipes(db: Database): Promise<RecipeWhole[]> {
  const [rows, versions] = await Promise.all([
    db.select().from(recipes).orderBy(asc(recipes.position), asc(recipes.id)),
    versionRows(db),
  ]);
  const byRecipe = new Map<string, Row[]>();
  for (const row of versions) byRecipe.set(row.recipeId, [...(byRecipe.get(row.recipeId) ?? []), row]);
  return rows.map(({ id, name, archived }) => ({
    id,
    name,
    archived,
    versions: newestFirst(byRecipe.get(id) ?? []),
  }));
}

/** The version that counts, of those given the newest first: the standard, else the newest that is kept, else the draft. */
export function countsOf<Version extends { readonly state: RecipeState }>(
  versions: readonly Version[],
): Version | undefined {
  const keptVersions = versions.filter(({ state }) => state !== "draft");
  return keptVersions.find(({ state }) => state === "standard") ?? keptVersions[0] ?? versions[0];
}

/** The list, a line each. */
export async function listRecipes(db: Database): Promise<RecipeLine[]> {
  return (await readAllRecipes(db)).flatMap(({ id, name, archived, versions }) => {
    const counts = countsOf(versions);
    if (!counts) return [];
    const { versionId, version, state, brewer, coffee, recipe } = counts;
    const { serve, services, doseG, iceG, strengthPct, taste } = recipe;
    return [
      {
        id,
        name,
        archived,
        versionId,
        version,
        state,
        drafted: state !== "draft" && versions.some((each) => each.state === "draft"),
        method: methodOf(counts),
        brewer,
        coffee,
        serve,
        services,
        doseG,
        waterG: waterOf(recipe),
        iceG,
        strengthPct,
        taste,
      },
    ];
  });
}

export type RecipeFailure =
  | { readonly code: "nameTaken" }
  /** Somebody else saved the draft since, kept it, or began another one. */
  | { readonly code: "stale"; readonly theirs: RecipeVersion & { readonly name: string } };

type Kept = KeptRecipe & { readonly retentionGPerG: number };

/** Saves a draft, or keeps it for good; a recipe that is not there yet is written down. Sent twice, it is once. */
export function keepVersion(
  db: Database,
  { recipeId, versionId, name, revision, as, ...figures }: Kept,
  by: Act,
): Promise<Result<{ readonly revision: number }, RecipeFailure>> {
  return transact(db, async (tx) => {
    // One after the other: of two that begin a draft, or approve a version, of one recipe at once, the later one is told.
    await lock(tx, "recipes");
    const [taken] = await tx
      .select({ id: recipes.id })
      .from(recipes)
      .where(and(eq(recipes.name, name), ne(recipes.id, recipeId)));
    if (taken) return fail({ code: "nameTaken" });
    const [recipe] = await tx.select().from(recipes).where(eq(recipes.id, recipeId));
    const versions = await tx
      .select()
      .from(recipeVersions)
      .where(eq(recipeVersions.recipeId, recipeId))
      .orderBy(desc(recipeVersions.version));
    const own = versions.find(({ id }) => id === versionId);
    const drafted = versions.find(({ state }) => state === "draft");
    const other = own ? own.revision !== revision || own.state !== "draft" : drafted !== undefined;
    if (other) {
      const { recipe: written, brewerId, grinderId, coffeeId } = figures;
      const sent = { name, state: as, recipe: written, brewerId, grinderId, coffeeId };
      const isAgain = own && sentBefore({ ...own, name: recipe?.name }, sent) === "again";
      if (isAgain) return ok({ revision: own.revision });
      const theirs = await findVersion(tx, (own ?? drafted)!.id);
      return fail({ code: "stale", theirs: theirs! });
    }
    if (!recipe) {
      const [{ last } = { last: null }] = await tx.select({ last: max(recipes.position) }).from(recipes);
      await tx.insert(recipes).values({ id: recipeId, name, position: (last ?? -1) + 1 });
    } else if (recipe.name !== name) {
      await tx.update(recipes).set({ name }).where(eq(recipes.id, recipeId));
    }
    const row = { ...figures, state: as, madeBy: by.personId, at: by.at };
    const version = own?.version ?? (versions[0]?.version ?? 0) + 1;
    if (own) {
      await tx
        .update(recipeVersions)
        .set({ ...row, revision: revision + 1 })
        .where(eq(recipeVersions.id, versionId));
    } else await tx.insert(recipeVersions).values({ ...row, id: versionId, recipeId, version });
    const before = versions.find(({ state }) => state !== "draft");
    if (as !== "draft" || !recipe) {
      await record(tx, by, {
        action: recipe ? "changed" : "added",
        subject: "recipe",
        subjectId: recipeId,
        ...(before && { before: summary(recipe!.name, before) }),
        after: summary(name, { ...row, version }),
      });
    }
    // A draft is on no bench.
    if (as !== "draft" || (recipe && recipe.name !== name)) await turnBench(tx, "recipes");
    return ok({ revision: own ? revision + 1 : 1 });
  });
}

function summary(
  name: string,
  { version, state, recipe }: Pick<typeof recipeVersions.$inferSelect, "version" | "state" | "recipe">,
) {
  return {
    name,
    version,
    state,
    doseG: recipe.doseG,
    hotWaterG: waterOf(recipe),
    iceG: recipe.iceG,
    bloom: bloomMultiple(recipe) ?? 0,
  };
}

/** Throws a draft away; a recipe that was nothing else goes with it. */
export function dropDraft(
  db: Database,
  { versionId, revision }: { readonly versionId: string; readonly revision: number },
): Promise<Result<undefined, { readonly code: "stale" }>> {
  return transact(db, async (tx) => {
    await lock(tx, "recipes");
    const [draft] = await tx.select().from(recipeVersions).where(eq(recipeVersions.id, versionId));
    if (!draft) return ok(undefined);
    if (draft.state !== "draft" || draft.revision !== revision) return fail({ code: "stale" });
    await tx.delete(recipeVersions).where(eq(recipeVersions.id, versionId));
    const [left] = await tx
      .select({ id: recipeVersions.id })
      .from(recipeVersions)
      .where(eq(recipeVersions.recipeId, draft.recipeId));
    if (!left) await tx.delete(recipes).where(eq(recipes.id, draft.recipeId));
    return ok(undefined);
  });
}

/** Takes a recipe out of the lists, or puts it back. */
export function setArchived(
  db: Database,
  { id, archived }: { readonly id: string; readonly archived: boolean },
  by: Act,
): Promise<boolean> {
  return transact(db, async (tx) => {
    const [row] = await tx.select().from(recipes).where(eq(recipes.id, id)).for("update");
    if (!row || row.archived === archived) return row !== undefined;
    await tx.update(recipes).set({ archived }).where(eq(recipes.id, id));
    await record(tx, by, {
      action: archived ? "archived" : "restored",
      subject: "recipe",
      subjectId: id,
      before: { name: row.name, archived: row.archived },
      after: { name: row.name, archived },
    });
    await turnBench(tx, "recipes");
    return true;
  });
}

/** Makes a version the standard of its recipe, and the one before an earlier one; part of an approval. */
export async function setStandard(tx: Transaction, versionId: string, by: Act): Promise<boolean> {
  // All versions are held, not this one alone: of two leads who approve two versions at once, one comes second.
  await lock(tx, "recipes");
  const [row] = await tx.select().from(recipeVersions).where(eq(recipeVersions.id, versionId));
  if (!row || row.state === "draft") return false;
  const [recipe] = await tx.select().from(recipes).where(eq(recipes.id, row.recipeId));
  if (row.state === "standard") return true;
  const [old] = await tx
    .select()
    .from(recipeVersions)
    .where(and(eq(recipeVersions.recipeId, row.recipeId), eq(recipeVersions.state, "standard")));
  if (old) await tx.update(recipeVersions).set({ state: "earlier" }).where(eq(recipeVersions.id, old.id));
  await tx.update(recipeVersions).set({ state: "standard" }).where(eq(recipeVersions.id, versionId));
  await record(tx, by, {
    action: "approved",
    subject: "recipe",
    subjectId: row.recipeId,
    ...(old && { before: summary(recipe!.name, old) }),
    after: summary(recipe!.name, { ...row, state: "standard" }),
  });
  await turnBench(tx, "recipes");
  return true;
}

export interface KeptFit {
  readonly permeability: number;
  readonly extraction: number;
  /** The version whose cup they were fitted to; null for batches of the log. */
  readonly versionId: string | null;
  readonly batches: number;
  readonly moves?: readonly KeptMove[];
}

/** Keeps the two factors that a cup or the log was fitted to, or forgets them. */
export function setFit(
  db: Database,
  pair: { readonly brewerId: string; readonly grinderId: string },
  fit: KeptFit | undefined,
  by: Act,
): Promise<void> {
  const ofPair = and(eq(fits.brewerId, pair.brewerId), eq(fits.grinderId, pair.grinderId));
  return transact(db, async (tx) => {
    const [old] = await tx.select().from(fits).where(ofPair).for("update");
    if (fit) {
      const row = { moves: null, ...fit, at: by.at };
      await tx
        .insert(fits)
        .values({ ...pair, ...row })
        .onDuplicateKeyUpdate({ set: row });
    } else await tx.delete(fits).where(ofPair);
    const factors = (row: { readonly permeability: number; readonly extraction: number }) => ({
      permeability: row.permeability,
      extraction: row.extraction,
    });
    await record(tx, by, {
      action: "measured",
      subject: "brewer",
      subjectId: pair.brewerId,
      ...(old && { before: factors(old) }),
      after: fit ? factors(fit) : { permeability: 1, extraction: 1 },
    });
    await turnBench(tx, "learned");
  });
}
