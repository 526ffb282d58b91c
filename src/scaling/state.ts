import type {
  Bench,
  BenchBrewer,
  BenchCoffee,
  BenchGrinder,
  BenchIce,
  BenchRecipe,
  BenchVessel,
} from "#contract/bench.ts";
import type { HouseSettings, IcedSchool } from "#contract/house.ts";
import { onDial } from "#core/grind";
import { boilingC } from "#core/measure";
import { ANSWERS, type Answer } from "#core/outlook";
import {
  type Given,
  meteredExtractionPct,
  PIN_NAMES,
  type PinName,
  type PinSet,
  pinsOf,
  type Serve,
  type SheetInput,
  trimmedRatio,
} from "#core/sheet";

/** What is being scaled, all of it: it fits into a link. */
export interface ScaleState {
  readonly recipe: string;
  readonly coffee: string;
  readonly brewer: string;
  readonly grinder: string;
  readonly vessel: string;
  readonly ice: string;
  readonly serve: Serve;
  /** The oldest pin first. */
  readonly pins: readonly PinSet[];
  readonly grind: GrindPick;
}

/** Where the grind comes from: an answer that follows the sheet, or a setting by hand that stays. */
export type GrindPick = Answer | number;

/** The rows of the bench that a state names. */
export interface Chosen {
  readonly recipe: BenchRecipe;
  readonly coffee: BenchCoffee;
  readonly brewer: BenchBrewer;
  readonly grinder: BenchGrinder;
  readonly vessel: BenchVessel;
  readonly ice: BenchIce | undefined;
}

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
  const kept = new Set(all.toSorted((a, b) => rank(a) - rank(b)).slice(0, MOST_RECIPES));
  const standards = bench.standards.map((standard) => ({
    ...standard,
    curve: standard.curve && { ...standard.curve, points: [] },
  }));
  return { ...bench, standards, recipes: all.filter((recipe) => kept.has(recipe)) };
}

/** Whether a site has what a sheet takes. */
export function canScale(bench: Bench): boolean {
  return [bench.recipes, bench.coffees, bench.brewers, bench.grinders, bench.vessels].every(
    ({ length }) => length > 0,
  );
}

export function chosenOf(state: ScaleState, bench: Bench): Chosen {
  const byId = <T extends { readonly id: string }>(rows: readonly T[], id: string): T =>
    rows.find((row) => row.id === id) ?? rows[0]!;
  return {
    recipe: bench.recipes.find(({ versionId }) => versionId === state.recipe) ?? bench.recipes[0]!,
    coffee: byId(bench.coffees, state.coffee),
    brewer: byId(bench.brewers, state.brewer),
    grinder: byId(bench.grinders, state.grinder),
    vessel: byId(bench.vessels, state.vessel),
    ice: bench.iceSources.find(({ id }) => id === state.ice) ?? bench.iceSources[0],
  };
}

/** Water to coffee in the recipe, ice counted; the same as hot water to coffee when it is hot. */
export function recipeRatio({ hotWaterG, iceG, doseG }: BenchRecipe): number {
  return (hotWaterG + iceG) / doseG;
}

/** A yield that the vessel takes and the brewer has the dose for, g, in whole hundreds. */
function firstYieldG({ recipe, brewer, vessel }: Chosen): number {
  const mostG = brewer.doseMaxG * (recipeRatio(recipe) - brewer.retentionGPerG);
  const step = vessel.workingG >= 1000 ? 100 : 10;
  return vessel.workingG <= mostG ? vessel.workingG : Math.floor(mostG / step) * step;
}

/** The ratio as the house scales it: with less coffee for a bigger batch, where it trims the dose. */
function scaledRatio(ratio: number, targetG: number, { recipe }: Chosen, trimPct: number): number {
  const { hotWaterG, iceG, retentionGPerG, doseG } = recipe;
  const sourceG = hotWaterG + iceG - retentionGPerG * doseG;
  return trimmedRatio(ratio, { sourceG, targetG, trimPct });
}

