import { printNumber } from "#core/units";

/** A brewer's setting as its panel says it. */
export function printSetting(settingG: number): string {
  return `${printNumber(settingG / 1000, 2)} l`;
}

/** What a brewer with steps was set to, where the water that was asked for is none of its settings. */
export function nearestSettingSentence(brewer: string, stepG: number, settingG: number): string {
  return `${brewer} is set in steps of ${printSetting(stepG)}: ${printSetting(settingG)} is nearest.`;
}
