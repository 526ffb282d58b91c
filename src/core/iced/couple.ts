import {
  type BrewFailure,
  forecastBrew,
  forecastSteep,
  type SteepFailure,
  type SteepInput,
} from "#core/brew";
import { umAt } from "#core/grind";
import { type Asking, brewInputOf, firstOf, rungBy, stretchedPlan } from "#core/outlook";
import { fail, ok, type Result } from "#core/result";
import type { SheetFigures } from "#core/sheet";
import type { KnownServer } from "./glassPins.ts";
import { solveIced } from "./solve.ts";
import type { IcedFailure, IcedInput } from "./types.ts";

/** An iced sheet and the brew that it is, brought together. */
export interface Coupled {
  /** Extraction of the very brew that the sheet asks for, by the forecast, % of the dose. */
  readonly extractionPct: number;
  /** On the dial. */
  readonly setting: number;
}

export type CoupledFailure =
  | IcedFailure
  | { readonly code: "noBrew"; readonly failure: BrewFailure | SteepFailure };

/** Whose extraction a sheet counts with: a bed's that the sheet itself asks for, or a concentrate's. */
export type CoupleAsked =
  | { readonly by: "bed"; readonly iced: IcedInput; readonly asking: Asking }
  | { readonly by: "steep"; readonly steep: SteepInput };

/** The extraction for a sheet, % of the dose. */
export function extractionFor(asked: CoupleAsked): Result<number, CoupledFailure> {
  if (asked.by === "steep") {
    const steep = forecastSteep(asked.steep);
    return steep.ok ? ok(steep.value.extractionPct) : noBrew(steep.failure);
  }
  const found = coupled(asked.iced, asked.asking);
  return found.ok ? ok(found.value.extractionPct) : found;
}

function noBrew(failure: BrewFailure | SteepFailure) {
  return fail({ code: "noBrew" as const, failure });
}

/** The dial settles when the sheet that it gives asks for the same step again; between two steps the later one stays. */
const MOST_SETTINGS = 4;
const MOST_TURNS = 12;
/** Points of extraction: the forecast's own layers and steps move it by some thousandths, a meter reads tenths. */
const TOLERANCE_PCT = 0.005;
/** Over so short a way those steps would pass for a slope: no brew answers its own extraction more steeply. */
const STEEPEST = 0.9;
/** A strength that is out of reach is looked for by so much less at a time, so often. */
const WEAKER = 0.95;
const MOST_WEAKER = 40;

/**
 * The extraction that a sheet must count with so that the brew it asks for extracts just that: a smaller dose extracts
 * more of itself, and lets the drink be made of less. Fixed point of e → forecast(sheet(e)) by the secant of its last
 * two turns, at a setting of the dial that is found anew with what has been reached.
 *
 * @param iced with an extraction to begin with
 * @param asking the brew's own question; its dose, water and ice are the sheet's
 * @returns to 0.005 points; a failure of the sheet or of the brew; `strengthOutOfReach` with the strongest that it does
 * make, to a twentieth, where a strength is pinned that has no such point, or takes more coffee than the basket does
 */
export function coupled(iced: IcedInput, asking: Asking): Result<Coupled, CoupledFailure> {
  const found = fixedPoint(iced, asking);
  const { strengthPct } = iced.sheet.pins;
  if (found.ok || strengthPct === undefined) return found;
  // Of the weaker drinks the first that this brew does make.
  for (let mostPct = WEAKER * strengthPct, tries = 0; tries < MOST_WEAKER; mostPct *= WEAKER, tries++) {
    const pins = { ...iced.sheet.pins, strengthPct: mostPct };
    if (fixedPoint({ ...iced, sheet: { ...iced.sheet, pins } }, asking).ok) {
      return fail({ code: "strengthOutOfReach", strengthPct, mostPct });
    }
  }
  return found;
}

function fixedPoint(iced: IcedInput, asking: Asking): Result<Coupled, CoupledFailure> {
  let extractionPct = iced.sheet.extractionPct;
  if (extractionPct === undefined) throw new Error("a coupled sheet begins with an extraction");
  let setting: number | undefined;
  // No extraction changes what a glass makes of a temperature.
  const known: KnownServer = {};
  for (let i = 0; i < MOST_SETTINGS; i++) {
    const sheet = solveIced(withExtraction(iced, extractionPct), known);
    if (!sheet.ok) return sheet;
    const plannedBatch = planned(asking, sheet.value.exact);
    const stretched = { ...plannedBatch, plan: stretchedPlan(plannedBatch) };
    const at = settingOf(stretched);
    if (!at.ok) return noBrew(at.failure);
    if (at.value === setting) break;
    setting = at.value;
    const found = extractionAt({ iced, asking: stretched, setting, known }, extractionPct);
    if (!found.ok) return found;
    extractionPct = found.value;
  }
  return ok({ extractionPct, setting: setting! });
}

interface At {
  readonly iced: IcedInput;
  readonly asking: Asking;
  readonly setting: number;
  readonly known: KnownServer;
}

function extractionAt({ iced, asking, setting, known }: At, fromPct: number): Result<number, CoupledFailure> {
  const grindUm = umAt(asking.dial.curve, setting);
  const brewed = (pct: number): Result<number, CoupledFailure> => {
    const sheet = solveIced(withExtraction(iced, pct), known);
    if (!sheet.ok) return sheet;
    const brew = forecastBrew(brewInputOf(planned(asking, sheet.value.exact).plan, grindUm));
    return brew.ok ? ok(brew.value.extractionPct) : noBrew(brew.failure);
  };
  const first = brewed(fromPct);
  if (!first.ok) return first;
  if (Math.abs(first.value - fromPct) < TOLERANCE_PCT) return ok(fromPct);
  let [oldPct, oldGives] = [fromPct, first.value];
  let pct = first.value;
  for (let turn = 0; turn < MOST_TURNS; turn++) {
    const next = brewed(pct);
    if (!next.ok) return next;
    const gives = next.value;
    if (Math.abs(gives - pct) < TOLERANCE_PCT) return ok(pct);
    const slope = Math.max(-STEEPEST, Math.min(STEEPEST, (gives - oldGives) / (pct - oldPct)));
    [oldPct, oldGives] = [pct, gives];
    pct = (gives - slope * pct) / (1 - slope);
    if (!(pct > 0)) break;
  }
  return fail({ code: "notSettled" });
}

/** The brew's question with the masses of a sheet. */
export function planned(asking: Asking, { doseG, brewWaterG, bypassG, iceG }: SheetFigures): Asking {
  const plan = { ...asking.plan, doseG, waterG: brewWaterG, addedG: bypassG + iceG };
  return { ...asking, plan };
}

/** The setting that is picked, as `firstOf` has it: where its answer has no rung, the next best one's. */
function settingOf(asking: Asking): Result<number, BrewFailure> {
  const { pick, source } = asking;
  if (typeof pick === "number") return ok(pick);
  const brewed = forecastBrew(source);
  if (!brewed.ok) return brewed;
  const rung = rungBy(pick, asking, brewed.value);
  if (rung) return ok(rung.at.setting);
  const first = firstOf(asking);
  return first.ok ? ok(first.value.picked.setting) : first;
}

function withExtraction(iced: IcedInput, extractionPct: number): IcedInput {
  return { ...iced, sheet: { ...iced.sheet, extractionPct } };
}