/**
 * What a sheet starts with: a yield, the recipe's ratio, and the house's temperature when iced; the yield gives
 * way first. Iced, the house's school says what the ratio counts, or that a strength is wanted instead.
 */
export function firstPins(serve: Serve, chosen: Chosen, settings: HouseSettings): readonly PinSet[] {
  const { recipe, vessel } = chosen;
  const { doseTrimPct, icedSchool, icedTempC, window } = settings;
  const whole = recipeRatio(recipe);
  if (serve === "hot") {
    const yieldG = vessel.workingG;
    return [
      { name: "yieldG", value: yieldG },
      { name: "brewRatio", value: scaledRatio(whole, yieldG, chosen, doseTrimPct) },
    ];
  }
  const yieldG = firstYieldG(chosen);
  const [low, high] = window.strengthPct;
  const counted: { readonly [school in IcedSchool]: PinSet } = {
    inside: { name: "totalRatio", value: scaledRatio(whole, yieldG, chosen, doseTrimPct) },
    onTop: {
      name: "brewRatio",
      value: scaledRatio(recipe.hotWaterG / recipe.doseG, yieldG, chosen, doseTrimPct),
    },
    strength: { name: "strengthPct", value: recipe.strengthPct ?? (low + high) / 2 },
  };
  return [{ name: "yieldG", value: yieldG }, counted[icedSchool], { name: "finalTempC", value: icedTempC }];
}

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
  };
  return { ...state, pins: firstPins(state.serve, chosenOf(state, bench), bench.settings) };
}

/** The vessel kept if it is for this service, else the first one that is. */
function vesselFor(serve: Serve, bench: Bench, current: string): string {
  const fits = bench.vessels.filter(({ iced }) => iced === (serve === "iced"));
  return fits.some(({ id }) => id === current) ? current : (fits[0]?.id ?? current);
}

/** Hot or iced: dose and yield pins are kept, the others are the first ones of the other service. */
export function serveAs(serve: Serve, state: ScaleState, bench: Bench): ScaleState {
  if (serve === state.serve) return state;
  const next = { ...state, serve, vessel: vesselFor(serve, bench, state.vessel) };
  const kept = state.pins.filter(({ name }) => name === "doseG" || name === "yieldG");
  const first = firstPins(serve, chosenOf(next, bench), bench.settings);
  const others = first.filter(
    ({ name }) => !kept.some((pin) => pin.name === name) && !(name === "yieldG" && kept.length > 0),
  );
  // The last of the first ones matter most: a temperature before a ratio.
  return { ...next, pins: [...kept, ...others.slice(others.length - (first.length - kept.length))] };
}

/** Another recipe brings its ratio, and its service with it. */
export function fromRecipe(versionId: string, state: ScaleState, bench: Bench): ScaleState {
  const recipe = bench.recipes.find((row) => row.versionId === versionId);
  if (!recipe) return state;
  const next = { ...state, recipe: versionId, coffee: recipe.coffeeId };
  if (recipe.serve !== state.serve) return serveAs(recipe.serve, next, bench);
  const ratio = recipeRatio(recipe);
  const pins = state.pins.map((pin) =>
    pin.name === "brewRatio" || pin.name === "totalRatio" ? { ...pin, value: ratio } : pin,
  );
  return { ...next, pins };
}

/** Another vessel is filled to its own working fill, where the old one was. */
export function into(vesselId: string, state: ScaleState, bench: Bench): ScaleState {
  const old = chosenOf(state, bench).vessel;
  const vessel = bench.vessels.find(({ id }) => id === vesselId);
  if (!vessel) return state;
  const pins = state.pins.map((pin) =>
    pin.name === "yieldG" && pin.value === old.workingG ? { ...pin, value: vessel.workingG } : pin,
  );
  return { ...state, vessel: vesselId, pins };
}

