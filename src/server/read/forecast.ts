import { readPairs } from "#data/batches.ts";
import { now } from "#server/clock.ts";
import { database } from "#server/database.ts";
import { watchedSince } from "#server/drift.ts";
import { batchesToFit, forecastAt } from "#server/pairLog.ts";
import { readerTimes } from "#server/reader.ts";
import { printMoment } from "#words/figures";
import { onBench } from "./onBench.ts";

/** The factors where nothing was fitted. */
const UNFITTED = { permeability: 1, extraction: 1, moves: [] };

/** Forecast against the clock: of the brewer and the grinder that a link names, else of the busiest. */
export function readForecast(link: URLSearchParams) {
  return onBench(async (bench) => {
    const siteId = bench.site.id;
    const busiestFirst = await readPairs(database(), siteId, watchedSince());
    const pairs = busiestFirst.flatMap(({ brewerId, grinderId }) => {
      const brewer = bench.brewers.find(({ id }) => id === brewerId);
      const grinder = bench.grinders.find(({ id }) => id === grinderId);
      if (!brewer || !grinder) return [];
      const title = `${brewer.name}, ground on ${grinder.name}`;
      const query = new URLSearchParams({ brewer: brewerId, grinder: grinderId });
      return [{ brewerId, grinderId, title, href: `/log/forecast?${query}` }];
    });
    const pair =
      pairs.find(
        ({ brewerId, grinderId }) => brewerId === link.get("brewer") && grinderId === link.get("grinder"),
      ) ?? pairs[0];
    if (!pair) return { siteId, pairs, shown: undefined };
    const times = await readerTimes();
    const fit = bench.fits.find(
      ({ brewerId, grinderId }) => brewerId === pair.brewerId && grinderId === pair.grinderId,
    );
    const batches = (await batchesToFit(pair, bench)).map((batch) => {
      const forecast = forecastAt(batch, fit ?? UNFITTED);
      return {
        id: batch.id,
        when: printMoment(batch.at, now(), times),
        timeS: batch.measured.timeS,
        strengthPct: batch.measured.strengthPct,
        forecastTimeS: forecast?.timeS ?? null,
        forecastStrengthPct: forecast?.strengthPct ?? null,
      };
    });
    return {
      siteId,
      pairs,
      shown: { ...pair, fit: fit && { ...fit, fromLog: fit.versionId === null }, batches },
    };
  });
}
