import { addMinutes } from "date-fns";
import type { SentEvent } from "#contract/bar.ts";
import type { Bench } from "#contract/bench.ts";
import { dayIn, momentsOf } from "#contract/days.ts";
import { seeded } from "#core/random";
import { must } from "#core/result";
import { cupsFrom, type Serve } from "#core/sheet";
import { insertBarEvents, insertSales, type NewBarEvent, type NewSale } from "#data/bar.ts";
import type { Database } from "#data/connection.ts";
import { BARISTA, DEMO_IDS, demoId, ROPE_LOFT } from "#data/demo/bench.ts";
import { transact } from "#data/transact.ts";
import { fillingOf } from "./fillings.ts";

const { vessels, coffees } = DEMO_IDS;

/** A pot that stands at the demo's bar: how long ago it was brewed, from which card, and when cups went out of it since. */
interface DemoPot {
  readonly vesselId: string;
  readonly card: number;
  readonly liquidG: number;
  readonly agoMin: number;
  /** Minutes ago, and the cup's size, ml. */
  readonly cups: readonly (readonly [agoMin: number, cupMl: number])[];
}

/** One of each age: fresh, near its hold of 90 min, and iced half gone. */
const PIER_POTS: readonly DemoPot[] = [
  {
    vesselId: vessels.left,
    card: 600,
    liquidG: 2809,
    agoMin: 24,
    cups: [
      [21, 350],
      [18, 240],
      [12, 350],
      [9, 470],
      [4, 240],
    ],
  },
  {
    vesselId: vessels.blue,
    card: 601,
    liquidG: 1843,
    agoMin: 79,
    cups: [
      [74, 240],
      [66, 350],
      [58, 350],
      [41, 240],
      [33, 240],
    ],
  },
  {
    vesselId: vessels.steel,
    card: 602,
    liquidG: 3500,
    agoMin: 95,
    cups: [90, 71, 64, 52, 37, 22, 11].map((ago, i) => [ago, i % 3 === 0 ? 470 : 350] as const),
  },
];
const LOFT_POTS: readonly DemoPot[] = [
  { vesselId: vessels.loft, card: 604, liquidG: 560, agoMin: 8, cups: [[5, 240]] },
];

/** Sailings, minutes of the day; the queue is longest twenty minutes before each. */
const SAILINGS_MIN = [400, 430, 460, 500, 735, 1005, 1050];
const QUEUE_MIN = 20;
const OPENS_MIN = 375;
const SLOT_MIN = 15;
const ICED_FROM_MIN = 660;
const SEED = 714;

/** Fills the demo's pots with coffee of different ages, and tells what was sold today until now. */
export async function serveDemo(db: Database, bench: Bench, at: Date): Promise<void> {
  const siteId = bench.site.id;
  const isLoft = siteId === ROPE_LOFT;
  const by = { personId: BARISTA, at };
  const pots = isLoft ? LOFT_POTS : PIER_POTS;
  const first = isLoft ? 7900 : 7000;
  let next = first;
  const events: NewBarEvent[] = [];
  for (const { vesselId, card, liquidG, agoMin, cups } of pots) {
    const brewedAt = addMinutes(at, -agoMin);
    const sent = {
      kind: "potFilled",
      id: demoId(next++),
      at: brewedAt.toISOString(),
      vesselId,
      cardId: demoId(card),
      batchId: null,
      coffeeId: null,
      serve: "hot",
      liquidG,
      strengthPct: null,
      tempC: null,
      brewedAt: brewedAt.toISOString(),
    } satisfies SentEvent;
    const details = must(await fillingOf(db, sent, bench));
    events.push({ id: sent.id, kind: "potFilled", at: brewedAt, details });
    const { coffeeId, serve } = details as { readonly coffeeId: string; readonly serve: Serve };
    for (const [ago, cupMl] of cups) {
      const cup = bench.cups.find((each) => each.serve === serve && each.volumeMl === cupMl);
      if (!cup) throw new Error(`the demo house has no ${serve} cup of ${cupMl} ml`);
      const details = { vesselId, massG: 1 / cupsFrom(1, cup), cups: 1, cupMl, coffeeId, serve };
      const sale = { coffeeId, serve, cupMl, count: 1 };
      events.push({ id: demoId(next++), kind: "served", at: addMinutes(at, -ago), details, sale });
    }
  }
  const sold = isLoft ? [] : soldBefore(bench, at, next);
  await transact(db, async (tx) => {
    await insertSales(tx, siteId, sold, by);
    await insertBarEvents(tx, siteId, events, by);
  });
}

/** The till's sales of today, up to the oldest pot that still stands. */
function soldBefore({ site, cups }: Bench, at: Date, firstId: number): readonly NewSale[] {
  const { from } = momentsOf(site.timeZone, dayIn(site.timeZone, at));
  const random = seeded(SEED);
  const sales: NewSale[] = [];
  const until = addMinutes(at, -95);
  for (let min = OPENS_MIN; addMinutes(from, min + SLOT_MIN) <= until; min += SLOT_MIN) {
    const queues = SAILINGS_MIN.some((sails) => sails - min > 0 && sails - min <= QUEUE_MIN + SLOT_MIN);
    for (const serve of ["hot", "iced"] as const) {
      const mean = serve === "iced" ? (min >= ICED_FROM_MIN ? 2 : 0) : queues ? 8 : 2;
      const count = Math.max(0, Math.round(mean * (0.6 + 0.8 * random.share())));
      const own = cups.filter((cup) => cup.serve === serve);
      for (let i = 0; i < count; i++) {
        const cup = own[Math.floor(random.share() * own.length)]!;
        sales.push({
          id: demoId(firstId + 100 + sales.length),
          coffeeId: serve === "hot" ? coffees.saltmarsh : coffees.lowTide,
          serve,
          cupMl: cup.volumeMl,
          count: 1,
          at: addMinutes(from, min + Math.floor(random.share() * SLOT_MIN)),
        });
      }
    }
  }
  return sales;
}
