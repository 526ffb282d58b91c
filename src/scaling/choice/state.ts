import type {
  Bench,
  BenchBrewer,
  BenchCoffee,
  BenchGrinder,
  BenchIce,
  BenchRecipe,
  BenchVessel,
  KeptMove,
} from "#contract/bench.ts";
import type { HouseSettings } from "#contract/house.ts";
import type { IcedSchool } from "#contract/icedMethod.ts";
import type { GrindPick, ScaleState } from "#contract/scaleState.ts";
import type { IcedService } from "#core/iced";
import { type PinSet, type Serve, trimmedRatio } from "#core/sheet";
import { isSteeped } from "./method.ts";
import { movesOf } from "./moves.ts";

export type { GrindPick, ScaleState } from "#contract/scaleState.ts";

/** The rows of the bench that a state names. */
export interface Chosen {
  readonly recipe: BenchRecipe;
  readonly coffee: BenchCoffee;
  readonly brewer: BenchBrewer;
  readonly grinder: BenchGrinder;
  readonly vessel: BenchVessel;
  readonly ice: BenchIce | undefined;
  /** The grinder's, away from its dial's curve. */
  readonly moves: readonly KeptMove[];
}

export function chosenOf(state: ScaleState, bench: Bench): Chosen {
  const byId = <T extends { readonly id: string }>(rows: readonly T[], id: string): T =>
    rows.find((row) => row.id === id) ?? rows[0]!;
  const grinder = byId(bench.grinders, state.grinder);
  return {
    recipe: bench.recipes.find(({ versionId }) => versionId === state.recipe) ?? bench.recipes[0]!,
    coffee: byId(bench.coffees, state.coffee),
    brewer: byId(bench.brewers, state.brewer),
    grinder,
    vessel: byId(bench.vessels, state.vessel),
    ice: bench.iceSources.find(({ id }) => id === state.ice) ?? bench.iceSources[0],
    moves: movesOf(bench, grinder),
  };
}

/** Water to coffee in the recipe, ice counted; the same as hot water to coffee when it is hot. */
export function recipeRatio({ hotWaterG, iceG, doseG }: BenchRecipe): number {
  return (hotWaterG + iceG) / doseG;
}

/** Before it melts, ice takes more room than the water that it becomes: so much of the brim may an iced drink fill. */
const ICED_FILL_SHARE = 0.92;

/** A yield that the vessel takes, and that the brewer has the dose and the water for, g; where they end it, in whole tens or hundreds. */
export function firstYieldG(
  { recipe, brewer, vessel }: Pick<Chosen, "recipe" | "brewer" | "vessel">,
  serve: Serve,
): number {
  const { lattice, doseMaxG, retentionGPerG } = brewer;
  const ratio = recipeRatio(recipe);
  // Ice that is partly water already wants a little more coffee than the ratio alone says.
  const byDoseG = doseMaxG * (ratio - retentionGPerG) * (serve === "hot" ? 1 : ICED_DOSE_SHARE);
  const waterG = lattice.interceptG + lattice.slope * lattice.maxSettingG;
  // Iced, a part of the water is ice, which the brewer does not deliver.
  const byWaterG = serve === "hot" ? waterG * (1 - retentionGPerG / ratio) : Number.POSITIVE_INFINITY;
  const byRoomG = serve === "hot" ? Number.POSITIVE_INFINITY : ICED_FILL_SHARE * vessel.brimG;
  const mostG = Math.min(byDoseG, byWaterG, byRoomG);
  const step = mostG >= LARGE_G ? 100 : 10;
  // Where the bed keeps all of it, no size is right: the sheet says so.
  return vessel.workingG <= mostG || !(mostG > step) ? vessel.workingG : Math.floor(mostG / step) * step;
}

const LARGE_G = 1000;
const ICED_DOSE_SHARE = 0.95;

/** The ratio as the house scales it: with less coffee for a bigger batch, where it trims the dose. */
function scaledRatio(ratio: number, targetG: number, { recipe }: Chosen, trimPct: number): number {
  const { hotWaterG, iceG, retentionGPerG, doseG } = recipe;
  const sourceG = hotWaterG + iceG - retentionGPerG * doseG;
  return trimmedRatio(ratio, { sourceG, targetG, trimPct });
}

/**
 * First pins of a sheet: a yield, the recipe's ratio, and the house's temperature when iced; the yield gives
 * way first. Iced, the house's school says what the ratio counts, or that a strength is wanted instead.
 */
export function firstPins(serve: Serve, chosen: Chosen, settings: HouseSettings): readonly PinSet[] {
  const { recipe } = chosen;
  const { doseTrimPct, icedSchool, icedTempC } = settings;
  if (serve === "hot") {
    const yieldG = firstYieldG(chosen, serve);
    return [
      { name: "yieldG", value: yieldG },
      { name: "brewRatio", value: scaledRatio(recipeRatio(recipe), yieldG, chosen, doseTrimPct) },
    ];
  }
  const yieldG = firstYieldG(chosen, serve);
  return [
    { name: "yieldG", value: yieldG },
    schoolPin(icedSchool, yieldG, chosen, settings),
    { name: "finalTempC", value: icedTempC },
  ];
}

