/** Quantities as people type and read them, both ways; stored as g, °C, s, %, and water ÷ dose. */
export type { QuantityFailure } from "./failure.ts";
export {
  G_PER_OZ,
  LIQUID_UNITS,
  type LiquidUnit,
  MASS_UNITS,
  type MassUnit,
  ML_PER_FL_OZ,
  parseLiquid,
  parseMass,
  printLiquid,
  printMass,
} from "./mass.ts";
export { parseNumber, type TypedNumber } from "./number.ts";
export { parseParts } from "./parts.ts";
export { parsePct, printPct } from "./percent.ts";
export { type PrintOptions, printNumber } from "./print.ts";
export { parseRatio, printRatio, RATIO_UNITS, type RatioUnit } from "./ratio.ts";
export { parseTemp, printTemp, TEMP_UNITS, type TempUnit } from "./temperature.ts";
export { parseTime, printTime, type TimeUnit } from "./time.ts";
