import { type CardInList, readCardList } from "#data/cards.ts";
import { shiftCardOf } from "#scaling/cards";
import { database } from "#server/database.ts";
import { readerTimes } from "#server/reader.ts";
import { cardTitle } from "#words/cards";
import { printTime } from "#words/figures";
import { onBench } from "./onBench.ts";

/** The site's cards in use, or with `retired` those that were put away. */
export function readCardListPage(retired: boolean) {
  return onBench(async ({ site, today }) => {
    const times = await readerTimes();
    const lines = await readCardList(database(), { siteId: site.id, retired, from: today });
    return {
      site: site.name,
      retired,
      cards: lines.map(({ card, person, listedDays, batches }) => ({
        id: card.id,
        title: cardTitle(card.sheet, card.draft),
        brew: brewOf(card),
        createdAt: card.createdAt.toISOString(),
        made: printTime(card.createdAt, times),
        person,
        listedDays,
        batches,
      })),
    };
  });
}

function brewOf(card: CardInList["card"]) {
  const { doseG, dial, settingG, marked, iceG, vessel } = shiftCardOf(card);
  return { doseG, dial, settingG, marked, iceG, vessel };
}
