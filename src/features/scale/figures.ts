import { ok, type Result } from "#core/result";
import type { PinName } from "#core/sheet";
import {
  parseLiquid,
  parseMass,
  parsePct,
  parseRatio,
  parseTemp,
  printPct,
  type QuantityFailure,
} from "#core/units";
import type { Printers } from "#ui/units.tsx";

/** How a pinned figure is typed, printed and nudged. */
export interface FigureKind {
  readonly label: string;
  readonly print: (value: number, units: Printers) => string;
  readonly parse: (text: string, units: Printers) => Result<number, QuantityFailure>;
  /** Step of an arrow key, in the pin's unit, where the bench has no step of its own. */
  readonly nudge: number;
}

const liquid = (label: string): FigureKind => ({
  label,
  print: (value, units) => units.printLiquid(value),
  parse: (text, units) => parseLiquid(text, units.mass),
  nudge: 10,
});

const weighed = (label: string): FigureKind => ({
  label,
  print: (value, units) => units.printMass(value),
  parse: (text, units) => parseMass(text, units.mass),
  nudge: 1,
});

const ratio = (label: string): FigureKind => ({
  label,
  print: (value, units) => units.printRatio(value),
  parse: (text, units) => parseRatio(text, units.ratio),
  nudge: 0.1,
});

export const FIGURES = {
  doseG: weighed("coffee"),
  brewWaterG: liquid("brew water"),
  bypassG: liquid("bypass"),
  iceG: weighed("ice"),
  yieldG: liquid("coffee in the pot"),
  brewRatio: ratio("ratio, hot water"),
  totalRatio: ratio("ratio, ice counted"),
  iceShare: {
    label: "ice, of all water",
    print: (value) => printPct(100 * value, { decimals: 1 }),
    parse: (text) => {
      const read = parsePct(text);
      return read.ok ? ok(read.value / 100) : read;
    },
    nudge: 0.01,
  },
  strengthPct: { label: "strength", print: (value) => printPct(value), parse: parsePct, nudge: 0.01 },
  finalTempC: {
    label: "when melted",
    print: (value, units) => units.printTemp(value),
    parse: (text, units) => parseTemp(text, units.temp),
    nudge: 1,
  },
} satisfies { readonly [name in PinName]?: FigureKind };

export type FigureName = keyof typeof FIGURES;
