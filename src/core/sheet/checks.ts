import { bedDepthMm, USUAL_DENSITY_G_PER_ML, USUAL_SWELLING } from "#core/brew";
import { HOT_COFFEE_G_PER_ML, ICE_G_PER_ML } from "#core/ice";
import { meltOf } from "./figures.ts";
import { beverageGPerMl, workingFillG } from "./fill.ts";
import { WORKING_FILL_SLACK } from "./round.ts";
import type { Range, SheetFigures, SheetInput } from "./types.ts";

export const CHECK_CODES = [
  "doseOverBasket",
  "doseUnderBrewer",
  "bedOutsideWindow",
  "overWorkingFill",
  "overBrim",
  "underFilled",
  "overBrimMelting",
  "iceLeftOver",
  "waterOutsideBrewer",
  "outsidePreferred",
  "ratioOutsideWindow",
  "strengthOutsideWindow",
  "extractionOutsideWindow",
] as const;
export type CheckCode = (typeof CHECK_CODES)[number];

/** stop: cannot be brewed so, a draft at most; warn: will not come out well; note: worth knowing. */
export const SEVERITIES = ["stop", "warn", "note"] as const;
export type Severity = (typeof SEVERITIES)[number];

export interface Check {
  readonly code: CheckCode;
  readonly severity: Severity;
  /** The figures its sentence needs, each name with its unit; an absent limit is not known. */
  readonly figures: Readonly<Record<string, number>>;
}

/** Below this share of the working fill a hot pot loses heat and aroma to its head-room. */
const LEAST_FILL_SHARE = 0.9;
/** Heaped ice with its gaps; 0.50 for large pieces to 0.58 for small ones. */
export const USUAL_ICE_HEAP_G_PER_ML = 0.58;

/**
 * Checks of a sheet as rounded, in the order basket, brewer, vessel, ice, cup.
 *
 * @param exact before rounding: what lies outside a window only because of it is no fault of the sheet
 */
export function checksOf(
  rounded: SheetFigures,
  input: SheetInput,
  exact: SheetFigures = rounded,
): readonly Check[] {
  return [
    ...basketChecks(rounded, input),
    ...brewerChecks(rounded, input),
    ...vesselChecks(rounded, input),
    ...iceChecks(rounded, input),
    ...windowChecks(rounded, exact, input),
  ];
}

function basketChecks({ doseG }: SheetFigures, { brewer, coffee }: SheetInput): readonly Check[] {
  if (!brewer) return [];
  const checks: Check[] = [];
  const { basket, doseMinG, doseMaxG, bedDepthMinMm, bedDepthMaxMm } = brewer;
  const densityGPerMl = coffee?.densityGPerMl ?? USUAL_DENSITY_G_PER_ML;
  const swollen = basket && bedDepthMm({ doseG, densityGPerMl, basket, swelling: USUAL_SWELLING });
  const capacityG = swollen && !swollen.ok ? swollen.failure.capacityG : Infinity;
  const mostG = Math.min(doseMaxG ?? Infinity, capacityG);
  if (outside(doseG, undefined, mostG))
    checks.push({ code: "doseOverBasket", severity: "stop", figures: { doseG, mostG } });
  if (doseMinG !== undefined && outside(doseG, doseMinG, undefined)) {
    checks.push({ code: "doseUnderBrewer", severity: "warn", figures: { doseG, leastG: doseMinG } });
  }
  // The window is measured on the dry, levelled bed: that is what a barista can see and a rule can count in.
  const dry = basket && bedDepthMm({ doseG, densityGPerMl, basket });
  if (dry?.ok && outside(Math.round(dry.value), bedDepthMinMm, bedDepthMaxMm)) {
    const figures = { bedDepthMm: dry.value, ...limits("Mm", bedDepthMinMm, bedDepthMaxMm) };
    checks.push({ code: "bedOutsideWindow", severity: "warn", figures });
  }
  return checks;
}

function brewerChecks(rounded: SheetFigures, { brewer, rounding }: SheetInput): readonly Check[] {
  const { brewWaterG, settingG } = rounded;
  const lattice = rounding?.brewWater;
  const { waterMinG, waterMaxG, preferredMinG, preferredMaxG } = brewer ?? {};
  if (outside(brewWaterG, waterMinG, waterMaxG)) {
    const figures = { brewWaterG, ...limits("G", waterMinG, waterMaxG) };
    return [{ code: "waterOutsideBrewer", severity: "stop", figures }];
  }
  if (settingG !== undefined && outside(settingG, lattice?.minSettingG, lattice?.maxSettingG)) {
    const figures = {
      brewWaterG,
      settingG,
      ...limits("SettingG", lattice?.minSettingG, lattice?.maxSettingG),
    };
    return [{ code: "waterOutsideBrewer", severity: "stop", figures }];
  }
  if (outside(brewWaterG, preferredMinG, preferredMaxG)) {
    const figures = { brewWaterG, ...limits("G", preferredMinG, preferredMaxG) };
    return [{ code: "outsidePreferred", severity: "note", figures }];
  }
  return [];
}

