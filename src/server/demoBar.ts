import { addMinutes } from "date-fns";
import type { SentEvent } from "#contract/bar.ts";
import type { Bench } from "#contract/bench.ts";
import { must } from "#core/result";
import { cupsFrom, type Serve } from "#core/sheet";
import { insertBarEvents, insertSales, type NewBarEvent } from "#data/bar.ts";
import type { Database } from "#data/connection.ts";
import { BARISTA, DEMO_IDS, demoId, ROPE_LOFT } from "#data/demo/bench.ts";
import { transact } from "#data/transact.ts";
import { tillSales } from "./demoSales.ts";
import { fillingOf } from "./fillings.ts";

const { vessels } = DEMO_IDS;

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
const OLDEST_POT_MIN = 95;
const LOFT_POTS: readonly DemoPot[] = [
  { vesselId: vessels.loft, card: 604, liquidG: 560, agoMin: 8, cups: [[5, 240]] },
];

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
  // Since the oldest pot that still stands the bar's own taps tell what was sold.
  const sold = isLoft ? [] : tillSales(bench, at, OLDEST_POT_MIN);
  await transact(db, async (tx) => {
    // As a till does, each day's in its evening.
    for (const [keptAt, day] of sold) await insertSales(tx, siteId, day, { ...by, at: keptAt });
    await insertBarEvents(tx, siteId, events, by);
  });
}
