import type { Bench } from "#contract/bench.ts";
import { uuid } from "#contract/card.ts";
import { LOG_PAGE, readBatches } from "#data/batches.ts";
import { readCard } from "#data/cards.ts";
import { batchOfCard } from "#scaling/cards";
import { batchFilter } from "#server/batches.ts";
import { now } from "#server/clock.ts";
import { database } from "#server/database.ts";
import { readerTimes } from "#server/reader.ts";
import { runningTrialOf } from "#server/trialSeen.ts";
import { cardTitle } from "#words/cards";
import { printMoment } from "#words/figures";
import { onBench } from "./onBench.ts";

/** A page of the log as a link asks for it. */
export function readLog(link: URLSearchParams) {
  return onBench(async (bench) => {
    const { site, coffees, brewers, vessels, grinders } = bench;
    const batches = await readBatches(database(), site.id, batchFilter(link));
    const times = await readerTimes();
    const page = batches.slice(0, LOG_PAGE);
    const filters = ["brewer", "coffee", "liked"].flatMap((name) => {
      const value = link.get(name);
      return value ? [[name, value]] : [];
    });
    const last = page.at(-1);
    const older = last && new URLSearchParams([...filters, ["before", last.at], ["beforeId", last.id]]);
    const csv = new URLSearchParams([...filters, ["site", site.id], ["as", "csv"]]);
    const cardId = link.get("card");
    return {
      site: {
        id: site.id,
        timeZone: site.timeZone,
        now: now().toISOString(),
        coffees: named(coffees),
        brewers: named(brewers),
        vessels: named(vessels),
        grinders: named(grinders),
      },
      batches: page.map((batch) => ({ ...batch, when: printMoment(new Date(batch.at), now(), times) })),
      older: batches.length > LOG_PAGE ? `/log?${older}` : undefined,
      csv: `/api/v1/batches?${csv}`,
      card: cardId === null ? undefined : await cardToLog(cardId, bench),
    };
  });
}

/** The card that a link asks to log a batch from, or the sentence why that cannot be. */
async function cardToLog(id: string, { site }: Pick<Bench, "site">) {
  const card = uuid.safeParse(id).success ? await readCard(database(), id) : undefined;
  if (!card) return { cannot: "This card is not there any more: log the batch by hand." };
  if (card.siteId !== site.id) {
    return { cannot: `This card is of ${card.site.name}: change the site, and log it there.` };
  }
  const trialId = await runningTrialOf(card.id);
  return { title: cardTitle(card.sheet, card.draft), batch: batchOfCard(card.id, card.sheet), trialId };
}

function named(rows: readonly { readonly id: string; readonly name: string }[]) {
  return rows.map(({ id, name }) => ({ id, name }));
}
