import { addDays } from "date-fns";
import type { Bench } from "#contract/bench.ts";
import { USUAL_SITE_PLAN } from "#contract/dayPlanKinds.ts";
import { dayIn, momentsOf } from "#contract/days.ts";
import { must } from "#core/result";
import { benchFrom, readPieces } from "#data/bench.ts";
import { insertCard } from "#data/cards.ts";
import type { Database } from "#data/connection.ts";
import { DEMO_IDS, demoId, LEAD, PIER_HEAD, ROPE_LOFT } from "#data/demo/bench.ts";
import { nameCard } from "#data/demo/brewedToday.ts";
import { keepSitePlan } from "#data/plans.ts";
import { replaceShift } from "#data/shifts.ts";
import { makeCard } from "#scaling/cards";
import {
  chosenOf,
  firstPins,
  firstState,
  fromRecipe,
  methodAs,
  type ScaleState,
  serveAs,
} from "#scaling/choice";
import { serveDemo } from "./demoBar.ts";
import { PIER_CLOSES_MIN, PIER_OPENS_MIN } from "./demoSales.ts";
import { tryDemo } from "./demoTrials.ts";

const { vessels } = DEMO_IDS;

/** The choice with its own first pins, as Scale would open it. */
function asOpened(state: ScaleState, bench: Bench): ScaleState {
  return { ...state, pins: firstPins(state.serve, chosenOf(state, bench), bench.settings) };
}

/** Cards that a site of the demo house works with. */
const CARDS: readonly {
  readonly id: string;
  readonly siteId: string;
  readonly of: (bench: Bench) => ScaleState;
}[] = [
  { id: demoId(600), siteId: PIER_HEAD, of: firstState },
  {
    id: demoId(601),
    siteId: PIER_HEAD,
    of: (bench) => asOpened({ ...firstState(bench), vessel: vessels.blue }, bench),
  },
  {
    id: demoId(602),
    siteId: PIER_HEAD,
    of: (bench) => serveAs("iced", { ...firstState(bench), vessel: vessels.steel }, bench),
  },
  {
    id: demoId(603),
    siteId: PIER_HEAD,
    of: (bench) => methodAs("steep", serveAs("iced", firstState(bench), bench), bench),
  },
  { id: demoId(604), siteId: ROPE_LOFT, of: firstState },
  { id: demoId(605), siteId: ROPE_LOFT, of: (bench) => fromRecipe(demoId(66), firstState(bench), bench) },
  {
    id: demoId(606),
    siteId: ROPE_LOFT,
    of: (bench) =>
      firstState(
        bench,
        bench.recipes.find(({ brewer }) => brewer.kind === "press"),
      ),
  },
];

/** Lists of the first site, by days from today: cards with how often each is brewed. */
const LISTS: readonly {
  readonly inDays: number;
  readonly lines: readonly (readonly [card: number, batches: number])[];
}[] = [
  {
    inDays: 0,
    lines: [
      [600, 4],
      [601, 1],
      [602, 1],
    ],
  },
  {
    inDays: 1,
    lines: [
      [600, 4],
      [602, 2],
      [603, 1],
    ],
  },
];

/** How many of today's pots of the first card, by the demo's history, were brewed from it. */
const DONE = 3;

/** What a demo house has at hand in its first minute: cards of both sites, today's list and tomorrow's, and pots in use. */
export async function planDemoDays(db: Database, at: Date): Promise<void> {
  const by = { personId: LEAD, at };
  for (const { id, siteId, of } of CARDS) {
    const bench = await benchAt(db, siteId, at);
    const card = must(makeCard(of(bench), bench));
    must(await insertCard(db, { id, siteId, ...card, madeBy: LEAD, createdAt: at }));
  }
  const { site } = await benchAt(db, PIER_HEAD, at);
  const { from } = momentsOf(site.timeZone, dayIn(site.timeZone, at));
  await nameCard(db, { cardId: demoId(600), from, most: DONE });
  for (const [place, { inDays, lines }] of LISTS.entries()) {
    const items = lines.map(([card, batches], i) => ({
      id: demoId(620 + 10 * place + i),
      cardId: demoId(card),
      batches,
    }));
    const day = { siteId: PIER_HEAD, day: dayIn(site.timeZone, addDays(at, inDays)) };
    must(await replaceShift(db, day, { items, began: 0 }, by));
  }
  const plan = { ...USUAL_SITE_PLAN, opensMin: PIER_OPENS_MIN, closesMin: PIER_CLOSES_MIN };
  must(await keepSitePlan(db, PIER_HEAD, { value: plan, began: 0 }, by));
  await tryDemo(db, await benchAt(db, PIER_HEAD, at), at);
  for (const siteId of [PIER_HEAD, ROPE_LOFT]) await serveDemo(db, await benchAt(db, siteId, at), at);
}

async function benchAt(db: Database, siteId: string, at: Date): Promise<Bench> {
  const bench = benchFrom(await readPieces(db, siteId, undefined), siteId);
  if (!bench) throw new Error(`the demo house has no site ${siteId}`);
  return { ...bench, today: dayIn(bench.site.timeZone, at) };
}
