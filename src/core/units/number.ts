import { fail, ok, type Result } from "#core/result";
import type { QuantityFailure } from "./failure.ts";

export interface TypedNumber {
  readonly number: number;
  /** The unit behind the number, in lower case with single spaces; "" when there is none. */
  readonly unit: string;
}

const FRACTIONS: Readonly<Record<string, string>> = {
  "½": "1/2",
  "¼": "1/4",
  "¾": "3/4",
  "⅓": "1/3",
  "⅔": "2/3",
  "⅛": "1/8",
  "⅜": "3/8",
  "⅝": "5/8",
  "⅞": "7/8",
};

/** Longer numbers are slips of the finger, and would lose digits. */
const MOST_DIGITS = 15;
const MOST_CHARACTERS = 60;

/** One kind of space, minus and fraction, whatever the keyboard made. */
export function tidy(text: string): string {
  return text
    .replace(/[½¼¾⅓⅔⅛⅜⅝⅞]/g, (fraction) => ` ${FRACTIONS[fraction]}`)
    .replace(/[\s\u00a0\u2007\u2009\u202f]+/g, " ")
    .replace(/[\u2212\u2013]/g, "-")
    .trim();
}

/**
 * A number and the unit behind it, as people type them: `1,5`, `1.5`, `2 1/4 oz`, `1 500 g`, `1.500,5`.
 *
 * One comma or point is decimal unless exactly three digits follow a non-zero whole part: that is
 * `ambiguousNumber`. Several marks of one kind, or spaces, part thousands; of two kinds the last is decimal.
 *
 * @returns the number and its unit; `emptyQuantity`, `notANumber` or `ambiguousNumber`
 */
export function parseNumber(text: string): Result<TypedNumber, QuantityFailure> {
  const typed = tidy(text);
  if (typed === "") return fail({ code: "emptyQuantity" });
  if (typed.length > MOST_CHARACTERS)
    return fail({ code: "notANumber", text: typed.slice(0, MOST_CHARACTERS) });
  const parts = /^([+-]?)((?:\d[\d ]*|(?=[.,]))[\d .,'’/]*?)\s*([^\d.,/\s].*)?$/.exec(typed);
  if (!parts || parts[2]!.replace(/\D/g, "").length > MOST_DIGITS) return fail({ code: "notANumber", text });
  const unit = (parts[3] ?? "").toLowerCase();
  const size = parseSize(parts[2]!.trim());
  if (!size) return fail({ code: "notANumber", text });
  const sign = parts[1] === "-" ? -1 : 1;
  if (size.asThousands !== undefined) {
    return fail({
      code: "ambiguousNumber",
      asDecimal: sign * size.value,
      asThousands: sign * size.asThousands,
      unit,
    });
  }
  // Not −0: a temperature of "-0" is 0.
  return ok({ number: sign * size.value || 0, unit });
}

interface Size {
  readonly value: number;
  /** The other reading, when there is one. */
  readonly asThousands?: number;
}

function parseSize(digits: string): Size | undefined {
  const mixed = /^(?:(\d+) )?(\d+)\/(\d+)$/.exec(digits);
  if (mixed) {
    const part = Number(mixed[2]) / Number(mixed[3]);
    return Number.isFinite(part) ? { value: Number(mixed[1] ?? 0) + part } : undefined;
  }
  const spaced = /^(\d{1,3}(?:([ '’])\d{3})(?:\2\d{3})*)(?:[.,](\d+))?$/.exec(digits);
  if (spaced) return { value: decimal(spaced[1]!, spaced[3]) };
  const plain = /^(\d*)(?:[.,](\d*))?$/.exec(digits);
  if (plain) {
    const [, whole = "", fraction] = plain;
    if (whole === "" && !fraction) return undefined;
    const value = decimal(whole, fraction);
    const asks = fraction?.length === 3 && Number(whole) !== 0;
    return asks ? { value, asThousands: Number(whole + fraction) } : { value };
  }
  const grouped = /^(\d{1,3}(?:([.,])\d{3})(?:\2\d{3})*)(?:([.,])(\d+))?$/.exec(digits);
  if (!grouped || grouped[2] === grouped[3]) return undefined;
  return { value: decimal(grouped[1]!, grouped[4]) };
}

function decimal(whole: string, fraction = ""): number {
  return Number(`${whole.replace(/\D/g, "") || "0"}.${fraction || "0"}`);
}
