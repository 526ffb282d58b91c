import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import { printMoment } from "#app/times.ts";
import { LOG_PAGE, readBatches } from "#data/batches.ts";
import { Trouble } from "#features/frame/index.ts";
import { Log, type LogQuery } from "#features/log/index.ts";
import { batchFilter } from "#server/batches.ts";
import { now } from "#server/clock.ts";
import { database } from "#server/database.ts";
import { currentBench } from "#server/site.ts";

export const metadata: Metadata = { title: "Log · Tumbek" };

interface Props {
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
}

export default guarded("see", async ({ searchParams }: Props) => {
  const bench = await currentBench();
  if (typeof bench === "string") return <Trouble what={bench} />;
  const asked = new URLSearchParams();
  for (const [key, value] of Object.entries(await searchParams)) {
    if (typeof value === "string" && value !== "") asked.set(key, value);
  }
  const batches = await readBatches(database(), bench.site.id, batchFilter(asked));
  const page = batches.slice(0, LOG_PAGE);
  const last = page.at(-1);
  const query: LogQuery = {
    brewer: asked.get("brewer") ?? "",
    coffee: asked.get("coffee") ?? "",
    liked: asked.get("liked") ?? "",
  };
  const filters = new URLSearchParams(Object.entries(query).filter(([, value]) => value !== ""));
  const older = new URLSearchParams(filters);
  if (last) older.set("before", last.at);
  const csv = new URLSearchParams(filters);
  csv.set("site", bench.site.id);
  csv.set("as", "csv");
  return (
    <Log
      key={bench.site.id}
      site={{
        timeZone: bench.site.timeZone,
        now: now().toISOString(),
        coffees: named(bench.coffees),
        brewers: named(bench.brewers),
        vessels: named(bench.vessels),
        grinders: named(bench.grinders),
      }}
      batches={page.map((batch) => ({
        ...batch,
        when: printMoment(new Date(batch.at), bench.site.timeZone),
      }))}
      query={query}
      older={batches.length > LOG_PAGE ? `/log?${older}` : undefined}
      csv={`/api/v1/batches?${csv}`}
    />
  );
});

function named(rows: readonly { readonly id: string; readonly name: string }[]) {
  return rows.map(({ id, name }) => ({ id, name }));
}