/** A school's pin: the recipe's ratio as the school counts it, less trimmed for a big batch, or the recipe's strength. */
export function schoolPin(
  school: IcedSchool,
  yieldG: number,
  chosen: Chosen,
  { doseTrimPct, window }: HouseSettings,
): PinSet {
  const { recipe } = chosen;
  const ratio = (value: number) => scaledRatio(value, yieldG, chosen, doseTrimPct);
  const [low, high] = window.strengthPct;
  switch (school) {
    case "inside":
    case "wholeGlass":
      return { name: "totalRatio", value: ratio(recipeRatio(recipe)) };
    case "onTop":
      return { name: "brewRatio", value: ratio(recipe.hotWaterG / recipe.doseG) };
    case "strength":
      return { name: "strengthPct", value: recipe.strengthPct ?? (low + high) / 2 };
  }
}

/** The vessel kept if it is for this service, else the first one that is. */
export function vesselFor(serve: Serve, bench: Bench, current: string): string {
  const fits = bench.vessels.filter(({ iced }) => iced === (serve === "iced"));
  return fits.some(({ id }) => id === current) ? current : (fits[0]?.id ?? current);
}

/** Hot or iced: dose and yield pins are kept, the others are the first ones of the other service. */
export function serveAs(serve: Serve, state: ScaleState, bench: Bench): ScaleState {
  if (serve === state.serve) return state;
  // Iced anew it is brewed onto its ice: other ways stand on pins of their own.
  const iced: IcedService = { ...state.iced, method: "onIce" };
  const grind = isSteeped(state) ? unset(state.grind) : state.grind;
  const next = { ...state, serve, iced, grind, vessel: vesselFor(serve, bench, state.vessel) };
  const mostG = firstYieldG(chosenOf(next, bench), serve);
  const massPins = state.pins
    .filter(({ name }) => name === "doseG" || name === "yieldG")
    // What the other service's pot or brewer cannot do is no size of it.
    .map((pin) => (pin.name === "yieldG" && pin.value > mostG ? { name: pin.name, value: mostG } : pin));
  const first = firstPins(serve, chosenOf(next, bench), bench.settings);
  const others = first.filter(
    ({ name }) => !massPins.some((pin) => pin.name === name) && !(name === "yieldG" && massPins.length > 0),
  );
  // The last of the first ones matter most: a temperature before a ratio.
  return { ...next, pins: [...massPins, ...others.slice(others.length - (first.length - massPins.length))] };
}

/** Another recipe brings its ratio, and its service with it. */
export function fromRecipe(versionId: string, state: ScaleState, bench: Bench): ScaleState {
  const recipe = bench.recipes.find((row) => row.versionId === versionId);
  if (!recipe) return state;
  // Another recipe has a bloom of its own.
  const iced = { ...state.iced, bloomTimes: null };
  const next = { ...state, recipe: versionId, coffee: recipe.coffeeId, iced };
  if (recipe.serve !== state.serve) return serveAs(recipe.serve, next, bench);
  const ratio = recipeRatio(recipe);
  const pins = state.pins.map((pin) =>
    pin.name === "brewRatio" || pin.name === "totalRatio" ? { name: pin.name, value: ratio } : pin,
  );
  return { ...next, pins };
}

/** Another vessel is filled as it is at first, where the old one was. */
export function into(vesselId: string, state: ScaleState, bench: Bench): ScaleState {
  const chosen = chosenOf(state, bench);
  const vessel = bench.vessels.find(({ id }) => id === vesselId);
  if (!vessel) return state;
  const [old, next] = [chosen.vessel, vessel].map((each) =>
    firstYieldG({ ...chosen, vessel: each }, state.serve),
  );
  const pins = state.pins.map((pin) =>
    pin.name === "yieldG" && pin.value === old ? { name: pin.name, value: next! } : pin,
  );
  return { ...state, vessel: vesselId, pins };
}

/** Another grinder's dial: a setting by hand was the old one's. */
export function groundOn(grinder: string, state: ScaleState): ScaleState {
  return { ...state, grinder, grind: unset(state.grind) };
}

/** The pick of a grind where a setting by hand counts no more: it was for another dial, or for no bed. */
export function unset(grind: GrindPick): GrindPick {
  return typeof grind === "number" ? "best" : grind;
}

/** Nothing goes round the bed any more. */
export function withoutBypass(state: ScaleState): ScaleState {
  return { ...state, pins: state.pins.filter(({ name }) => name !== "bypassG") };
}
