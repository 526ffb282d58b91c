import { coolingTempC, type Delivery } from "#core/measure";
import { printNumber } from "#core/units";

/*
 * What was measured, as the Bench says it.
 */

const SLOPE_DECIMALS = 3;

/** A brewer's delivery for a setting, in words. */
export function printDelivery(
  { slope, interceptG }: Pick<Delivery, "slope" | "interceptG">,
  printG: (massG: number) => string,
): string {
  const off = interceptG < 0 ? `− ${printG(-interceptG)}` : `+ ${printG(interceptG)}`;
  return `${printNumber(slope, SLOPE_DECIMALS)} × what is set ${off}`;
}

export const KEPT_DECIMALS = 2;

/** Liquid retained, in words. */
export function printKept(retentionGPerG: number): string {
  return `${printNumber(retentionGPerG, KEPT_DECIMALS)} g per g of coffee`;
}

/** Temperature at which a full pot is first served, °C, and the time after which it is asked about, s. */
const FRESH_C = 85;
const HOUR_S = 3600;

/** A fresh pot's temperature after an hour, in words. */
export function coolsTo(ratePerS: number, roomC: number, printTemp: (tempC: number) => string): string {
  const after = coolingTempC({ ratePerS, startC: FRESH_C }, roomC, HOUR_S);
  return `cools from ${printTemp(FRESH_C)} to ${printTemp(after)} in an hour`;
}

const DENSITY_DECIMALS = 3;

/** Beans of a levelled cup, in words. */
export function printDensity(gPerMl: number): string {
  return `${printNumber(gPerMl, DENSITY_DECIMALS)} g/ml`;
}
