import type { Bench, BenchRecipe } from "#contract/bench.ts";
import type { HouseSettings } from "#contract/house.ts";
import type { Standard } from "#contract/standard.ts";
import { type IcedService, USUAL_ICED } from "#core/iced";
import { chosenOf, firstPins, type ScaleState, vesselFor } from "./state.ts";

/** As many recipes as a page carries along; a house may have thousands. */
const MOST_RECIPES = 60;

/**
 * A bench with what a page of Scale needs to carry along: of recipes the one that was asked for, be it one that does not
 * count yet, then standards before the others; of approved batches what their dial ground only where it has another curve since.
 */
export function benchForScale(bench: Bench, asked: BenchRecipe | undefined): Bench {
  const isAsked = ({ versionId }: BenchRecipe) => versionId === asked?.versionId;
  const all = asked && !bench.recipes.some(isAsked) ? [...bench.recipes, asked] : bench.recipes;
  const rank = (recipe: BenchRecipe) => (isAsked(recipe) ? 0 : recipe.state === "standard" ? 1 : 2);
  const few = new Set(all.toSorted((a, b) => rank(a) - rank(b)).slice(0, MOST_RECIPES));
  const isOfNow = ({ grinderId, curve }: Standard) =>
    bench.grinders.some(({ id, curveVersion }) => id === grinderId && curveVersion === curve?.version);
  const standards = bench.standards.map((standard) =>
    standard.curve && isOfNow(standard)
      ? { ...standard, curve: { ...standard.curve, points: [] } }
      : standard,
  );
  return { ...bench, standards, recipes: all.filter((recipe) => few.has(recipe)) };
}

/** Whether a site has what a sheet takes. */
export function canScale(bench: Bench): boolean {
  return [bench.recipes, bench.coffees, bench.brewers, bench.grinders, bench.vessels].every(
    ({ length }) => length > 0,
  );
}

/** How an iced sheet starts in a house. */
export function firstIced({ icedSchool }: Pick<HouseSettings, "icedSchool">): IcedService {
  return icedSchool === "wholeGlass" ? { ...USUAL_ICED, inGlass: ["totalRatio"] } : USUAL_ICED;
}

/** Scale's first state on a bench: a recipe as it is, on the brewer that takes it. */
export function firstState(bench: Bench, recipe: BenchRecipe = bench.recipes[0]!): ScaleState {
  const state: ScaleState = {
    recipe: recipe.versionId,
    coffee: recipe.coffeeId,
    brewer: brewerFor(recipe, bench),
    grinder: bench.grinders[0]!.id,
    vessel: vesselFor(recipe.serve, bench, bench.vessels[0]!.id),
    ice: bench.iceSources[0]?.id ?? "",
    serve: recipe.serve,
    pins: [],
    grind: "best",
    iced: firstIced(bench.settings),
  };
  return { ...state, pins: firstPins(state.serve, chosenOf(state, bench), bench.settings) };
}

/** A press's recipe is pressed, and a batch brewer's stays on it; a hand recipe goes to the bench's first brewer, which is what scaling is for. */
function brewerFor({ brewer, brewerId }: BenchRecipe, { brewers }: Bench): string {
  const own = brewers.find(({ id }) => id === brewerId);
  const press = brewers.find(({ kind }) => kind === "press");
  const scaled = brewers.find(({ kind }) => kind !== "press");
  if (brewer.kind === "press") return (own ?? press ?? brewers[0]!).id;
  return brewer.kind === "batch" && own ? own.id : (scaled ?? brewers[0]!).id;
}