/** The extraction that a sheet counts with: the metered source cup's, else the house's guess. */
export function extractionOf(
  recipe: BenchRecipe,
  guessPct: number,
): { readonly pct: number; readonly guess: boolean } {
  const { doseG, strengthPct, weighedG, hotWaterG, iceG, retentionGPerG } = recipe;
  if (strengthPct === null) return { pct: guessPct, guess: true };
  const yieldG = weighedG ?? hotWaterG + iceG - retentionGPerG * doseG;
  return { pct: meteredExtractionPct({ doseG, yieldG, strengthPct }), guess: false };
}

/** The brew water's temperature: the recipe's, or what the spray head or the site's boiling point allows. */
export function brewTempOf(
  { recipe, brewer }: Pick<Chosen, "recipe" | "brewer">,
  { site }: Pick<Bench, "site">,
): { readonly tempC: number; readonly cappedBy?: "boiling" | "spray" } {
  const { waterTempC } = recipe;
  const boilsC = boilingC(site.altitudeM);
  const sprayC = brewer.sprayTempC ?? Infinity;
  if (waterTempC <= boilsC && waterTempC <= sprayC) return { tempC: waterTempC };
  return sprayC < boilsC ? { tempC: sprayC, cappedBy: "spray" } : { tempC: boilsC, cappedBy: "boiling" };
}

export function givenOf(state: ScaleState, bench: Bench): Given {
  const { recipe, brewer, vessel, ice } = chosenOf(state, bench);
  return {
    serve: state.serve,
    retentionGPerG: brewer.retentionGPerG,
    extractionPct: extractionOf(recipe, bench.settings.extractionGuessPct).pct,
    ...(state.serve === "iced" &&
      ice && {
        heat: {
          dripTempC: brewTempOf({ recipe, brewer }, bench).tempC - brewer.dripDropC,
          iceTempC: ice.iceTempC,
          iceWetShare: ice.iceWetShare,
          vesselJPerK: vessel.vesselJPerK,
          vesselTempC: bench.settings.roomTempC,
        },
      }),
  };
}

/** The sheet that a state asks for, as the core takes it and a card keeps it. */
export function sheetInputOf(state: ScaleState, bench: Bench): SheetInput {
  const { brewer, vessel, coffee, ice } = chosenOf(state, bench);
  const { rounding, window, bedDepthMm } = bench.settings;
  // A cone's depth at its axis says little of how evenly it brews: the house's window is for batch brewers.
  const [bedMinMm, bedMaxMm] = brewer.kind === "batch" ? bedDepthMm : [];
  const known = (value: number | null) => value ?? undefined;
  return {
    ...givenOf(state, bench),
    pins: pinsOf(state.pins),
    rounding: { ...rounding, brewWater: brewer.lattice },
    vessel: { brimG: vessel.brimG, workingG: vessel.workingG },
    brewer: {
      doseMinG: known(brewer.doseMinG),
      doseMaxG: brewer.doseMaxG,
      preferredMinG: known(brewer.preferredMinG),
      preferredMaxG: known(brewer.preferredMaxG),
      bedDepthMinMm: brewer.bedDepthMinMm ?? bedMinMm,
      bedDepthMaxMm: brewer.bedDepthMaxMm ?? bedMaxMm,
      basket: brewer.basket ?? undefined,
    },
    coffee: { densityGPerMl: coffee.densityGPerMl },
    window,
    ...(ice && { iceHeapGPerMl: ice.heapGPerMl }),
  };
}

const KEYS = ["recipe", "coffee", "brewer", "grinder", "vessel", "ice"] as const;

/** A state as the query of a link. */
export function queryOf(state: ScaleState): string {
  const pins = state.pins.map(({ name, value }) => `${name}:${value}`).join(",");
  return new URLSearchParams({
    ...Object.fromEntries(KEYS.map((key) => [key, state[key]])),
    serve: state.serve,
    pins,
    ...(state.grind !== "rule" && { grind: String(state.grind) }),
  }).toString();
}

export interface LinkRead {
  readonly state: ScaleState;
  /** The link named something that is not here, or pins that are none; the sheet starts afresh there. */
  readonly broken: boolean;
}

