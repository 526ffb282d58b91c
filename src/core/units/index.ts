/** Quantities as people type and read them, both ways; stored as g, °C, s, %, and water ÷ dose. */
export { CLOCKS, type Clock, parseClock, printClock } from "./clock.ts";
export type { QuantityFailure } from "./failure.ts";
export {
  G_PER_OZ,
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
export { parsePct, printPct } from "./percent.ts";
export { type PrintOptions, printNumber } from "./print.ts";
export { parseRatio, printRatio, RATIO_UNITS, type RatioUnit } from "./ratio.ts";
export { parseTemp, printTemp, TEMP_UNITS, type TempUnit } from "./temperature.ts";
export { parseTime, parseWatch, printTime, type TimeUnit } from "./time.ts";
export { parseFigure, type TypedFigure } from "./typed.ts";
