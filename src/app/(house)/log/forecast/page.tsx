import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import { printMoment } from "#app/times.ts";
import { readPairs } from "#data/batches.ts";
import { Trouble } from "#features/frame/index.ts";
import { ForecastAndClock } from "#features/log/index.ts";
import { database } from "#server/database.ts";
import { watchedSince } from "#server/drift.ts";
import { forecastAt, toldBy } from "#server/fits.ts";
import { currentBench } from "#server/site.ts";

export const metadata: Metadata = { title: "Forecast and clock · Tumbek" };

interface Props {
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
}

/** What is forecast where nothing was fitted. */
const UNFITTED = { permeability: 1, extraction: 1 };

export default guarded("see", async ({ searchParams }: Props) => {
  const bench = await currentBench();
  if (typeof bench === "string") return <Trouble what={bench} />;
  const asked = await searchParams;
  const known = (await readPairs(database(), bench.site.id, watchedSince())).flatMap(
    ({ brewerId, grinderId }) => {
      const brewer = bench.brewers.find(({ id }) => id === brewerId);
      const grinder = bench.grinders.find(({ id }) => id === grinderId);
      return brewer && grinder
        ? [
            {
              brewerId,
              grinderId,
              title: `${brewer.name}, ground on ${grinder.name}`,
              href: `/log/forecast?${new URLSearchParams({ brewer: brewerId, grinder: grinderId })}`,
            },
          ]
        : [];
    },
  );
  const pair =
    known.find(({ brewerId, grinderId }) => brewerId === asked.brewer && grinderId === asked.grinder) ??
    known[0];
  if (!pair) return <ForecastAndClock siteId={bench.site.id} pairs={[]} shown={undefined} />;
  const fit = bench.fits.find(
    ({ brewerId, grinderId }) => brewerId === pair.brewerId && grinderId === pair.grinderId,
  );
  const told = await toldBy(pair, bench);
  return (
    <ForecastAndClock
      siteId={bench.site.id}
      pairs={known}
      shown={{
        ...pair,
        fit: fit && { ...fit, fromLog: fit.versionId === null },
        batches: told.map((batch) => {
          const forecast = forecastAt(batch, fit ?? UNFITTED);
          return {
            id: batch.id,
            when: printMoment(batch.at, bench.site.timeZone),
            timeS: batch.measured.timeS,
            strengthPct: batch.measured.strengthPct,
            forecastTimeS: forecast?.timeS ?? null,
            forecastStrengthPct: forecast?.strengthPct ?? null,
          };
        }),
      }}
    />
  );
});
