import { dayIn } from "#contract/days.ts";
import { listCardHeads, readCards } from "#data/cards.ts";
import { now } from "#server/clock.ts";
import { database } from "#server/database.ts";
import { listOf } from "#server/shifts.ts";
import { cardTitle } from "#words/cards";
import { onBench } from "./onBench.ts";

/** As many cards as are chosen from at the bar: those of today's list, then the newest. */
const MOST_CARDS = 30;

/** What pots at the bar may be filled from. */
export function readBarPage() {
  return onBench(async ({ site, coffees }) => {
    const db = database();
    const today = await listOf({ siteId: site.id, day: dayIn(site.timeZone, now()) });
    const listed = today.items.map(({ cardId }) => cardId);
    const newest = (await listCardHeads(db, site.id)).filter(({ draft }) => !draft).map(({ id }) => id);
    const ids = [...new Set([...listed, ...newest])].slice(0, MOST_CARDS);
    const cards = (await readCards(db, ids)).filter(({ draft }) => !draft);
    return {
      cards: ids.flatMap((id) => {
        const card = cards.find((each) => each.id === id);
        if (!card) return [];
        const { input, result, madeWith } = card.sheet;
        const { yieldG } = result.rounded;
        return [
          {
            id,
            title: cardTitle(card.sheet, false),
            serve: input.serve,
            vesselId: madeWith.vesselId,
            yieldG,
          },
        ];
      }),
      coffees: coffees.map(({ id, name }) => ({ id, name })),
    };
  });
}
