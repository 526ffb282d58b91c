import { max } from "drizzle-orm";
import { v7 as uuidv7 } from "uuid";
import type { Aspect } from "#contract/aspects.ts";
import type { AnyFigures } from "#contract/fields.ts";
import {
  FILE_KINDS,
  FILE_THINGS,
  type FileKind,
  type FileThing,
  KIND_OF,
  RECIPE_FORMAT,
  RECIPE_FORMAT_VERSION,
  type RecipeFile,
  toFileRecipe,
} from "#contract/recipeFile.ts";
import type { HouseForImport, ImportPlan } from "#contract/recipeImport.ts";
import { waterOf } from "#core/brew";
import type { CurvePoint } from "#core/grind";
import { type Act, record } from "./audit.ts";
import type { Database } from "./connection.ts";
import { listSites, turnBench } from "./house.ts";
import { readCurves } from "./measures.ts";
import { readAllRecipes } from "./recipes.ts";
import { grinderCurves, recipes, recipeVersions } from "./schema/index.ts";
import { keepThing, readThings, type Thing } from "./things.ts";
import { lock, type Transaction, transact } from "./transact.ts";

type HouseThing = FileThing & { readonly id: string };

/** Everything on every site's bench that a recipe may be made with, under the names that a file uses. */
async function thingsOf(db: Database): Promise<Record<FileKind, HouseThing[]>> {
  const sites = await listSites(db);
  const all: Record<FileKind, HouseThing[]> = { filters: [], brewers: [], grinders: [], coffees: [] };
  for (const kind of FILE_KINDS) {
    const rows: Thing[] = [];
    for (const { id } of sites) rows.push(...((await readThings(db, KIND_OF[kind], id)) as Thing[]));
    const byId = new Map(rows.map((row) => [row.id, row]));
    all[kind] = [...byId.values()].map(
      ({ id, figures }) => ({ ...(figures as AnyFigures), id }) as HouseThing,
    );
  }
  const curves = await readCurves(
    db,
    all.grinders.map(({ id }) => id),
  );
  const newest = (id: string) => curves.find(({ grinderId }) => grinderId === id)?.points ?? [];
  return {
    ...all,
    brewers: all.brewers.map(({ filterId, ...brewer }) => ({
      ...brewer,
      filter: all.filters.find(({ id }) => id === filterId)?.name ?? "",
    })),
    grinders: all.grinders.map((grinder) => ({ ...grinder, curve: newest(grinder.id) })),
  };
}

/** A thing as a file has it: its own fields in their order, and nothing of the house's business. */
function asFiled(kind: FileKind, thing: HouseThing): FileThing {
  const names = Object.keys(FILE_THINGS[kind].shape);
  const { curve } = thing;
  const figures = Object.fromEntries(names.map((name) => [name, thing[name] ?? null]));
  return { ...figures, name: thing.name, ...(curve && { curve }) } as FileThing;
}

/** Recipes as a file: all of them, or one. */
export async function readRecipeFile(db: Database, id?: string): Promise<RecipeFile> {
  const [all, things] = await Promise.all([readAllRecipes(db), thingsOf(db)]);
  const filed = all.flatMap((recipe) =>
    id === undefined || recipe.id === id ? (toFileRecipe(recipe) ?? []) : [],
  );
  const versions = filed.flatMap((recipe) => recipe.versions);
  const named = (kind: FileKind, names: ReadonlySet<unknown>) => {
    const first = new Map<string, HouseThing>();
    for (const thing of things[kind]) if (!first.has(thing.name)) first.set(thing.name, thing);
    return [...first.values()].filter(({ name }) => names.has(name)).map((thing) => asFiled(kind, thing));
  };
  const brewers = named("brewers", new Set(versions.map(({ brewer }) => brewer)));
  return {
    format: RECIPE_FORMAT,
    version: RECIPE_FORMAT_VERSION,
    filters: named("filters", new Set(brewers.map(({ filter }) => filter))),
    brewers,
    grinders: named("grinders", new Set(versions.map(({ grinder }) => grinder))),
    coffees: named("coffees", new Set(versions.map(({ coffee }) => coffee))),
    recipes: filed,
  };
}

