import type { Bench } from "#contract/bench.ts";
import type { IcedSheet } from "#core/iced";
import type { OutlookCheck, WayAsked } from "#core/outlook";
import { type Check, type PinSet, trimmedRatio } from "#core/sheet";
import { chosenOf, type ScaleState } from "#scaling/choice";
import { askingOf } from "./asking.ts";
import { pinOn, solveState } from "./solved.ts";

/** A way with the sheet that it is. */
export interface WayState {
  readonly state: ScaleState;
  readonly asked: WayAsked;
}

/** A share of the hot water round the bed, in such steps, up to what the brewer does. */
const BYPASS_STEP_SHARE = 0.05;
const PER_CENT = 100;
/** Less coffee per doubling, where the house trims nothing of itself; usual 2 to 5 %. */
const USUAL_TRIM_PCT = 3;
const S_PER_MIN = 60;
/** A basket is rinsed and filled again in such a time where nobody noted it. */
const USUAL_RINSE_MIN = 2;

/** Whether one batch is more than the bed does well: only then other ways are compared. */
export function callsForMore(
  checks: readonly Check[],
  outlook: readonly OutlookCheck[] | undefined,
  fails: boolean,
): boolean {
  return fails || [...checks, ...(outlook ?? [])].some(isTooMuch);
}

/** A bed that is too shallow, too little water and a brew that is too short are no call for less. */
function isTooMuch({ code, figures }: Check | OutlookCheck): boolean {
  switch (code) {
    case "doseOverBasket":
    case "overflow":
    case "slurryOverPaper":
      return true;
    case "bedOutsideWindow":
      return over(figures.bedDepthMm, figures.mostMm);
    case "waterOutsideBrewer":
      return over(figures.settingG ?? figures.brewWaterG, figures.mostSettingG ?? figures.mostG);
    case "timeOutsideWindow":
      return over(figures.brewTimeS, figures.high);
    default:
      return false;
  }
}

function over(value: number | undefined, most: number | undefined): boolean {
  return value !== undefined && most !== undefined && value > most;
}

/** The ways to brew a sheet's beverage, each as a sheet that solves; those that a brewer cannot do are left out. */
export function waysOf(
  state: ScaleState,
  bench: Bench,
  { rounded, asked: { extractionPct } }: IcedSheet,
): readonly WayState[] {
  const { brewer } = chosenOf(state, bench);
  const { yieldG, strengthPct } = rounded;
  const rinseMin = brewer.rinseMin ?? USUAL_RINSE_MIN;

  const way = (
    by: WayAsked["by"],
    times: 1 | 2,
    pins: readonly PinSet[],
    iced = state.iced,
  ): readonly WayState[] => {
    const next = { ...state, pins, iced };
    const solved = solveState(next, bench, extractionPct);
    if (!solved.ok) return [];
    const request = askingOf(next, bench, solved.value.rounded);
    if (!("asking" in request)) return [];
    const stops = solved.value.checks.filter(({ severity }) => severity === "stop").length;
    // One batch stands there to be compared with, whatever is said against it.
    if (stops > 0 && by !== "one") return [];
    const warnings = solved.value.checks.filter(isTooMuch).length;
    const { source, plan, dial, settings, teaching } = request.asking;
    return [
      {
        state: next,
        asked: {
          by,
          times,
          source,
          plan,
          dial,
          settings,
          teaching,
          yieldG: solved.value.rounded.yieldG,
          bypassG: solved.value.rounded.bypassG,
          betweenS: S_PER_MIN * rinseMin,
          against: stops + warnings,
        },
      },
    ];
  };

  const half = pinOn(state, { name: "yieldG", value: yieldG / 2 }, bench, extractionPct);
  const shares = Math.floor((brewer.bypassMaxPct ?? 0) / PER_CENT / BYPASS_STEP_SHARE + 1e-9);
  // A strength that the server has is said of the server.
  const inServer = { ...state.iced, inGlass: state.iced.inGlass.filter((pin) => pin === "finalTempC") };
  const cold = state.pins.filter(({ name }) => name === "finalTempC");
  const bypasses =
    strengthPct === undefined
      ? []
      : Array.from({ length: shares }, (_, i): readonly PinSet[] => [
          { name: "yieldG", value: yieldG },
          { name: "strengthPct", value: strengthPct },
          ...cold,
          { name: "bypassShare", value: (i + 1) * BYPASS_STEP_SHARE },
        ]);
  return [
    ...way("one", 1, state.pins),
    ...(half.ok ? way("two", 2, half.value.pins) : []),
    ...bypasses.flatMap((pins) => way("bypass", 1, pins, inServer)),
    ...trimmed(state, bench, yieldG).flatMap((pins) => way("trim", 1, pins)),
  ];
}

/** The pins with a ratio that takes less coffee for a bigger batch; none where the ratio follows from other pins. */
function trimmed(state: ScaleState, bench: Bench, yieldG: number): readonly (readonly PinSet[])[] {
  const { recipe } = chosenOf(state, bench);
  const { doseTrimPct } = bench.settings;
  const trimPct = doseTrimPct > 0 ? doseTrimPct : USUAL_TRIM_PCT;
  const sourceG = recipe.hotWaterG + recipe.iceG - recipe.retentionGPerG * recipe.doseG;
  const ratio = state.pins.find(({ name }) => name === "brewRatio" || name === "totalRatio");
  // A house that trims has trimmed it already.
  if (!ratio || doseTrimPct > 0 || yieldG <= sourceG) return [];
  const value = trimmedRatio(ratio.value, { sourceG, targetG: yieldG, trimPct });
  return [state.pins.map((pin) => (pin === ratio ? { name: pin.name, value } : pin))];
}
