import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import { printMoment } from "#app/times.ts";
import type { Bench } from "#contract/bench.ts";
import { uuid } from "#contract/card.ts";
import { LOG_PAGE, readBatches } from "#data/batches.ts";
import { readCard } from "#data/cards.ts";
import { Trouble } from "#features/frame/index.ts";
import { Log, type LogQuery } from "#features/log/index.ts";
import { batchOfCard } from "#scaling/batchOfCard.ts";
import { batchFilter } from "#server/batches.ts";
import { now } from "#server/clock.ts";
import { database } from "#server/database.ts";
import { currentBench } from "#server/site.ts";
import { cardTitle } from "#words/index.ts";

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
  if (last) {
    older.set("before", last.at);
    older.set("beforeId", last.id);
  }
  const csv = new URLSearchParams(filters);
  csv.set("site", bench.site.id);
  csv.set("as", "csv");
  return (
    <Log
      // A link to log from another card opens another form.
      key={`${bench.site.id} ${asked.get("card") ?? ""}`}
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
      card={asked.has("card") ? await cardToLog(asked.get("card") ?? "", bench) : undefined}
    />
  );
});

/** The card that a link asks to log a batch from, or the sentence why that cannot be. */
async function cardToLog(id: string, { site }: Pick<Bench, "site">) {
  const card = uuid.safeParse(id).success ? await readCard(database(), id) : undefined;
  if (!card) return { cannot: "This card is not there any more: log the batch by hand." };
  if (card.siteId !== site.id) {
    return { cannot: `This card is of ${card.site.name}: change the site, and log it there.` };
  }
  return { title: cardTitle(card.sheet, card.draft), batch: batchOfCard(card.id, card.sheet) };
}

function named(rows: readonly { readonly id: string; readonly name: string }[]) {
  return rows.map(({ id, name }) => ({ id, name }));
}
