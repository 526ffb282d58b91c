import { fail, ok, type Result } from "#core/result";
import type { QuantityFailure } from "./failure.ts";
import { parseNumber } from "./number.ts";
import { type PrintOptions, printNumber } from "./print.ts";

export const TEMP_UNITS = ["°C", "°F"] as const;
export type TempUnit = (typeof TEMP_UNITS)[number];

const F_PER_C = 1.8;
const FREEZING_F = 32;
const TEMP_DECIMALS = 1;

/**
 * A temperature in °C.
 *
 * @param unit what a number without a unit means
 */
export function parseTemp(text: string, unit: TempUnit = "°C"): Result<number, QuantityFailure> {
  const typed = parseNumber(text);
  if (!typed.ok) return typed;
  const { number } = typed.value;
  const name = typed.value.unit || unit.toLowerCase();
  if (/^[°º]? ?c(elsius)?$/.test(name)) return ok(number);
  if (/^[°º]? ?f(ahrenheit)?$/.test(name)) return ok((number - FREEZING_F) / F_PER_C);
  return fail({ code: "unknownUnit", unit: name, known: ["°C", "°F"] });
}

/** A temperature for people, to a tenth of a degree. */
export function printTemp(tempC: number, unit: TempUnit = "°C", options?: PrintOptions): string {
  const shown = unit === "°C" ? tempC : tempC * F_PER_C + FREEZING_F;
  return `${printNumber(shown, TEMP_DECIMALS, options)} ${unit}`;
}
