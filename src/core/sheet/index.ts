/** The sheet: from what is pinned to what is weighed out. */
import { ok, type Result } from "#core/result";
import { type Check, checksOf } from "./checks.ts";
import { exactSheet } from "./exact.ts";
import { figuresOf } from "./figures.ts";
import { workingFillG } from "./fill.ts";
import { roundMasses } from "./round.ts";
import type { SheetFailure, SheetFigures, SheetInput } from "./types.ts";

export {
  CHECK_CODES,
  type Check,
  type CheckCode,
  SEVERITIES,
  type Severity,
  USUAL_ICE_HEAP_G_PER_ML,
} from "./checks.ts";
export { exactSheet } from "./exact.ts";
export { type MeteredCup, meteredExtractionPct } from "./extraction.ts";
export { meltOf } from "./figures.ts";
export { type Cup, cupsFrom, sharedOut } from "./fill.ts";
export { bandsOf, type Pinned, type PinSet, pinFigure, pinSetsOf, pinsOf } from "./giveWay.ts";
export { doseStepG, SMALL_DOSE } from "./lattice.ts";
export { hotBeverageG as hotBeverageOf } from "./pins.ts";
export { solvePins } from "./solve.ts";
export { trimmedRatio } from "./trim.ts";
export * from "./types.ts";
export { type Guess, type Worth, worthMeasuring } from "./worth.ts";

export interface SheetResult {
  readonly exact: SheetFigures;
  /** The sheet as a scale and the brewer can do it; equal to `exact` without rounding. */
  readonly rounded: SheetFigures;
  readonly checks: readonly Check[];
}

/**
 * A whole sheet: solved, rounded and checked.
 *
 * @returns grams, ratios, shares, % and °C, none of them rounded for people; a failure when the pins do not
 * make one sheet
 */
export function solveSheet(input: SheetInput): Result<SheetResult, SheetFailure> {
  const exact = exactSheet(input);
  if (!exact.ok) return exact;
  const { masses, settingG } = input.rounding
    ? roundMasses({
        exact: exact.value,
        pins: input.pins,
        bands: input.bands,
        given: input,
        rounding: input.rounding,
        workingG: workingFillG(input),
      })
    : { masses: exact.value };
  const figures = figuresOf(masses, input);
  if (!figures.ok) return figures;
  const rounded = settingG === undefined ? figures.value : { ...figures.value, settingG };
  return ok({ exact: exact.value, rounded, checks: checksOf(rounded, input, exact.value) });
}
