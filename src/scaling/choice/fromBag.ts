import type { Bench, BenchBrewer } from "#contract/bench.ts";
import { doseStepG } from "#core/sheet";
import { chosenOf, firstPins, recipeRatio, type ScaleState } from "./state.ts";

/** A dose that is a whole number of steps but for its last binary digit is not rounded down. */
const SLACK = 1e-9;

/**
 * Scales to the coffee that is left in a bag: its dose is pinned, and water, pot and brewer follow from it.
 *
 * The dose is rounded down, since there is no more. The pot is the smallest of the service that takes what comes out, else
 * the largest; the brewer stays where it takes the dose and its water.
 * @param leftG in the bag, g, above 0
 */
export function fromBag(leftG: number, state: ScaleState, bench: Bench): ScaleState {
  const stepG = doseStepG(leftG, bench.settings.rounding.doseG);
  const doseG = Math.floor(leftG / stepG + SLACK) * stepG;
  const { recipe, brewer } = chosenOf(state, bench);
  const ratio = recipeRatio(recipe);
  const takes = (each: BenchBrewer) => {
    const { lattice, doseMinG, doseMaxG } = each;
    const most = lattice.interceptG + lattice.slope * lattice.maxSettingG;
    const least = lattice.interceptG + lattice.slope * lattice.minSettingG;
    const waterG = (recipe.hotWaterG / recipe.doseG) * doseG;
    return doseG <= doseMaxG && doseG >= (doseMinG ?? 0) && waterG <= most && waterG >= least;
  };
  const on = takes(brewer)
    ? brewer
    : (bench.brewers.find((b) => b.kind === brewer.kind && takes(b)) ?? bench.brewers.find(takes) ?? brewer);
  const yieldG = doseG * (ratio - on.retentionGPerG);
  const ofService = bench.vessels
    .filter(({ iced }) => iced === (state.serve === "iced"))
    .toSorted((a, b) => a.workingG - b.workingG);
  const vessel = ofService.find(({ workingG }) => workingG >= yieldG) ?? ofService.at(-1);
  const next = { ...state, brewer: on.id, vessel: vessel?.id ?? state.vessel };
  const [, ...others] = firstPins(state.serve, chosenOf(next, bench), bench.settings);
  return { ...next, pins: [{ name: "doseG", value: doseG }, ...others] };
}
