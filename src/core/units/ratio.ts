import { fail, ok, type Result } from "#core/result";
import type { QuantityFailure } from "./failure.ts";
import { G_PER_OZ, ML_PER_FL_OZ } from "./mass.ts";
import { parseNumber, tidy } from "./number.ts";
import { type PrintOptions, printNumber } from "./print.ts";

export const RATIO_UNITS = ["1:n", "g/l", "g/fl oz"] as const;
export type RatioUnit = (typeof RATIO_UNITS)[number];

/** Water, g, in which a unit of concentration counts the grams of coffee. */
const WATER_G_PER: Readonly<Record<string, number>> = {
  l: 1000,
  litre: 1000,
  liter: 1000,
  "fl oz": ML_PER_FL_OZ,
  oz: G_PER_OZ,
};

/** From here on a bare number is as likely grams per litre as a ratio: 30 g/l is 1:33, thinner than any brew. */
const LEAST_G_PER_L = 30;

const RATIO_DECIMALS = 2;
const CONCENTRATION_DECIMALS = 1;

/**
 * A ratio, water ÷ dose in g/g, from `1:16`, `16`, `22:352`, `62 g/l`, `1.8 g/fl oz`.
 *
 * The larger side of a `:` is the water. A bare 62 could be either: `ratioOrGPerL`.
 *
 * @param unit what a number without a unit means
 */
export function parseRatio(text: string, unit: RatioUnit = "1:n"): Result<number, QuantityFailure> {
  const sides = tidy(text).split(":");
  if (sides.length === 2) return ratioOfSides(text, sides[0]!, sides[1]!);
  const typed = parseNumber(text);
  if (!typed.ok) return typed;
  const { number } = typed.value;
  const name = typed.value.unit.replace(/ ?\/ ?| per /, "/").replace(/^grams?\//, "g/");
  if (name === "" && unit === "1:n") {
    if (number < LEAST_G_PER_L) return ok(number);
    return fail({ code: "ratioOrGPerL", number, ratioOfGPerL: WATER_G_PER.l! / number });
  }
  const per = (name || unit).replace(/^g\//, "");
  if (!name.startsWith("g/") && name !== "") return fail(unknown(name));
  if (!Object.hasOwn(WATER_G_PER, per)) return fail(unknown(name));
  if (!(number > 0)) return fail({ code: "notANumber", text });
  return ok(WATER_G_PER[per]! / number);
}

function unknown(unit: string): QuantityFailure {
  return { code: "unknownUnit", unit, known: ["1:16", "g/l", "g/fl oz", "g/oz"] };
}

function ratioOfSides(text: string, left: string, right: string): Result<number, QuantityFailure> {
  const a = parseNumber(left);
  if (!a.ok) return a;
  const b = parseNumber(right);
  if (!b.ok) return b;
  const bare = a.value.unit === "" && b.value.unit === "";
  const [small, large] = [a.value.number, b.value.number].sort((x, y) => x - y) as [number, number];
  if (!bare || !(small > 0)) return fail({ code: "notANumber", text });
  return ok(large / small);
}

/** A ratio for people: `1:16` to a hundredth, grams per litre to a tenth, or grams per fluid ounce to a hundredth. */
export function printRatio(ratio: number, unit: RatioUnit = "1:n", options?: PrintOptions): string {
  if (unit === "1:n") return `1:${printNumber(ratio, RATIO_DECIMALS, options)}`;
  const per = unit.slice("g/".length);
  const decimals = unit === "g/l" ? CONCENTRATION_DECIMALS : RATIO_DECIMALS;
  return `${printNumber(WATER_G_PER[per]! / ratio, decimals, options)} ${unit}`;
}
