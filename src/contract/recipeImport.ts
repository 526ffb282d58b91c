import { cleanName, type NameFailure } from "#core/people";
import { type BrewedWith, faultsOf, type RecipeFault } from "#core/recipe";
import { fail, ok, type Result } from "#core/result";
import { type BadInput, badInput } from "./problems.ts";
import {
  FILE_KINDS,
  FILE_THINGS,
  type FileKind,
  type FileRecipe,
  type FileThing,
  type FileVersion,
  fileEnvelope,
  fileRecipe,
  RECIPE_FORMAT,
  RECIPE_FORMAT_VERSION,
} from "./recipeFile.ts";

/** Why a file is not read at all. */
export type FileFailure =
  | { readonly code: "notJson" | "notRecipes" }
  | { readonly code: "newerFormat"; readonly version: number; readonly known: number }
  | BadInput;

/** Why one recipe of a file is left out. */
export type RecipeRefusal =
  | BadInput
  | NameFailure
  | (RecipeFault & { readonly version: number })
  /** Equipment that the recipe names is neither here nor in the file. */
  | { readonly code: "unknownThing"; readonly kind: "brewer" | "grinder" | "coffee"; readonly name: string }
  /** The file has it twice. */
  | { readonly code: "twice" };

/** Result for one recipe of the file. */
export type ImportLine = { readonly name: string } & (
  | { readonly what: "add"; readonly versions: number }
  /** Versions that this house has not: they come after its own, on trial. */
  | { readonly what: "change"; readonly versions: number }
  | { readonly what: "same" }
  | { readonly what: "refuse"; readonly why: RecipeRefusal }
);

/** The house's bench by kind and name, and its recipes. */
export interface HouseForImport {
  readonly things: Readonly<Record<FileKind, readonly FileThing[]>>;
  readonly recipes: readonly FileRecipe[];
}

export interface ImportPlan {
  readonly lines: readonly ImportLine[];
  /** Things that the recipes need and this house has not. */
  readonly things: Readonly<Record<FileKind, readonly FileThing[]>>;
  /** Recipes to write: whole ones, or versions to add to one of the same name. */
  readonly recipes: readonly (FileRecipe & { readonly isNew: boolean })[];
}

/** Plans an import: additions, changes and refusals; writes nothing. */
export function planImport(text: string, house: HouseForImport): Result<ImportPlan, FileFailure> {
  const read = readEnvelope(text);
  if (!read.ok) return read;
  const offered = thingsOf(read.value);
  const needed: Record<FileKind, Set<string>> = {
    filters: new Set(),
    brewers: new Set(),
    grinders: new Set(),
    coffees: new Set(),
  };
  const seen = new Set<string>();
  const lines: ImportLine[] = [];
  const recipes: (FileRecipe & { isNew: boolean })[] = [];
  for (const [i, given] of read.value.recipes.entries()) {
    const name = nameOf(given) ?? `recipe ${i + 1}`;
    const judged = judge(given, { house, offered });
    if (!judged.ok || seen.has(asFound(judged.value.name))) {
      lines.push({ name, what: "refuse", why: judged.ok ? { code: "twice" } : judged.failure });
      continue;
    }
    const recipe = judged.value;
    seen.add(asFound(recipe.name));
    const sameName = house.recipes.find((each) => asFound(each.name) === asFound(recipe.name));
    const fresh = sameName
      ? recipe.versions.filter((version) => !sameName.versions.some(same(version)))
      : recipe.versions;
    if (fresh.length === 0) {
      lines.push({ name: recipe.name, what: "same" });
      continue;
    }
    lines.push({ name: recipe.name, what: sameName ? "change" : "add", versions: fresh.length });
    recipes.push({ ...recipe, versions: [...fresh], isNew: !sameName });
    for (const { brewer, grinder, coffee } of fresh) {
      needed.brewers.add(brewer);
      if (grinder !== null) needed.grinders.add(grinder);
      needed.coffees.add(coffee);
    }
  }
  const missing = (kind: FileKind) =>
    offered[kind].filter(
      ({ name }) => needed[kind].has(name) && !house.things[kind].some((thing) => thing.name === name),
    );
  const brewers = missing("brewers");
  for (const { filter } of brewers) needed.filters.add(String(filter));
  const things = {
    brewers,
    filters: missing("filters"),
    grinders: missing("grinders"),
    coffees: missing("coffees"),
  };
  return ok({ lines, things, recipes });
}

