import type { Bench, BenchRecipe } from "#contract/bench.ts";
import type { HouseSettings } from "#contract/house.ts";
import { type IcedService, USUAL_ICED } from "#core/iced";
import { chosenOf, firstPins, type ScaleState, vesselFor } from "./state.ts";

/** As many recipes as a page carries along; a house may have thousands. */
const MOST_RECIPES = 60;

/**
 * A bench with what a page of Scale needs to carry along: of recipes the one that was asked for, be it one that does not
 * count yet, then standards before the others; of approved batches not what their dial ground, only which curve it was.
 */
export function benchForScale(bench: Bench, asked: BenchRecipe | undefined): Bench {
  const isAsked = ({ versionId }: BenchRecipe) => versionId === asked?.versionId;
  const all = asked && !bench.recipes.some(isAsked) ? [...bench.recipes, asked] : bench.recipes;
  const rank = (recipe: BenchRecipe) => (isAsked(recipe) ? 0 : recipe.state === "standard" ? 1 : 2);
  const few = new Set(all.toSorted((a, b) => rank(a) - rank(b)).slice(0, MOST_RECIPES));
  const standards = bench.standards.map((standard) => ({
    ...standard,
    curve: standard.curve && { ...standard.curve, points: [] },
  }));
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

/** Scale's first state on a bench. */
export function firstState(bench: Bench): ScaleState {
  const recipe = bench.recipes[0]!;
  const state: ScaleState = {
    recipe: recipe.versionId,
    coffee: recipe.coffeeId,
    brewer: bench.brewers[0]!.id,
    grinder: bench.grinders[0]!.id,
    vessel: vesselFor(recipe.serve, bench, bench.vessels[0]!.id),
    ice: bench.iceSources[0]?.id ?? "",
    serve: recipe.serve,
    pins: [],
    grind: "rule",
    iced: firstIced(bench.settings),
  };
  return { ...state, pins: firstPins(state.serve, chosenOf(state, bench), bench.settings) };
}
