import type { Units } from "#contract/readerUnits.ts";
import { fail, ok, type Result } from "#core/result";
import {
  CLOCKS,
  MASS_UNITS,
  parseClock,
  parseFigure,
  parseLiquid,
  parseMass,
  parseNumber,
  parsePct,
  parseRatio,
  parseTemp,
  parseTime,
  parseWatch,
  printClock,
  printLiquid,
  printMass,
  printNumber,
  printPct,
  printTime,
  type QuantityFailure,
  RATIO_UNITS,
  TEMP_UNITS,
  type TypedFigure,
} from "#core/units";
import type { Printers } from "#ui/units.tsx";
import { printSetting } from "#words/figures";

/** How a figure is typed, printed and nudged; stored in the unit that its name says. */
export interface FigureKind {
  readonly print: (value: number, units: Printers) => string;
  /** Reads one quantity, in the unit that is stored. */
  readonly parse: (text: string, units: Printers) => Result<number, QuantityFailure>;
  /** Step of an arrow key, in the unit that is stored. */
  readonly step: number;
  /** Without a zero of its own it is neither added nor multiplied. */
  readonly noSums?: true;
  /** Unit that its reader can switch in place. */
  readonly turns?: keyof Units;
  /** Typed with letters or a colon, which a tablet's number pad lacks. */
  readonly letters?: true;
}

const S_PER_MIN = 60;
const MINOR = 100;
const PER_CENT = 100;
const FINE_G = 0.1;
const FINE_DECIMALS = 3;

/** A number with the unit behind it, which may be typed or left out; "" has none. */
export function plain(suffix: string, step: number, decimals = FINE_DECIMALS): FigureKind {
  return {
    print: (value) => `${printNumber(value, decimals)}${suffix && ` ${suffix}`}`,
    parse: (text) => {
      const read = parseNumber(text);
      if (!read.ok) return read;
      const { number, unit } = read.value;
      if (unit === "" || unit === suffix.toLowerCase()) return ok(number);
      return fail({ code: "unknownUnit", unit, known: [suffix || "no unit"] });
    },
    step,
  };
}

const times = (read: Result<number, QuantityFailure>, factor: number) =>
  read.ok ? ok(read.value * factor) : read;

const time = {
  print: (seconds: number) => printTime(seconds),
  parse: (text: string) => parseTime(text, "s"),
  step: 5,
  letters: true,
} as const;

export const FIGURE_KINDS = {
  g: {
    print: (value, units) =>
      // A fine scale's step would be nothing to the tenth.
      value > 0 && value < FINE_G
        ? printMass(value, units.mass, { decimals: FINE_DECIMALS })
        : units.printMass(value),
    parse: (text, units) => parseMass(text, units.mass),
    step: 0.5,
    turns: "mass",
  },
  liquidG: {
    print: (value, units) => units.printLiquid(value),
    parse: (text, units) => parseLiquid(text, units.mass),
    step: 5,
    turns: "mass",
  },
  "°C": {
    print: (value, units) => units.printTemp(value),
    parse: (text, units) => parseTemp(text, units.temp),
    step: 1,
    noSums: true,
    turns: "temp",
  },
  ratio: {
    print: (value, units) => units.printRatio(value),
    parse: (text, units) => parseRatio(text, units.ratio),
    step: 0.1,
    noSums: true,
    turns: "ratio",
    letters: true,
  },
  /** What is set on a brewer, whose marks are litres. */
  setting: { print: (settingG) => printSetting(settingG), parse: (text) => parseLiquid(text, "l"), step: 50 },
  time,
  /** How long a brew took, as a watch shows it. */
  watch: { ...time, parse: parseWatch },
  /** How long something stood: 30 are minutes. */
  standing: { ...time, parse: (text) => parseTime(text, "min"), step: 60 },
  /** A time of the day, minutes since midnight. */
  clock: {
    print: (min, units) => printClock(min, units.clock),
    parse: parseClock,
    step: 15,
    noSums: true,
    turns: "clock",
    letters: true,
  },
  min: { ...plain("min", 1), parse: (text) => times(parseTime(text, "min"), 1 / S_PER_MIN) },
  "%": { print: (value) => printPct(value), parse: parsePct, step: 0.01 },
  share: {
    print: (value) => printPct(PER_CENT * value, { decimals: 1 }),
    parse: (text) => times(parsePct(text), 1 / PER_CENT),
    step: 0.01,
  },
  money: {
    print: (value) => (value / MINOR).toFixed(2),
    parse: (text) => {
      const read = plain("", 1).parse(text, undefined as never);
      return read.ok ? ok(Math.round(read.value * MINOR)) : read;
    },
    step: MINOR,
  },
  ml: { print: (ml) => printLiquid(ml, "ml"), parse: (text) => parseLiquid(text, "ml"), step: 10 },
  kg: plain("kg", 0.5),
  l: plain("l", 0.1),
  mm: plain("mm", 1),
  m: plain("m", 10),
  degrees: plain("°C", 0.5),
  days: plain("days", 1),
  "g/ml": plain("g/ml", 0.01),
  "g/g": plain("g per g", 0.05),
  "J/K": plain("J/K", 10),
  "g/h": plain("g an hour", 1),
  "W/K": plain("W/K", 0.5),
  "mg/l": plain("mg/l", 5),
  "g/s": plain("g/s", 0.5, 1),
  dial: plain("", 0.5, FINE_DECIMALS),
  times: plain("", 0.1),
  count: plain("", 1),
} as const satisfies Readonly<Record<string, FigureKind>>;

export type FigureKindName = keyof typeof FIGURE_KINDS;

/** The keyboard that a tablet shows. */
export function keyboardOf({ letters }: FigureKind): "decimal" | "text" {
  return letters ? "text" : "decimal";
}

/** Reads what stands in a figure's field. */
export function readFigure(
  kind: FigureKind,
  text: string,
  units: Printers,
  bands = false,
): Result<TypedFigure, QuantityFailure> {
  return parseFigure(text, (part) => kind.parse(part, units), { sums: !kind.noSums, bands });
}

const OPTIONS = { mass: MASS_UNITS, temp: TEMP_UNITS, ratio: RATIO_UNITS, clock: CLOCKS } as const;

function unitsOf({ mass, temp, ratio, clock }: Units): Units {
  return { mass, temp, ratio, clock };
}

/** The unit that comes after the reader's, and the reader's units with it. */
export function nextUnit(turns: keyof Units, units: Units): { readonly name: string; readonly units: Units } {
  const options: readonly string[] = OPTIONS[turns];
  const name = options[(options.indexOf(units[turns]) + 1) % options.length]!;
  return { name, units: { ...unitsOf(units), [turns]: name } };
}
