import type { Bench } from "#contract/bench.ts";
import { type ClockAndMeter, clockAndMeterAt } from "#core/brew";
import { readTimed } from "#data/batches.ts";
import { type LoggedBrew, loggedBrew } from "#scaling/sheet";
import { database } from "./database.ts";

/** A brewer and a grinder whose factors the log teaches. */
export interface Pair {
  readonly brewerId: string;
  readonly grinderId: string;
}

/** Enough to tell scatter from the house, few enough that what has moved shows. */
const FITTED = 30;

/** A logged batch that can be forecast, and so tells of its pair's factors. */
export interface BatchToFit extends LoggedBrew {
  readonly id: string;
  readonly at: Date;
  readonly coffeeId: string | null;
}

/** The newest batches of a pair that can be forecast, on the dial's curve of now. */
export async function batchesToFit(
  { brewerId, grinderId }: Pair,
  bench: Bench,
): Promise<readonly BatchToFit[]> {
  const brewer = bench.brewers.find(({ id }) => id === brewerId);
  const grinder = bench.grinders.find(({ id }) => id === grinderId);
  if (!brewer || !grinder || grinder.curveVersion === null) return [];
  const { curveVersion } = grinder;
  const rows = await readTimed(database(), { brewerId, grinderId, curveVersion }, FITTED);
  return rows.flatMap((row) => {
    const brew = loggedBrew(row, brewer, grinder, bench);
    return brew ? [{ ...brew, id: row.id, at: row.at, coffeeId: row.coffeeId }] : [];
  });
}

/** A logged batch's forecast at a pair's factors. */
export function forecastAt(
  { brew, addedG }: BatchToFit,
  factors: { readonly permeability: number; readonly extraction: number },
): ClockAndMeter | undefined {
  return clockAndMeterAt(brew, addedG)(factors);
}
