import type { BarEvent } from "#core/bar";
import { historyOf, potNow, samplesAhead } from "#core/bar";
import { printNumber } from "#core/units";
import { readHappenings } from "#data/bar.ts";
import { readCards } from "#data/cards.ts";
import { listSites } from "#data/house.ts";
import { barOf } from "#server/bar.ts";
import { now } from "#server/clock.ts";
import { database } from "#server/database.ts";
import { readerTimes } from "#server/reader.ts";
import { happenedWords } from "#words/bar";
import { cardTitle } from "#words/cards";
import { printMoment } from "#words/figures";
import { viewOf } from "./bar.ts";
import { onBench } from "./onBench.ts";

const MIN_MS = 60_000;
/** Minor units in one of money. */
const MINOR = 100;
/** A chart's points lie so far apart. */
const STEP_MS = 5 * MIN_MS;

/** A pot's page: what stands in it, else the last that did, from brewing to now and on to its pour-away time; undefined for no vessel. */
export function readPot(vesselId: string) {
  return onBench(async (bench) => {
    const db = database();
    const bar = await barOf(db, bench);
    const view = await viewOf(bench, bar, { wanted: vesselId });
    const pot = view.pots.find(({ id }) => id === vesselId);
    if (!pot) return undefined;
    const { folded, kit } = bar;
    const ended = folded.state.ended.findLast((each) => each.vesselId === vesselId);
    const standing = pot.standing ?? ended?.standing ?? null;
    if (!standing) return { vesselId, name: pot.name, n: bar.n, life: undefined };
    const nowMs = Math.max(now().getTime(), standing.asOfMs);
    const untilMs = pot.standing ? nowMs : ended!.atMs;
    const { samples, events } = historyOf(folded, kit, { fillId: standing.fillId, untilMs, stepMs: STEP_MS });
    const sold = potNow(standing, pot.kit, { atMs: nowMs, roomTempC: view.roomTempC, rules: view.rules });
    const [people, times, [card], sites] = await Promise.all([
      readHappenings(
        db,
        events.map(({ id }) => id),
      ),
      readerTimes(),
      standing.cardId === null ? [] : readCards(db, [standing.cardId]),
      listSites(db),
    ]);
    const line = (event: BarEvent) => ({
      id: event.id,
      when: printMoment(new Date(event.atMs), now(), times),
      what: happenedWords(event),
      person: people.get(event.id) ?? null,
      odd: folded.state.odd.find(({ eventId }) => eventId === event.id)?.code ?? null,
    });
    return {
      vesselId,
      name: pot.name,
      n: bar.n,
      life: {
        standing,
        stands: pot.standing !== null,
        coffee: bench.coffees.find(({ id }) => id === standing.coffeeId)?.name ?? null,
        ended: pot.standing ? null : { by: ended!.by, reason: ended!.reason, restG: ended!.restG },
        card: card
          ? {
              href: `/cards/${card.id}`,
              rescueHref: `/rescue?card=${card.id}`,
              title: cardTitle(card.sheet, card.draft),
            }
          : null,
        batchHref: standing.batchId === null ? null : `/log/${standing.batchId}`,
        samples,
        ahead: pot.standing
          ? samplesAhead(pot.standing, pot.kit, {
              nowMs,
              untilMs: sold.soldUntilMs,
              roomTempC: view.roomTempC,
            })
          : [],
        cost:
          standing.cost === null
            ? null
            : `${printNumber(standing.cost / MINOR, 2)} ${sites.find(({ id }) => id === bench.site.id)?.currency ?? ""}`,
        soldUntilMs: sold.soldUntilMs,
        events: events.map(line),
      },
    };
  });
}
