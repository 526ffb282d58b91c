import { depthOfVolumeMm } from "./basket.ts";
import type { BrewInput } from "./input.ts";
import type { WaterStep } from "./water.ts";

/** A brew over time: lists of one length. */
export interface BrewCurves {
  readonly timeS: readonly number[];
  /** Of the slurry above the basket's bottom. */
  readonly levelMm: readonly number[];
  /** Beverage dripped so far, g. */
  readonly yieldG: readonly number[];
  /** Of all that has dripped so far; 0 before the first drop. */
  readonly strengthPct: readonly number[];
  readonly extractionPct: readonly number[];
  readonly slurryTempC: readonly number[];
}

/** More points than a drawing can show only make messages long. */
const MOST_POINTS = 240;
const MM3_PER_ML = 1000;

/** Takes a brew's curves down as it goes. */
export function recorder({ basket, doseG }: BrewInput) {
  const all: { [name in keyof BrewCurves]: number[] } = {
    timeS: [],
    levelMm: [],
    yieldG: [],
    strengthPct: [],
    extractionPct: [],
    slurryTempC: [],
  };
  let drippedG = 0;
  return {
    onStep: ({ atS, outG, cupShare, tempC, standingMl }: WaterStep, solidsOutG: number) => {
      drippedG += outG * cupShare;
      all.timeS.push(atS);
      all.levelMm.push(depthOfVolumeMm(basket, standingMl * MM3_PER_ML));
      all.yieldG.push(drippedG);
      all.strengthPct.push(drippedG > 0 ? (100 * solidsOutG) / drippedG : 0);
      all.extractionPct.push((100 * solidsOutG) / doseG);
      all.slurryTempC.push(tempC);
    },
    /** At evenly chosen steps, the last one among them. */
    curves: (): BrewCurves => {
      const steps = all.timeS.length;
      const every = Math.max(1, Math.ceil(steps / MOST_POINTS));
      const chosen = (list: readonly number[]) => list.filter((_, i) => (steps - 1 - i) % every === 0);
      return {
        timeS: chosen(all.timeS),
        levelMm: chosen(all.levelMm),
        yieldG: chosen(all.yieldG),
        strengthPct: chosen(all.strengthPct),
        extractionPct: chosen(all.extractionPct),
        slurryTempC: chosen(all.slurryTempC),
      };
    },
  };
}
