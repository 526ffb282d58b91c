import type { Units } from "#contract/readerUnits.ts";
import { printLiquid, printMass, printRatio, printTemp } from "#core/units";

/** How figures are printed in a sentence: its reader's units. */
export interface Printers {
  readonly mass: (massG: number) => string;
  readonly liquid: (massG: number) => string;
  readonly temp: (tempC: number) => string;
  readonly ratio: (ratio: number) => string;
}

export function printersOf({ mass, temp, ratio }: Pick<Units, "mass" | "temp" | "ratio">): Printers {
  return {
    mass: (massG) => printMass(massG, mass),
    // A pot is not weighed to the tenth.
    liquid: (massG) => printLiquid(massG, mass, { decimals: mass === "g" ? 0 : 1 }),
    temp: (tempC) => printTemp(tempC, temp),
    ratio: (value) => printRatio(value, ratio),
  };
}

/** Grams, degrees Celsius and 1:n: where no reader is known, as in files and at the API. */
export const PLAIN = printersOf({ mass: "g", temp: "°C", ratio: "1:n" });
