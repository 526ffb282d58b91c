import { z } from "zod";

/** The ranges of the contract, one schema per kind of number. Zod refuses NaN and infinities by itself. */

export const doseG = z.number().gt(0).max(20_000).describe("Dry coffee, g");
export const massG = z.number().min(0).max(200_000).describe("Mass, g");
export const stepG = z.number().min(0.001).max(200_000).describe("Rounding step, g");
export const share = z.number().min(0).lt(1).describe("Share, 0 to below 1");
export const strengthPct = z.number().gt(0).max(30).describe("Dissolved solids in the beverage, % by mass");
export const extractionPct = z.number().gt(0).max(35).describe("Dissolved solids, % of the dose");
export const dripTempC = z.number().gt(0).max(100).describe("Temperature of the hot beverage, °C");
export const liquidTempC = z.number().min(0).max(100).describe("Temperature of a liquid, °C");
export const iceTempC = z.number().min(-40).max(0).describe("Temperature of the ice, °C");
export const vesselTempC = z.number().min(-30).max(100).describe("Temperature of the vessel, °C");
export const vesselJPerK = z.number().min(0).max(20_000).describe("Heat capacity of the vessel, J/K");
export const lengthMm = z.number().gt(0).max(2000).describe("Length, mm");

/** Reports `low` above `high` at the field of `high`. */
export function inOrder(
  context: z.RefinementCtx,
  low: number | undefined,
  high: number | undefined,
  path: readonly PropertyKey[],
): void {
  if (low !== undefined && high !== undefined && low > high) {
    context.addIssue({
      code: "too_small",
      minimum: low,
      inclusive: true,
      origin: "number",
      input: high,
      path: [...path],
    });
  }
}

/** A window [low, high] of figures that may each be what `figure` allows, or 0. */
export function windowOf(most: number) {
  const figure = z.number().min(0).max(most);
  return z.tuple([figure, figure]).superRefine(([low, high], context) => inOrder(context, low, high, [1]));
}
