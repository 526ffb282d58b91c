import type { Bench, BenchRecipe } from "#contract/bench.ts";
import { STEEP_RETENTION } from "#core/brew";
import { type IcedFailure, type IcedSheet, solveIced } from "#core/iced";
import { boilingC } from "#core/measure";
import { fail, ok, type Result } from "#core/result";
import {
  bandsOf,
  type Given,
  meteredExtractionPct,
  type PinName,
  type Pinned,
  type PinSet,
  type Pins,
  pinFigure,
  pinSetsOf,
  pinsOf,
  type SheetInput,
  SMALL_DOSE,
  solveSheet,
} from "#core/sheet";
import {
  aimsAtRatio,
  type Chosen,
  chosenOf,
  dropOf,
  heldPins,
  icedInputFrom,
  isSteeped,
  judgedInGlass,
  type ScaleState,
  settable,
  withoutIce,
} from "#scaling/choice";

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

/** @param extractionPct what the forecast says that this brew extracts; the source cup's where it is not given */
export function givenOf(state: ScaleState, bench: Bench, extractionPct?: number): Given {
  const { recipe, brewer, vessel, ice } = chosenOf(state, bench);
  const { method, servers } = state.iced;
  const { settings } = bench;
  return {
    serve: state.serve,
    retentionGPerG: isSteeped(state) ? STEEP_RETENTION.drained : brewer.retentionGPerG,
    extractionPct: extractionPct ?? extractionOf(recipe, settings.extractionGuessPct).pct,
    ...(state.serve === "iced" &&
      ice &&
      !withoutIce(state) && {
        heat: {
          dripTempC: brewTempOf({ recipe, brewer }, bench).tempC - dropOf(method, brewer),
          ...(method === "withWater" && { bypassTempC: settings.coldWaterC }),
          iceTempC: ice.iceTempC,
          iceWetShare: ice.iceWetShare,
          vesselJPerK: servers * vessel.vesselJPerK,
          vesselTempC: settings.roomTempC,
        },
      }),
  };
}

/** The sheet that a state asks for, as the core takes it and a card keeps it; what is said of the glass still is. */
export function sheetInputOf(state: ScaleState, bench: Bench, extractionPct?: number): SheetInput {
  const { brewer, vessel, coffee, ice } = chosenOf(state, bench);
  const servers = state.serve === "iced" ? state.iced.servers : 1;
  if (isSteeped(state)) return steepedInput(state, bench, extractionPct);
  const { rounding, window, bedDepthMm } = bench.settings;
  // A cone's depth at its axis says little of how evenly it brews: the house's window is for batch brewers.
  const [bedMinMm, bedMaxMm] = brewer.kind === "batch" ? bedDepthMm : [];
  const known = (value: number | null) => value ?? undefined;
  return {
    ...givenOf(state, bench, extractionPct),
    pins: pinsOf(state.pins),
    bands: bandsOf(state.pins.filter(({ name }) => !isInGlass(name, state))),
    rounding: {
      ...rounding,
      smallDoseG: Math.min(SMALL_DOSE.stepG, rounding.doseG),
      brewWater: brewer.lattice,
    },
    vessel: { brimG: servers * vessel.brimG, workingG: servers * vessel.workingG },
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
    window: {
      ...window,
      ...(!aimsAtRatio(state) && { ratio: undefined }),
      ...(judgedInGlass(state) && { strengthPct: undefined }),
    },
    ...(ice && { iceHeapGPerMl: ice.heapGPerMl }),
  };
}

/** What is said of the glass is no measure of the server, and its band none either. */
function isInGlass(name: PinName, { serve, iced }: ScaleState): boolean {
  return serve === "iced" && (iced.inGlass as readonly PinName[]).includes(name);
}

/** A concentrate: no bed, no brewer and no one vessel for all its drinks; water is weighed like anything else. */
function steepedInput(state: ScaleState, bench: Bench, extractionPct: number | undefined): SheetInput {
  const { rounding, window } = bench.settings;
  const { doseG, doseUp, bypassG } = rounding;
  return {
    ...givenOf(state, bench, extractionPct),
    pins: pinsOf(state.pins),
    bands: bandsOf(state.pins.filter(({ name }) => !isInGlass(name, state))),
    rounding: {
      doseG,
      smallDoseG: Math.min(SMALL_DOSE.stepG, rounding.doseG),
      doseUp,
      bypassG,
      brewWater: { stepG: bypassG },
    },
    window: { strengthPct: window.strengthPct },
  };
}

/** A state's sheet, solved through to the glass where it is iced; hot or iced, one shape. */
export function solveState(
  state: ScaleState,
  bench: Bench,
  extractionPct?: number,
): Result<IcedSheet, IcedFailure> {
  const sheet = sheetInputOf(state, bench, extractionPct);
  if (state.serve === "hot") {
    const solved = solveSheet(sheet);
    return solved.ok ? ok({ ...solved.value, asked: sheet, inGlass: undefined, apart: undefined }) : solved;
  }
  const chosen = chosenOf(state, bench);
  if (!chosen.ice && !withoutIce(state)) return fail({ code: "noIce" });
  return solveIced(icedInputFrom(sheet, state.iced, { chosen, bench }));
}

/** A band of doses that goes beyond what the brewer takes ends there; one that lies beyond it stays, and the sheet says so. */
function doseBand({ name, band }: PinSet, state: ScaleState, bench: Bench): Partial<PinSet> {
  if (name !== "doseG" || !band || isSteeped(state)) return {};
  const { doseMinG, doseMaxG } = chosenOf(state, bench).brewer;
  const [least, most] = [Math.max(band[0], doseMinG ?? 0), Math.min(band[1], doseMaxG)];
  return least <= most ? { value: (least + most) / 2, band: [least, most] } : {};
}

export interface PinnedOn extends Pinned {
  /** What the brewer is set to, where the water that was asked for is none of its settings; g */
  readonly settingG?: number;
}

/** Pins one more figure of a state, as `pinFigure` does, through to the glass: water as what the brewer can be set to. */
export function pinOn(
  state: ScaleState,
  set: PinSet,
  bench: Bench,
  extractionPct?: number,
): Result<PinnedOn, IcedFailure> {
  const solves = (pins: Pins) => solveState({ ...state, pins: pinSetsOf(pins) }, bench, extractionPct);
  const setting =
    set.name === "brewWaterG" && !set.band && !isSteeped(state)
      ? settable(chosenOf(state, bench).brewer, set.value)
      : undefined;
  const value = setting?.deliveredG ?? set.value;
  const within = { ...set, value, ...doseBand(set, state, bench) };
  const pinned = pinFigure(state.pins, within, solves, heldPins(state));
  return pinned.ok && setting ? ok({ ...pinned.value, settingG: setting.settingG }) : pinned;
}
