import { printNumber } from "#core/units";

/** A brewer's setting as its panel says it. */
export function printSetting(settingG: number): string {
  return `${printNumber(settingG / 1000, 2)} l`;
}
