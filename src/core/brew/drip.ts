import { ok, type Result } from "#core/result";
import type { BrewFailure, BrewInput } from "./input.ts";
import { runWater } from "./water.ts";

/** What has dripped at each time, and when it ends: the forecast's water without its solids, many times as fast. */
export interface DripCurve {
  readonly timeS: readonly number[];
  /** Beverage dripped so far, g. */
  readonly yieldG: readonly number[];
  readonly brewTimeS: number;
}

/** The drip of a brew over time, every step of it. */
export function forecastDrip(input: BrewInput): Result<DripCurve, BrewFailure> {
  const [timeS, yieldG]: [number[], number[]] = [[], []];
  let drippedG = 0;
  const run = runWater(input, ({ atS, outG, cupShare }) => {
    drippedG += outG * cupShare;
    timeS.push(atS);
    yieldG.push(drippedG);
  });
  return run.ok ? ok({ timeS, yieldG, brewTimeS: run.value.brewTimeS }) : run;
}