/** A name as it is looked for: the house takes no two that differ by their case alone. */
function asFound(name: string): string {
  return name.toLowerCase();
}

function readEnvelope(text: string): Result<ReturnType<typeof fileEnvelope.parse>, FileFailure> {
  let message: unknown;
  try {
    message = JSON.parse(text);
  } catch {
    return fail({ code: "notJson" });
  }
  const read = fileEnvelope.safeParse(message);
  if (!read.success) {
    const { format } = (message ?? {}) as { readonly format?: unknown };
    return fail(format === RECIPE_FORMAT ? badInput(read.error.issues, message) : { code: "notRecipes" });
  }
  const { format, version } = read.data;
  if (format !== RECIPE_FORMAT) return fail({ code: "notRecipes" });
  if (version !== RECIPE_FORMAT_VERSION)
    return fail({ code: "newerFormat", version, known: RECIPE_FORMAT_VERSION });
  return ok(read.data);
}

type Offered = Readonly<Record<FileKind, readonly FileThing[]>>;

/** The things of a file that can be put on a bench; what cannot is as good as not there. */
function thingsOf(envelope: Readonly<Record<FileKind, readonly unknown[]>>): Offered {
  const readable = (kind: FileKind) =>
    envelope[kind].flatMap((given) => {
      const read = FILE_THINGS[kind].safeParse(given);
      if (!read.success) return [];
      const name = cleanName(String(read.data.name));
      return name.ok ? [{ ...(read.data as unknown as FileThing), name: name.value }] : [];
    });
  return Object.fromEntries(FILE_KINDS.map((kind) => [kind, readable(kind)])) as unknown as Offered;
}

function nameOf(given: unknown): string | undefined {
  const { name } = (given ?? {}) as { readonly name?: unknown };
  return typeof name === "string" ? name.slice(0, MOST_SHOWN) : undefined;
}
const MOST_SHOWN = 80;

interface Around {
  readonly house: HouseForImport;
  readonly offered: Offered;
}

function judge(given: unknown, { house, offered }: Around): Result<FileRecipe, RecipeRefusal> {
  const read = fileRecipe.safeParse(given);
  if (!read.success) return fail(badInput(read.error.issues, given));
  const name = cleanName(read.data.name);
  if (!name.ok) return name;
  const find = (kind: FileKind, wanted: string): FileThing | undefined =>
    house.things[kind].find((thing) => thing.name === wanted) ??
    offered[kind].find((thing) => thing.name === wanted);
  const numbers = read.data.versions.map(({ version }) => version);
  if (new Set(numbers).size < numbers.length) return fail({ code: "twice" });
  for (const { version, brewer, grinder, coffee, retentionGPerG, recipe } of read.data.versions) {
    const brewedOn = find("brewers", brewer);
    if (!brewedOn) return fail({ code: "unknownThing", kind: "brewer", name: brewer });
    const ground = grinder === null ? null : find("grinders", grinder);
    if (ground === undefined) return fail({ code: "unknownThing", kind: "grinder", name: grinder! });
    if (!find("coffees", coffee)) return fail({ code: "unknownThing", kind: "coffee", name: coffee });
    const [fault] = faultsOf(recipe, {
      kind: brewedOn.kind as BrewedWith["kind"],
      retentionGPerG,
      dial: ground && { min: Number(ground.dialMin), max: Number(ground.dialMax) },
    });
    if (fault) return fail({ ...fault, version });
  }
  return ok({ ...read.data, name: name.value });
}

/** Whether a version says what another one says, whatever its number and its standing. */
function same(version: FileVersion) {
  const text = canonical(version);
  return (other: FileVersion) => canonical(other) === text;
}

function canonical({ version: _version, state: _state, ...said }: FileVersion): string {
  return JSON.stringify(sorted(said));
}

function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted);
  if (typeof value !== "object" || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .toSorted(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, each]) => [key, sorted(each)]),
  );
}
