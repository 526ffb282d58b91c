import { fail, ok, type Result } from "#core/result";
import type { QuantityFailure } from "./failure.ts";
import { parseNumber } from "./number.ts";
import { type PrintOptions, printNumber } from "./print.ts";

const PERCENT_DECIMALS = 2;

/** A percentage, 0–100, from `38`, `38 %` or `1,38%`. */
export function parsePct(text: string): Result<number, QuantityFailure> {
  const typed = parseNumber(text);
  if (!typed.ok) return typed;
  const { number, unit } = typed.value;
  return unit === "" || unit === "%" ? ok(number) : fail({ code: "unknownUnit", unit, known: ["%"] });
}

/** A percentage for people, to a hundredth. */
export function printPct(pct: number, options?: PrintOptions): string {
  return `${printNumber(pct, options?.decimals ?? PERCENT_DECIMALS, options)} %`;
}
