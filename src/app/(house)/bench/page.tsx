import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import { printDay } from "#app/times.ts";
import { readMeasures } from "#data/measures.ts";
import { Bench } from "#features/bench/index.ts";
import { Trouble } from "#features/frame/index.ts";
import { database } from "#server/database.ts";
import { currentBench } from "#server/site.ts";

export const metadata: Metadata = { title: "Bench · Tumbek" };

export default guarded("see", async () => {
  const bench = await currentBench();
  if (typeof bench === "string") return <Trouble what={bench} />;
  const { site } = bench;
  const { vessels, brewers, coffees } = await readMeasures(database(), site.id);
  const dated = <Row extends { readonly measuredAt: Date | null }>({ measuredAt, ...row }: Row) => ({
    ...row,
    measured: measuredAt ? printDay(measuredAt, site.timeZone) : undefined,
  });
  return (
    <Bench
      key={site.id}
      site={site.name}
      altitudeM={site.altitudeM}
      roomC={bench.settings.roomTempC}
      vessels={vessels.map(dated)}
      brewers={brewers.map(dated)}
      coffees={coffees.map(dated)}
    />
  );
});
