import { printClock, printLiquid, printMass, printRatio, printTemp } from "#core/units";
import type { Printers } from "#ui/units.tsx";

/** A reader's units, as the page hands them on. */
export function readerOf(mass: "g" | "oz", temp: "°C" | "°F"): Printers {
  return {
    mass,
    temp,
    ratio: "1:n",
    clock: "24 h",
    set: () => {},
    printMass: (massG) => printMass(massG, mass),
    printLiquid: (massG) => printLiquid(massG, mass, { decimals: mass === "g" ? 0 : 1 }),
    printTemp: (tempC) => printTemp(tempC, temp),
    printRatio: (ratio) => printRatio(ratio),
    printClock: (min) => printClock(min),
  };
}

export const READER = readerOf("g", "°C");
