import { type FieldSpec, type FieldUnit, isZone, type NumberField } from "#contract/things.ts";
import { fail, ok, type Result } from "#core/result";
import {
  parseLiquid,
  parseMass,
  parseNumber,
  parsePct,
  parseTemp,
  parseTime,
  printMass,
  printNumber,
  printPct,
  type QuantityFailure,
} from "#core/units";
import type { Printers } from "#ui/units.tsx";
import { OPTION_WORDS } from "#words/bench";
import { quantitySentence } from "#words/figures";

export type Value = string | number | boolean | null;

const S_PER_MIN = 60;
const MINOR = 100;
const PER_CENT = 100;
const DECIMALS = 3;
const FINE_G = 0.1;

/** Suffix behind a bare number, which may be typed there too. */
const SUFFIX: { readonly [unit in FieldUnit]?: string } = {
  ml: "ml",
  kg: "kg",
  l: "l",
  mm: "mm",
  m: "m",
  degrees: "°C",
  days: "days",
  "g/ml": "g/ml",
  "g/g": "g per g",
  "J/K": "J/K",
  "g/h": "g an hour",
  "W/K": "W/K",
  "mg/l": "mg/l",
  min: "min",
};

/** A number as it is read. */
export function printValue(value: number, unit: FieldUnit, print: Printers): string {
  switch (unit) {
    case "g":
      // A fine scale's step would be nothing to the tenth.
      return value > 0 && value < FINE_G
        ? printMass(value, print.mass, { decimals: DECIMALS })
        : print.printMass(value);
    case "liquidG":
      return print.printLiquid(value);
    case "°C":
      return print.printTemp(value);
    case "%":
      return printPct(value);
    case "share":
      return printPct(PER_CENT * value, { decimals: 1 });
    case "money":
      return (value / MINOR).toFixed(2);
    default: {
      const suffix = SUFFIX[unit];
      return suffix ? `${printNumber(value, DECIMALS)} ${suffix}` : printNumber(value, DECIMALS);
    }
  }
}

function parseValue(text: string, unit: FieldUnit, print: Printers): Result<number, QuantityFailure> {
  const times = (read: Result<number, QuantityFailure>, factor: number) =>
    read.ok ? ok(read.value * factor) : read;
  switch (unit) {
    case "g":
      return parseMass(text, print.mass);
    case "liquidG":
      return parseLiquid(text, print.mass);
    case "°C":
      return parseTemp(text, print.temp);
    case "%":
      return parsePct(text);
    case "share":
      return times(parsePct(text), 1 / PER_CENT);
    case "min":
      return times(parseTime(text, "min"), 1 / S_PER_MIN);
    default: {
      const read = parseNumber(text);
      if (!read.ok) return read;
      const known = SUFFIX[unit];
      const typed = read.value.unit;
      if (typed !== "" && typed !== known?.toLowerCase()) {
        return fail({ code: "unknownUnit", unit: typed, known: known ? [known] : ["no unit"] });
      }
      return ok(unit === "money" ? Math.round(read.value.number * MINOR) : read.value.number);
    }
  }
}

/** A field's value as it stands in its form. */
export function textOf(spec: FieldSpec, value: Value, print: Printers): string {
  if (value === null || value === undefined) return "";
  if (spec.type === "number") return printValue(value as number, spec.unit, print);
  return spec.type === "yes" ? (value ? "yes" : "") : String(value);
}

/** A field's value in words, for two versions side by side. */
export function saidOf(
  { spec, named }: { readonly spec: FieldSpec; readonly named?: readonly { id: string; name: string }[] },
  value: Value,
  print: Printers,
): string {
  if (spec.type === "ref") return named?.find(({ id }) => id === value)?.name ?? "";
  if (spec.type === "choice") return OPTION_WORDS[String(value)] ?? String(value);
  if (spec.type === "yes") return value ? "yes" : "no";
  return textOf(spec, value, print);
}

const MISSING = "This is needed.";

/** A typed field's value, or the sentence that says what is wrong with it. */
export function readField(spec: FieldSpec, text: string, print: Printers): Result<Value, string> {
  const typed = text.trim();
  if (spec.type === "yes") return ok(typed !== "");
  if (spec.type === "choice") return ok(typed);
  if (typed === "") return spec.optional ? ok(null) : fail(MISSING);
  if (spec.type === "number") return readNumber(spec, text, print);
  if (spec.type === "zone" && !isZone(typed)) {
    return fail("No time zone is called that. They are named after places, such as Europe/London.");
  }
  if (spec.type === "currency" && !/^[A-Z]{3}$/.test(typed.toUpperCase())) {
    return fail("Money has three letters, such as GBP or EUR.");
  }
  return ok(spec.type === "currency" ? typed.toUpperCase() : typed);
}

/** Holds a number to its range, both ends included. */
function readNumber(spec: NumberField, text: string, print: Printers): Result<number, string> {
  const read = parseValue(text, spec.unit, print);
  if (!read.ok) return fail(quantitySentence(read.failure));
  const say = (value: number) => printValue(value, spec.unit, print);
  if (!(read.value >= spec.least)) return fail(`That is too little: at least ${say(spec.least)}.`);
  if (!(read.value <= spec.most)) return fail(`That is too much: at most ${say(spec.most)}.`);
  return read;
}
