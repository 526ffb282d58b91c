import { answerInThread } from "#calc/inThread.ts";
import type { Bench } from "#contract/bench.ts";
import { fitOutput } from "#contract/brew.ts";
import { type Outcome, outcomeOf } from "#core/brew";
import type { Act } from "#data/audit.ts";
import { readTimed } from "#data/batches.ts";
import { setFit } from "#data/recipes.ts";
import { type LoggedBrew, loggedBrew } from "#scaling/logged.ts";
import { fitFailureSentence } from "#words/index.ts";
import { Refusal } from "./action.ts";
import { database } from "./database.ts";
import { logFailure } from "./log.ts";
import { benchOf } from "./site.ts";

export interface Pair {
  readonly siteId: string;
  readonly brewerId: string;
  readonly grinderId: string;
}

/** Enough to tell scatter from the house, few enough that what has moved shows. */
const FITTED = 30;
/** A change of a factor by less is no news: every page would be made anew for nothing. */
const NEWS_SHARE = 0.01;

/** A batch that tells of a pair's factors. */
export interface Told extends LoggedBrew {
  readonly id: string;
  readonly at: Date;
  readonly coffeeId: string | null;
}

/** The newest batches of a pair that can be forecast, on the dial's curve of now. */
export async function toldBy(
  { brewerId, grinderId }: Omit<Pair, "siteId">,
  bench: Bench,
): Promise<readonly Told[]> {
  const brewer = bench.brewers.find(({ id }) => id === brewerId);
  const grinder = bench.grinders.find(({ id }) => id === grinderId);
  if (!brewer || !grinder || grinder.curveVersion === null) return [];
  const { curveVersion } = grinder;
  const rows = await readTimed(database(), { brewerId, grinderId, curveVersion }, FITTED);
  return rows.flatMap((row) => {
    const told = loggedBrew(row, brewer, grinder, bench);
    return told ? [{ ...told, id: row.id, at: row.at, coffeeId: row.coffeeId }] : [];
  });
}

/** A told batch's forecast at a pair's factors. */
export function forecastAt(
  { brew, addedG }: Told,
  factors: { readonly permeability: number; readonly extraction: number },
): Outcome | undefined {
  return outcomeOf(brew, addedG)(factors);
}

/** Fits a pair's factors to the log, in the computing thread, and keeps them. */
export async function fitToLog({ siteId, ...pair }: Pair, by: Act): Promise<void> {
  const bench = await benchOf(siteId);
  const told = bench ? await toldBy(pair, bench) : [];
  if (told.length === 0) throw new Refusal(fitFailureSentence({ code: "nothingMeasured" }));
  const brews = told.map(({ brew, addedG, measured: { timeS, strengthPct } }) => ({
    brew,
    addedG,
    ...(timeS !== null && { timeS }),
    ...(strengthPct !== null && { strengthPct }),
  }));
  const bytes = new TextEncoder().encode(JSON.stringify({ brews }));
  const { status, body } = await answerInThread("fit", bytes, AbortSignal.timeout(FIT_MS));
  if (status !== 200)
    throw new Refusal(JSON.parse(body).error?.message ?? fitFailureSentence({ code: "noForecast" }));
  const { permeability, extraction, odd } = fitOutput.parse(JSON.parse(body));
  const old = bench?.fits.find((fit) => fit.brewerId === pair.brewerId && fit.grinderId === pair.grinderId);
  const moved = (name: "permeability" | "extraction", now: number) =>
    !old || old.versionId !== null || Math.abs(now / old[name] - 1) > NEWS_SHARE;
  if (!moved("permeability", permeability) && !moved("extraction", extraction)) return;
  const batches = told.length - odd.length;
  await setFit(database(), pair, { permeability, extraction, versionId: null, batches }, by);
}
/** Longer than any fit takes; a thread that hangs is no reason to wait. */
const FIT_MS = 60_000;

/** Forgets what was fitted to a pair. */
export async function forgetFit({ siteId: _site, ...pair }: Pair, by: Act): Promise<void> {
  await setFit(database(), pair, undefined, by);
}

let turn: Promise<void> = Promise.resolve();

/**
 * After the log has changed: a pair that learns from the log learns again, behind whoever logged. One after the
 * other; a failure is written down, and the factors stay as they are.
 */
export function relearn(pair: Pair, by: Act): void {
  turn = turn.then(async () => {
    try {
      const bench = await benchOf(pair.siteId);
      const learns = bench?.fits.some(
        ({ brewerId, grinderId, versionId }) =>
          brewerId === pair.brewerId && grinderId === pair.grinderId && versionId === null,
      );
      if (learns) await fitToLog(pair, by);
    } catch (error) {
      if (!(error instanceof Refusal)) logFailure(error);
    }
  });
}
