import { fitOutput } from "#contract/brew.ts";
import { setFit } from "#data/recipes.ts";
import { shareUntil } from "#scaling/choice";
import { Refusal } from "#server/action.ts";
import { benchOf } from "#server/bench.ts";
import { now } from "#server/clock.ts";
import { answerInThread } from "#server/inThread.ts";
import { batchesOverWeeks } from "#server/pairLog.ts";
import { fitFailureSentence } from "#words/brew";
import type { Doer } from "./kinds.ts";

/** A fit asks for thousands of forecasts: a coarser one moves a factor by half a per cent, in a quarter of the time. */
const COARSE = { layers: 8, stepS: 1 };

/** A change of a factor by less is no news: every page would be made anew for nothing. */
const NEWS_SHARE = 0.01;

/** Fits a pair's factors to the log; behind the log only where the pair learns from it already. */
export const fitPair: Doer<"fitPair"> = async ({ siteId, first, ...pair }, by, signal) => {
  const unchanged = async () => ({ changed: 0 });
  const bench = await benchOf(siteId);
  const before = bench?.fits.find(
    (fit) => fit.brewerId === pair.brewerId && fit.grinderId === pair.grinderId,
  );
  const learns = before !== undefined && before.versionId === null;
  if (!first && !learns) return unchanged;
  const logged = bench ? await batchesOverWeeks(pair, bench) : [];
  if (logged.length === 0) {
    if (!first) return unchanged;
    throw new Refusal(fitFailureSentence({ code: "nothingMeasured" }));
  }
  // Moves before the oldest of them are known; what came later is told anew.
  const curveVersion = bench?.grinders.find(({ id }) => id === pair.grinderId)?.curveVersion ?? 0;
  const known = (before?.moves ?? []).filter(
    (move) => move.curveVersion === curveVersion && new Date(move.at) < logged[0]!.at,
  );
  const brews = logged.map(({ brew, addedG, at, measured: { timeS, strengthPct } }) => ({
    brew: { ...brew, grindUm: brew.grindUm * shareUntil(known, at), resolution: COARSE },
    addedG,
    ...(timeS !== null && { timeS }),
    ...(strengthPct !== null && { strengthPct }),
  }));
  const bytes = new TextEncoder().encode(JSON.stringify({ brews, inOrder: true }));
  const { status, body } = await answerInThread("fit", bytes, signal);
  if (status !== 200)
    throw new Refusal(JSON.parse(body).error?.message ?? fitFailureSentence({ code: "noForecast" }));
  const { permeability, extraction, odd, move } = fitOutput.parse(JSON.parse(body));
  const old = before && { ...before, moved: shareUntil(before.moves, now()) };
  const isNews = (factor: "permeability" | "extraction" | "moved", value: number) =>
    !learns || !old || Math.abs(value / old[factor] - 1) > NEWS_SHARE;
  const moves = move
    ? [...known, { at: logged[move.since]!.at.toISOString(), share: move.grindShare, curveVersion }]
    : known;
  const isSame = moves.length === before?.moves.length && !isNews("moved", shareUntil(moves, now()));
  if (isSame && !isNews("permeability", permeability) && !isNews("extraction", extraction)) return unchanged;
  const batches = logged.length - odd.length;
  return async (tx) => {
    await setFit(tx, pair, { permeability, extraction, versionId: null, batches, moves }, by);
    return { changed: 1 };
  };
};
