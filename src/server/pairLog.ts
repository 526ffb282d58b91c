import type { Bench, Learned } from "#contract/bench.ts";
import { type ClockAndMeter, clockAndMeterAt } from "#core/brew";
import { readTimed } from "#data/batches.ts";
import { shareUntil } from "#scaling/choice";
import { type LoggedBrew, loggedBrew } from "#scaling/sheet";
import { database } from "./database.ts";

/** A brewer and a grinder whose factors the log teaches. */
export interface Pair {
  readonly brewerId: string;
  readonly grinderId: string;
}

/** The newest of them, as they are shown beside the clock. */
const SHOWN = 30;
/** Of those that factors are fitted to: so many are read, and so many of them taken. */
const READ = 240;
const TAKEN = { newest: 20, metered: 14, timed: 12 };

/** A logged batch that can be forecast, and so tells of its pair's factors. */
export interface BatchToFit extends LoggedBrew {
  readonly id: string;
  readonly at: Date;
  readonly coffeeId: string | null;
}

/** The newest batches of a pair that can be forecast, on the dial's curve of now, the newest first. */
export async function batchesToFit(
  { brewerId, grinderId }: Pair,
  bench: Bench,
  most = SHOWN,
): Promise<readonly BatchToFit[]> {
  const brewer = bench.brewers.find(({ id }) => id === brewerId);
  const grinder = bench.grinders.find(({ id }) => id === grinderId);
  if (!brewer || !grinder || grinder.curveVersion === null) return [];
  const { curveVersion } = grinder;
  const rows = await readTimed(database(), { brewerId, grinderId, curveVersion }, most);
  return rows.flatMap((row) => {
    const brew = loggedBrew(row, brewer, grinder, bench);
    return brew ? [{ ...brew, id: row.id, at: row.at, coffeeId: row.coffeeId }] : [];
  });
}

/**
 * A pair's batches that tell both of its factors and of a grinder that moved, the oldest first: the newest, and of those
 * before them some that were metered and some that were only timed, evenly over the weeks.
 */
export async function batchesOverWeeks(pair: Pair, bench: Bench): Promise<readonly BatchToFit[]> {
  const all = await batchesToFit(pair, bench, READ);
  const older = all.slice(TAKEN.newest);
  const metered = older.filter(({ measured }) => measured.strengthPct !== null);
  const timed = older.filter(({ measured }) => measured.strengthPct === null);
  const taken = new Set([
    ...all.slice(0, TAKEN.newest),
    ...evenly(metered, TAKEN.metered),
    ...evenly(timed, TAKEN.timed),
  ]);
  return all.filter((batch) => taken.has(batch)).toReversed();
}

/** So many of a list, spread over it. */
function evenly<T>(list: readonly T[], most: number): readonly T[] {
  if (list.length <= most) return list;
  return Array.from({ length: most }, (_, i) => list[Math.floor((i * list.length) / most)]!);
}

/** A logged batch's forecast at a pair's factors, ground as its grinder ground then. */
export function forecastAt({ brew, addedG, at }: BatchToFit, factors: FittedTo): ClockAndMeter | undefined {
  const grindUm = brew.grindUm * shareUntil(factors.moves, at);
  return clockAndMeterAt({ ...brew, grindUm }, addedG)(factors);
}

/** A pair's factors, and its grinder's moves. */
export type FittedTo = Pick<Learned["fits"][number], "permeability" | "extraction" | "moves">;