/** The house as an import is judged against it. */
export async function readHouseForImport(db: Database): Promise<HouseForImport> {
  const [things, { recipes: written }] = await Promise.all([thingsOf(db), readRecipeFile(db)]);
  return { things, recipes: written };
}

/** Aspects of another house's things that are not measured here. */
const NOT_MEASURED: Readonly<Record<FileKind, readonly Aspect[]>> = {
  filters: [],
  brewers: ["basket", "delivery", "retention"],
  grinders: ["dial"],
  coffees: ["density"],
};

/** Writes down what a plan adds and changes: all of it, or nothing. */
export function importRecipes(db: Database, plan: ImportPlan, siteId: string, by: Act): Promise<void> {
  return transact(db, async (tx) => {
    await lock(tx, "recipes");
    for (const kind of FILE_KINDS) {
      for (const thing of plan.things[kind]) await addThing(tx, kind, thing, siteId, by);
    }
    const things = await thingsOf(tx);
    const idOf = (kind: FileKind, name: string) => things[kind].find((thing) => thing.name === name)!.id;
    const all = await readAllRecipes(tx);
    const [{ last } = { last: null }] = await tx.select({ last: max(recipes.position) }).from(recipes);
    let position = last ?? -1;
    for (const { name, archived, versions, isNew } of plan.recipes) {
      const sameName = all.find((recipe) => recipe.name.toLowerCase() === name.toLowerCase());
      const recipeId = sameName?.id ?? uuidv7();
      if (isNew) await tx.insert(recipes).values({ id: recipeId, name, archived, position: ++position });
      const oldestFirst = versions.toSorted((a, b) => a.version - b.version);
      const standard = oldestFirst.findLast(({ state }) => state === "standard");
      let next = sameName?.versions[0]?.version ?? 0;
      for (const version of oldestFirst) {
        next++;
        // Of several standards the newest is one; beside versions of one's own a file's are on trial.
        const state =
          isNew && version.state === "standard" && version !== standard ? "earlier" : version.state;
        await tx.insert(recipeVersions).values({
          id: uuidv7(),
          recipeId,
          version: isNew ? version.version : next,
          state: isNew ? state : "trial",
          brewerId: idOf("brewers", version.brewer),
          grinderId: version.grinder === null ? null : idOf("grinders", version.grinder),
          coffeeId: idOf("coffees", version.coffee),
          recipe: version.recipe,
          retentionGPerG: version.retentionGPerG,
          madeBy: by.personId,
          at: by.at,
        });
      }
      const { version, recipe } = oldestFirst.at(-1)!;
      await record(tx, by, {
        action: isNew ? "added" : "changed",
        subject: "recipe",
        subjectId: recipeId,
        after: { name, version: isNew ? version : next, doseG: recipe.doseG, hotWaterG: waterOf(recipe) },
      });
    }
    await turnBench(tx, "recipes");
  });
}

async function addThing(
  tx: Transaction,
  kind: FileKind,
  thing: FileThing,
  siteId: string,
  by: Act,
): Promise<void> {
  const { curve, filter, ...figures } = thing as FileThing & { readonly filter?: string };
  const id = uuidv7();
  const filterId = filter === undefined ? undefined : await filterNamed(tx, filter, siteId);
  const storedThing = await keepThing(
    tx,
    {
      kind: KIND_OF[kind],
      id,
      revision: 0,
      figures: { ...figures, ...(filterId !== undefined && { filterId }) } as AnyFigures,
    },
    { siteId, typical: NOT_MEASURED[kind] },
    by,
  );
  if (!storedThing.ok) throw new Error(`${KIND_OF[kind]} ${thing.name}: ${storedThing.failure.code}`);
  if (curve && curve.length > 0) {
    const points = curve as readonly CurvePoint[];
    await tx
      .insert(grinderCurves)
      .values({ id: uuidv7(), grinderId: id, version: 1, why: "first", points, since: by.at });
  }
}

/** A filter by its name; a house always has one, which stands in for a name that it has not. */
async function filterNamed(tx: Transaction, name: string, siteId: string): Promise<string> {
  const filters = await readThings(tx, "filter", siteId);
  return (filters.find(({ figures }) => figures.name === name) ?? filters[0])!.id;
}