function vesselChecks({ yieldG }: SheetFigures, input: SheetInput): readonly Check[] {
  if (!input.vessel) return [];
  const { brimG } = input.vessel;
  const workingG = workingFillG(input);
  const yieldMl = yieldG / beverageGPerMl(input);
  // The brim was weighed with cold water: its grams are its millilitres.
  const brimMl = brimG;
  if (outside(yieldMl, undefined, brimMl)) {
    return [{ code: "overBrim", severity: "stop", figures: { yieldG, yieldMl, brimMl, workingG } }];
  }
  if (outside(yieldG, undefined, WORKING_FILL_SLACK * workingG)) {
    const figures = { yieldG, workingG, overG: yieldG - workingG };
    return [{ code: "overWorkingFill", severity: "warn", figures }];
  }
  if (input.serve === "hot" && outside(yieldG, LEAST_FILL_SHARE * workingG, undefined)) {
    const figures = { yieldG, workingG, fillShare: yieldG / workingG };
    return [{ code: "underFilled", severity: "warn", figures }];
  }
  return [];
}

function iceChecks(rounded: SheetFigures, input: SheetInput): readonly Check[] {
  const { serve, vessel, heat, retentionGPerG, iceHeapGPerMl = USUAL_ICE_HEAP_G_PER_ML } = input;
  if (serve === "hot") return [];
  const checks: Check[] = [];
  const { iceG, yieldG } = rounded;
  if (vessel) {
    const heapMl = iceG / iceHeapGPerMl;
    const unmeltedMl = iceG / ICE_G_PER_ML + (yieldG - iceG) / HOT_COFFEE_G_PER_ML;
    const mostMl = Math.max(heapMl, unmeltedMl);
    if (outside(mostMl, undefined, vessel.brimG)) {
      const figures = { heapMl, unmeltedMl, mostMl, brimMl: vessel.brimG };
      checks.push({ code: "overBrimMelting", severity: "stop", figures });
    }
  }
  const end = heat && meltOf(rounded, { serve, heat, retentionGPerG });
  if (end?.ok && end.value.iceLeftG > 0) {
    const { iceLeftG } = end.value;
    const { strengthPct } = rounded;
    const liquidG = yieldG - iceLeftG;
    const figures = {
      iceLeftG,
      liquidG,
      ...(strengthPct !== undefined && { strengthPct: (strengthPct * yieldG) / liquidG }),
    };
    checks.push({ code: "iceLeftOver", severity: "warn", figures });
  }
  return checks;
}

function windowChecks(
  rounded: SheetFigures,
  exact: SheetFigures,
  { serve, window, extractionPct }: SheetInput,
): readonly Check[] {
  // A ratio with ice in it and one without are never held against the same window unsaid.
  const ratio = serve === "hot" ? "brewRatio" : "totalRatio";
  const check = (
    code: CheckCode,
    name: "brewRatio" | "totalRatio" | "strengthPct",
    range: Range | undefined,
  ) => windowCheck(code, { name, value: rounded[name], exact: exact[name] }, range);
  return [
    ...check("ratioOutsideWindow", ratio, window?.ratio),
    ...check("strengthOutsideWindow", "strengthPct", window?.strengthPct),
    ...windowCheck(
      "extractionOutsideWindow",
      { name: "extractionPct", value: extractionPct, exact: extractionPct },
      window?.extractionPct,
    ),
  ];
}

interface Held {
  readonly name: string;
  readonly value: number | undefined;
  readonly exact: number | undefined;
}

/** Steps that the figures of a window are printed in. */
const PRINTED: Readonly<Record<string, number>> = {
  brewRatio: 0.01,
  totalRatio: 0.01,
  strengthPct: 0.01,
  extractionPct: 0.1,
};

/** Held to a window as it is printed; what only rounding took out of it stays unsaid. */
function windowCheck(
  code: CheckCode,
  { name, value, exact }: Held,
  range: Range | undefined,
): readonly Check[] {
  const step = PRINTED[name] ?? 0;
  const isOutside = (figure: number) => outside(Math.round(figure / step) * step, range?.[0], range?.[1]);
  if (value === undefined || exact === undefined || !range) return [];
  if (!isOutside(value) || !isOutside(exact)) return [];
  return [{ code, severity: "warn", figures: { [name]: value, low: range[0], high: range[1] } }];
}

/** Sums of steps such as 0.1 carry rounding noise: a value this part beyond a limit still stands on it. */
const ON_THE_LIMIT = 1e-9;

function outside(value: number, low: number | undefined, high: number | undefined): boolean {
  const slack = ON_THE_LIMIT * Math.abs(value);
  return (low !== undefined && value < low - slack) || (high !== undefined && value > high + slack);
}

function limits(unit: string, low: number | undefined, high: number | undefined): Record<string, number> {
  return {
    ...(low !== undefined && { [`least${unit}`]: low }),
    ...(high !== undefined && { [`most${unit}`]: high }),
  };
}
