import { fitOutput } from "#contract/brew.ts";
import { setFit } from "#data/recipes.ts";
import { Refusal } from "#server/action.ts";
import { benchOf } from "#server/bench.ts";
import { answerInThread } from "#server/inThread.ts";
import { batchesToFit } from "#server/pairLog.ts";
import { fitFailureSentence } from "#words/brew";
import type { Doer } from "./kinds.ts";

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
  const logged = bench ? await batchesToFit(pair, bench) : [];
  if (logged.length === 0) {
    if (!first) return unchanged;
    throw new Refusal(fitFailureSentence({ code: "nothingMeasured" }));
  }
  const brews = logged.map(({ brew, addedG, measured: { timeS, strengthPct } }) => ({
    brew,
    addedG,
    ...(timeS !== null && { timeS }),
    ...(strengthPct !== null && { strengthPct }),
  }));
  const bytes = new TextEncoder().encode(JSON.stringify({ brews }));
  const { status, body } = await answerInThread("fit", bytes, signal);
  if (status !== 200)
    throw new Refusal(JSON.parse(body).error?.message ?? fitFailureSentence({ code: "noForecast" }));
  const { permeability, extraction, odd } = fitOutput.parse(JSON.parse(body));
  const isNews = (factor: "permeability" | "extraction", now: number) =>
    !learns || Math.abs(now / before[factor] - 1) > NEWS_SHARE;
  if (!isNews("permeability", permeability) && !isNews("extraction", extraction)) return unchanged;
  const batches = logged.length - odd.length;
  return async (tx) => {
    await setFit(tx, pair, { permeability, extraction, versionId: null, batches }, by);
    return { changed: 1 };
  };
};
