import type { PotBoiledDry } from "#core/pot";
import { printTime } from "#core/units";

/** A pot that nothing would be left in. */
export function boiledDrySentence({ afterMin }: PotBoiledDry): string {
  return `Nothing would be left: at this rate the pot is dry after ${printTime(60 * afterMin)}. Take a shorter time, or less evaporation.`;
}
