import { readCardList } from "#data/cards.ts";
import { database } from "#server/database.ts";
import { cardTitle } from "#words/cards";
import { printDay } from "#words/figures";
import { onBench } from "./onBench.ts";

/** The site's cards in use, or with `retired` those that were put away. */
export function readCardListPage(retired: boolean) {
  return onBench(async ({ site, today }) => {
    const lines = await readCardList(database(), { siteId: site.id, retired, from: today });
    return {
      site: site.name,
      retired,
      cards: lines.map(({ card: { id, sheet, draft, createdAt }, person, listedDays, batches }) => ({
        id,
        title: cardTitle(sheet, draft),
        made: printDay(createdAt, site.timeZone),
        person,
        listedDays,
        batches,
      })),
    };
  });
}
