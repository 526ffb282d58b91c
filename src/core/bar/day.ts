import type { Serve } from "#core/sheet";
import type { BarEvent, PourReason } from "./events.ts";
import { eventsOf, type Followed, isInForce } from "./fold.ts";
import { type ServingRules, saleOf } from "./now.ts";
import type { Account, Standing } from "./standing.ts";
import { type BarKit, type Draft, draftOf, EMPTY_BAR, UNKNOWN_POT } from "./state.ts";
import { stepInto } from "./step.ts";

/** What became of one product's coffee on a day, g: there + brewed = served + aside + evaporated + unseen + poured + left. */
export interface ProductDay extends Account {
  readonly coffeeId: string | null;
  readonly serve: Serve;
  /** Stood there when the day began. */
  readonly thereG: number;
  readonly batches: number;
  readonly cups: number;
  readonly pouredG: number;
  /** Stands there when the day ends. */
  readonly leftG: number;
  /** Of what was served, by mass; null where nothing was. */
  readonly meanAgeMin: number | null;
  readonly oldestMin: number | null;
  /** While the doors were open and no cup of it that may be sold stood anywhere, ms. */
  readonly without: readonly { readonly fromMs: number; readonly toMs: number }[];
}

/** Coffee that was poured away. */
export interface PouredRest {
  readonly vesselId: string;
  readonly coffeeId: string | null;
  readonly serve: Serve;
  readonly atMs: number;
  /** Filled over where nobody poured it away by a tap. */
  readonly reason: PourReason | "filledOver";
  readonly restG: number;
  readonly ageMin: number;
  /** How long it had stood past its time, min; 0 where it had not. */
  readonly pastMin: number;
}

/** A batch that had waited in what is to do. */
export interface WaitedBrew {
  readonly cardId: string | null;
  readonly atMs: number;
  readonly waitedMin: number;
}

export interface DayAccount {
  readonly products: readonly ProductDay[];
  readonly poured: readonly PouredRest[];
  readonly waited: readonly WaitedBrew[];
}

interface Day {
  readonly fromMs: number;
  readonly untilMs: number;
  readonly opensMs: number;
  readonly closesMs: number;
  /** Less than this is no cup, g. */
  readonly cupG: number;
  /** What the house sells, and for how long: coffee past its time is not to be had. */
  readonly rules: ServingRules;
  /** Products that guests ask for: missed from the opening on, brewed or not. */
  readonly asked: readonly Pick<ProductDay, "coffeeId" | "serve">[];
}

const MS_PER_MIN = 60_000;
const ACCOUNT = ["brewedG", "servedG", "asideG", "evaporatedG", "unseenG"] as const;

type Row = { -readonly [Name in keyof Omit<ProductDay, "without">]: ProductDay[Name] } & {
  ageMass: number;
  without: { fromMs: number; toMs: number }[];
};

/** What became of a site's coffee from one moment to another, from what happened to its pots. */
export function dayOf(followed: Followed, kit: BarKit, day: Day): DayAccount {
  const draft = draftOf(EMPTY_BAR);
  const rows = new Map<string, Row>();
  for (const product of day.asked) rowOf(rows, product);
  const poured: PouredRest[] = [];
  const waited: WaitedBrew[] = [];
  let known = new Map<string, Standing>();
  let hasBegun = false;
  const begin = () => {
    hasBegun = true;
    known = standings(draft);
    for (const standing of known.values()) rowOf(rows, standing).thereG += standing.liquidG;
  };
  let lookedMs = day.opensMs;
  /** Notes the products that had no cup since the event before. */
  const lookAt = (atMs: number) => {
    const toMs = Math.min(atMs, day.closesMs);
    for (const row of rows.values()) {
      const fromMs = Math.max(lookedMs, hadUntil(draft, row, { kit, day }));
      if (toMs > fromMs) noCup(row, fromMs, toMs);
    }
    lookedMs = Math.max(lookedMs, toMs);
  };
  for (const event of eventsOf(followed)) {
    if (event.atMs >= day.untilMs) break;
    if (!isInForce(event.id, followed.undos)) continue;
    const isToday = event.atMs >= day.fromMs;
    if (isToday && !hasBegun) begin();
    if (isToday) lookAt(event.atMs);
    if (isToday && event.kind === "brewBegun" && event.waitedMin)
      waited.push({ cardId: event.cardId, atMs: event.atMs, waitedMin: event.waitedMin });
    const ended = draft.ended.length;
    stepInto(draft, event, kit);
    if (!isToday) continue;
    for (const end of draft.ended.slice(ended)) {
      const { standing, restG, by, reason, vesselId, atMs } = end;
      count(rows, standing, known.get(standing.fillId), event);
      const row = rowOf(rows, standing);
      // What is moved onto other coffee is brewed once.
      if (by === "moved") row.brewedG -= restG;
      else row.pouredG += restG;
      if (restG > 0 && (by === "pouredAway" || by === "filledOver")) {
        const { coffeeId, serve, brewedMs } = standing;
        const ageMin = (atMs - brewedMs) / MS_PER_MIN;
        const untilMs = soldUntil(standing, vesselId, { kit, day }) ?? atMs;
        const pastMin = Math.max(0, (atMs - untilMs) / MS_PER_MIN);
        poured.push({
          vesselId,
          coffeeId,
          serve,
          atMs,
          reason: reason ?? "filledOver",
          restG,
          ageMin,
          pastMin,
        });
      }
    }
    const now = standings(draft);
    for (const [fillId, standing] of now)
      if (standing !== known.get(fillId)) count(rows, standing, known.get(fillId), event);
    known = now;
  }
  if (!hasBegun) begin();
  lookAt(Math.min(day.untilMs, day.closesMs));
  for (const standing of known.values()) rowOf(rows, standing).leftG += standing.liquidG;
  return { products: [...rows.values()].map(productOf), poured, waited };
}

