import { printClock } from "#core/units";
import type { Printers } from "#ui/units.tsx";
import { printersOf } from "#words/figures";

/** A reader's units, as the page hands them on. */
export function readerOf(mass: "g" | "oz", temp: "°C" | "°F"): Printers {
  const units = { mass, temp, ratio: "1:n", clock: "24 h" } as const;
  const words = printersOf(units);
  return {
    ...units,
    words,
    set: () => {},
    printMass: words.mass,
    printLiquid: words.liquid,
    printTemp: words.temp,
    printRatio: words.ratio,
    printClock: (min) => printClock(min),
  };
}

export const READER = readerOf("g", "°C");
