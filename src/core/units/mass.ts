import { fail, ok, type Result } from "#core/result";
import type { QuantityFailure } from "./failure.ts";
import { parseNumber } from "./number.ts";
import { type PrintOptions, printNumber } from "./print.ts";

/** Grams in an ounce of weight; exact by definition (avoirdupois). */
export const G_PER_OZ = 28.349523125;
const G_PER_LB = 16 * G_PER_OZ;

/** Millilitres in an ounce of volume (US fluid ounce). Never the ounce of weight. */
export const ML_PER_FL_OZ = 29.5735;

/** On the sheet a millilitre of water is a gram. */
const G_PER_ML = 1;

/** Units of weight; a bare `oz` is always one. */
const GRAMS_PER: Readonly<Record<string, number>> = {
  g: 1,
  gram: 1,
  grams: 1,
  kg: 1000,
  oz: G_PER_OZ,
  ounce: G_PER_OZ,
  ounces: G_PER_OZ,
  lb: G_PER_LB,
  lbs: G_PER_LB,
};

const MILLILITRES_PER: Readonly<Record<string, number>> = {
  ml: 1,
  cl: 10,
  dl: 100,
  l: 1000,
  litre: 1000,
  litres: 1000,
  liter: 1000,
  liters: 1000,
  "fl oz": ML_PER_FL_OZ,
  "fl. oz": ML_PER_FL_OZ,
  "fl. oz.": ML_PER_FL_OZ,
  "fl.oz": ML_PER_FL_OZ,
  "fl.oz.": ML_PER_FL_OZ,
  floz: ML_PER_FL_OZ,
  "fluid ounce": ML_PER_FL_OZ,
  "fluid ounces": ML_PER_FL_OZ,
};

export const MASS_UNITS = ["g", "oz"] as const;
export type MassUnit = (typeof MASS_UNITS)[number];

export const LIQUID_UNITS = ["g", "oz", "ml", "l", "fl oz"] as const;
export type LiquidUnit = (typeof LIQUID_UNITS)[number];

const MASS_DECIMALS: Readonly<Record<LiquidUnit, number>> = { g: 1, oz: 2, ml: 0, l: 3, "fl oz": 1 };

/**
 * A dose, ice or another thing that is weighed, in g.
 *
 * @param unit what a number without a unit means
 * @returns g, of any sign and size; `volumeForMass` for millilitres or fluid ounces
 */
export function parseMass(text: string, unit: MassUnit = "g"): Result<number, QuantityFailure> {
  const typed = parseNumber(text);
  if (!typed.ok) return typed;
  const name = typed.value.unit || unit;
  const grams = lookUp(GRAMS_PER, name);
  if (grams !== undefined) return ok(typed.value.number * grams);
  if (lookUp(MILLILITRES_PER, name) !== undefined) return fail({ code: "volumeForMass", unit: name });
  return fail({ code: "unknownUnit", unit: name, known: ["g", "kg", "oz", "lb"] });
}

/**
 * Water, beverage or what a vessel holds, in g; a volume counts as so much water.
 *
 * `oz` is the ounce of weight and `fl oz` the ounce of volume, in every field.
 *
 * @param unit what a number without a unit means
 */
export function parseLiquid(text: string, unit: LiquidUnit = "g"): Result<number, QuantityFailure> {
  const typed = parseNumber(text);
  if (!typed.ok) return typed;
  const name = typed.value.unit || unit;
  const millilitres = lookUp(MILLILITRES_PER, name);
  const grams = millilitres === undefined ? lookUp(GRAMS_PER, name) : millilitres * G_PER_ML;
  if (grams !== undefined) return ok(typed.value.number * grams);
  return fail({ code: "unknownUnit", unit: name, known: ["g", "kg", "oz", "ml", "l", "fl oz"] });
}

/** A mass for people: grams to a tenth, ounces to a hundredth. */
export function printMass(massG: number, unit: MassUnit = "g", options?: PrintOptions): string {
  return printLiquid(massG, unit, options);
}

/** A liquid for people, by weight or as so much water by volume. */
export function printLiquid(massG: number, unit: LiquidUnit = "g", options?: PrintOptions): string {
  const gramsPer = lookUp(GRAMS_PER, unit) ?? lookUp(MILLILITRES_PER, unit)! * G_PER_ML;
  return `${printNumber(massG / gramsPer, options?.decimals ?? MASS_DECIMALS[unit], options)} ${unit}`;
}

/** A table's own entry: a unit typed as `constructor` is none. */
function lookUp(table: Readonly<Record<string, number>>, name: string): number | undefined {
  return Object.hasOwn(table, name) ? table[name] : undefined;
}