/** A state from a link's query: whatever is in it, the answer is a state of this bench. */
export function readQuery(
  query: Readonly<Record<string, string | string[] | undefined>>,
  bench: Bench,
): LinkRead {
  const first = firstState(bench);
  const text = (key: string) => (typeof query[key] === "string" ? query[key] : undefined);
  const rows: Record<(typeof KEYS)[number], readonly string[]> = {
    recipe: bench.recipes.map(({ versionId }) => versionId),
    coffee: bench.coffees.map(({ id }) => id),
    brewer: bench.brewers.map(({ id }) => id),
    grinder: bench.grinders.map(({ id }) => id),
    vessel: bench.vessels.map(({ id }) => id),
    ice: bench.iceSources.map(({ id }) => id),
  };
  let broken = false;
  const ids = KEYS.map((key) => {
    const asked = text(key);
    if (asked === undefined || (asked === "" && key === "ice")) return [key, first[key]];
    if (rows[key].includes(asked)) return [key, asked];
    broken = true;
    return [key, first[key]];
  });
  const asked = text("serve") ?? first.serve;
  const serve: Serve = asked === "iced" ? "iced" : "hot";
  if (asked !== serve) broken = true;
  const state: ScaleState = { ...first, ...Object.fromEntries(ids), serve, pins: [] };
  const grindText = text("grind");
  const grind = grindText === undefined ? "rule" : readGrind(grindText, chosenOf(state, bench).grinder);
  if (grind === undefined) broken = true;
  const pinText = text("pins");
  const pins = pinText === undefined ? undefined : readPins(pinText);
  if (pinText !== undefined && !pins) broken = true;
  return {
    state: {
      ...state,
      pins: pins ?? firstPins(serve, chosenOf(state, bench), bench.settings),
      grind: grind ?? "rule",
    },
    broken,
  };
}

/** An answer's name, or a setting that is on the dial. */
function readGrind(text: string, dial: BenchGrinder): GrindPick | undefined {
  const answer = ANSWERS.find((each) => each === text);
  if (answer) return answer;
  const setting = text.trim() === "" ? Number.NaN : Number(text);
  return setting >= dial.min && setting <= dial.max ? onDial(setting, dial).setting : undefined;
}

/** Another grinder's dial: a setting by hand was the old one's. */
export function groundOn(grinder: string, state: ScaleState): ScaleState {
  return { ...state, grinder, grind: typeof state.grind === "number" ? "rule" : state.grind };
}

/** No sheet has more pins than there are names. */
function readPins(text: string): readonly PinSet[] | undefined {
  const parts = text.split(",", PIN_NAMES.length + 1);
  const pins = parts.map((part) => {
    const [name, value] = part.split(":", 2);
    return { name: name as PinName, value: value ? Number(value) : Number.NaN };
  });
  const names = pins.map(({ name }) => name);
  const sound =
    pins.length <= PIN_NAMES.length &&
    new Set(names).size === names.length &&
    pins.every(({ name, value }) => PIN_NAMES.includes(name) && inRange(name, value));
  return sound ? pins : undefined;
}

const MOST: { readonly [name in PinName]: number } = {
  doseG: 20_000,
  brewWaterG: 200_000,
  bypassG: 200_000,
  iceG: 200_000,
  yieldG: 200_000,
  brewRatio: 100,
  totalRatio: 100,
  yieldRatio: 100,
  iceShare: 0.999,
  bypassShare: 0.999,
  strengthPct: 30,
  finalTempC: 60,
};

/** What a figure may be pinned to; the same ranges as the contract's. */
export function inRange(name: PinName, value: number): boolean {
  const least = name === "brewRatio" || name === "totalRatio" || name === "yieldRatio" ? 1 : 0;
  const aboveZero = name === "doseG" || name === "strengthPct";
  return value >= least && value <= MOST[name] && !(aboveZero && value === 0);
}

export function mostOf(name: PinName): number {
  return MOST[name];
}