/** Adds what changed in a pot's account to its product's. */
function count(
  rows: Map<string, Row>,
  standing: Standing,
  before: Standing | undefined,
  event: BarEvent,
): void {
  const row = rowOf(rows, standing);
  for (const name of ACCOUNT) row[name] += standing[name] - (before?.[name] ?? 0);
  row.cups += standing.cups - (before?.cups ?? 0);
  if (event.kind === "potFilled" || event.kind === "potToppedUp")
    if (standing.brewedG > (before?.brewedG ?? 0)) row.batches++;
  const servedG = standing.servedG - (before?.servedG ?? 0);
  if (event.kind !== "served" || servedG <= 0) return;
  const ageMin = (event.atMs - standing.brewedMs) / MS_PER_MIN;
  row.ageMass += servedG * ageMin;
  row.oldestMin = Math.max(row.oldestMin ?? 0, ageMin);
}

function rowOf(rows: Map<string, Row>, { coffeeId, serve }: Pick<Standing, "coffeeId" | "serve">): Row {
  const key = `${coffeeId} ${serve}`;
  const known = rows.get(key);
  if (known) return known;
  const row: Row = {
    coffeeId,
    serve,
    thereG: 0,
    brewedG: 0,
    batches: 0,
    servedG: 0,
    cups: 0,
    asideG: 0,
    evaporatedG: 0,
    unseenG: 0,
    pouredG: 0,
    leftG: 0,
    meanAgeMin: null,
    oldestMin: null,
    ageMass: 0,
    without: [],
  };
  rows.set(key, row);
  return row;
}

function productOf({ ageMass, ...row }: Row): ProductDay {
  return { ...row, meanAgeMin: row.servedG > 0 ? ageMass / row.servedG : null };
}

/** Coffee that stands anywhere, by what filled it. */
function standings({ pots }: Pick<Draft, "pots">): Map<string, Standing> {
  return new Map(
    [...pots.values()].flatMap(({ standing }) => (standing ? [[standing.fillId, standing]] : [])),
  );
}

/** Until when a product can be had of the pots that stand, ms; −∞ where no cup of it stands. */
function hadUntil(
  { pots }: Pick<Draft, "pots">,
  { coffeeId, serve }: Row,
  { kit, day }: { readonly kit: BarKit; readonly day: Day },
): number {
  let untilMs = Number.NEGATIVE_INFINITY;
  for (const [vesselId, { standing }] of pots) {
    if (standing?.coffeeId !== coffeeId || standing.serve !== serve || standing.liquidG < day.cupG) continue;
    untilMs = Math.max(untilMs, soldUntil(standing, vesselId, { kit, day }) ?? Number.POSITIVE_INFINITY);
  }
  return untilMs;
}

/** Until when a pot's coffee may be sold, ms; null where nothing says. */
function soldUntil(
  standing: Standing,
  vesselId: string,
  { kit, day }: { readonly kit: BarKit; readonly day: Day },
): number | null {
  const vessel = kit.vessels[vesselId] ?? UNKNOWN_POT;
  return saleOf(standing, vessel, { roomTempC: kit.roomTempC, rules: day.rules }).soldUntilMs;
}

/** Adds a time without a cup; one that goes on from the last is one. */
function noCup({ without }: Row, fromMs: number, toMs: number): void {
  const last = without.at(-1);
  if (last?.toMs === fromMs) last.toMs = toMs;
  else without.push({ fromMs, toMs });
}
