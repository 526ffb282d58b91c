import { fail, ok, type Result } from "#core/result";
import type { QuantityFailure } from "./failure.ts";
import { parseNumber, tidy } from "./number.ts";

/** Reads one quantity, in the unit that is stored. */
type Parse = (text: string) => Result<number, QuantityFailure>;

/** A figure as a person typed it. */
export interface TypedFigure {
  /** In the unit that is stored; of a band its middle. */
  readonly value: number;
  /** Said with "about" or "~": an estimate, not a weighing. */
  readonly about: boolean;
  /** Both ends of "42–45 g", the lower one first. */
  readonly band?: readonly [least: number, most: number];
}

interface Forms {
  /** Sums and products are read: not of what has no zero of its own, as a temperature or a ratio. */
  readonly sums: boolean;
  /** Two ends are taken, not only one figure. */
  readonly bands: boolean;
}

const ABOUT = /^(?:about|around|approx\.?|circa|ca\.|c\.|~|≈)\s*/i;
/** Between two ends: "to", a dash, or a hyphen with no space about it; a hyphen in spaces takes away. */
const BETWEEN = /^(.*?[^\s(])(?:\s+to\s+|\s*[–—]\s*|-)(\d.*)$/i;
const UNIT = /[^\d\s.,:'’/+-].*$/;

/**
 * A figure as people type it: `62 g`, `about 200`, `3×62`, `1820 + 1790`, `1827/16`, `42–45 g`, `1:15–1:17`.
 *
 * Products come before sums. In a product one factor may have a unit; a bare one counts how many, so that the last factor, or what is
 * divided, is the quantity. A band's left end has the right one's unit when it names none.
 *
 * @param parse reads one quantity
 * @returns the figure; the first failure of its parts, `bandNotTaken` or `bandTurned`
 */
export function parseFigure(
  text: string,
  parse: Parse,
  { sums, bands }: Forms,
): Result<TypedFigure, QuantityFailure> {
  const about = ABOUT.test(text.trim());
  const figureText = text.trim().replace(ABOUT, "");
  const read = sums ? (part: string) => parseSum(part, parse) : parse;
  const ends = BETWEEN.exec(figureText);
  if (!ends) {
    const one = read(figureText);
    return one.ok ? ok({ value: one.value, about }) : one;
  }
  const [, left = "", right = ""] = ends;
  const low = read(UNIT.test(left) ? left : `${left} ${UNIT.exec(right)?.[0] ?? ""}`);
  if (!low.ok) return low;
  const high = read(right);
  if (!high.ok) return high;
  if (!bands) return fail({ code: "bandNotTaken" });
  // By what is typed: more grams a litre are a smaller ratio.
  if (lastNumber(left) > lastNumber(right)) return fail({ code: "bandTurned" });
  const [least, most] = low.value <= high.value ? [low.value, high.value] : [high.value, low.value];
  return ok({ value: (least + most) / 2, about, band: [least, most] });
}

/** The number that an end of a band is known by: 15 of "1:15", 56 of "56 g/l". */
function lastNumber(end: string): number {
  const read = parseNumber(end.split(":").at(-1) ?? "");
  return read.ok ? read.value.number : Number.NaN;
}

const SUM = /\s*(\+)\s*|\s+(-)\s+/;

/** Terms that are added, or taken away behind a minus in spaces. */
function parseSum(text: string, parse: Parse): Result<number, QuantityFailure> {
  const pieces = tidy(text)
    .split(SUM)
    .filter((piece) => piece !== undefined);
  // A sign before the first term is that term's own.
  if (pieces[0] === "") return parse(text);
  let sum = 0;
  for (let i = 0; i < pieces.length; i += 2) {
    const term = parseProduct(pieces[i]!, parse);
    if (!term.ok) return term;
    sum += pieces[i - 1] === "-" ? -term.value : term.value;
  }
  return ok(sum);
}

const TIMES = /\s*([×*·÷]|(?<=\d)\s*x(?=\s*\d)|\/(?=\s*\d))\s*/;
const DIVIDES = ["÷", "/"];

/** Factors that are multiplied, or divided by. */
function parseProduct(text: string, parse: Parse): Result<number, QuantityFailure> {
  const whole = parse(text);
  const pieces = text.split(TIMES).map((piece) => piece.trim());
  // "2 1/4 oz" is one figure.
  if (whole.ok || pieces.length < 3) return whole;
  const factors = pieces.filter((_, i) => i % 2 === 0);
  const divides = (i: number) => DIVIDES.includes(pieces[2 * i - 1] ?? "");
  const withUnit = factors.findIndex((factor) => UNIT.test(factor));
  const lastTimes = factors.findLastIndex((_, i) => !divides(i));
  const quantity = withUnit >= 0 ? withUnit : lastTimes;
  let product = 1;
  for (const [i, factor] of factors.entries()) {
    const read = i === quantity ? parse(factor) : bare(factor);
    if (!read.ok) return read;
    product = divides(i) ? product / read.value : product * read.value;
  }
  // What is divided by has no unit.
  if (divides(quantity) || !Number.isFinite(product)) return fail({ code: "notANumber", text });
  return ok(product);
}

/** How many times: a number without a unit. */
function bare(text: string): Result<number, QuantityFailure> {
  const read = parseNumber(text);
  if (!read.ok) return read;
  return read.value.unit === "" ? ok(read.value.number) : fail({ code: "notANumber", text });
}
