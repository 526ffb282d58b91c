import { ok, type Result } from "#core/result";
import { type BrewCurves, recorder } from "./curves.ts";
import type { BrewFailure, BrewInput } from "./input.ts";
import { fastSolids, type Solids } from "./solids.ts";
import { runWater, type WaterRun } from "./water.ts";

/** A brew's forecast: where its water went, and what it took along. */
export interface Brew extends Omit<WaterRun, "lastG"> {
  /** Of what drips into the vessel. */
  readonly strengthPct: number;
  readonly extractionPct: number;
  readonly solidsBalanceG: number;
}

/** How the solids are followed: fast, or plainly. */
type Method = (input: BrewInput) => Solids;

/**
 * The brew forecast: water through a bed of layers (`runWater`), and what it takes along, followed step by step
 * (`fastSolids`).
 *
 * @param method the plain one is the fast one's oracle
 */
export function forecastBrew(input: BrewInput, method: Method = fastSolids): Result<Brew, BrewFailure> {
  const solids = method(input);
  const run = runWater(input, solids.onStep);
  return run.ok ? ok(brewOf(input, run.value, solids)) : run;
}

/** The same with its curves over time. */
export function forecastCurves(
  input: BrewInput,
): Result<Brew & { readonly curves: BrewCurves }, BrewFailure> {
  const solids = fastSolids(input);
  const tape = recorder(input);
  const run = runWater(input, (step) => {
    solids.onStep(step);
    tape.onStep(step, solids.outG());
  });
  return run.ok ? ok({ ...brewOf(input, run.value, solids), curves: tape.curves() }) : run;
}

function brewOf({ doseG }: BrewInput, run: WaterRun, solids: Solids): Brew {
  const { lastG, ...figures } = run;
  const { outG, balanceG } = solids.end(lastG);
  return {
    ...figures,
    strengthPct: (100 * outG) / run.yieldG,
    extractionPct: (100 * outG) / doseG,
    solidsBalanceG: balanceG,
  };
}
