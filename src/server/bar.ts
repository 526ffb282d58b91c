import { differenceInMilliseconds, subDays } from "date-fns";
import type { SentEvent, SentEvents } from "#contract/bar.ts";
import type { Bench } from "#contract/bench.ts";
import type { EventDetails } from "#contract/event.ts";
import { potKitOf } from "#contract/potKit.ts";
import {
  type BarEvent,
  type BarKit,
  type BarState,
  eventsOf,
  type Followed,
  foldBar,
  follow,
  isInForce,
  type Standing,
} from "#core/bar";
import { ok, type Result } from "#core/result";
import type { Act } from "#data/audit.ts";
import {
  findEvents,
  insertBarEvents,
  type KeptBarEvent,
  type NewBarEvent,
  readBarEvents,
  settleSales,
} from "#data/bar.ts";
import type { Database } from "#data/connection.ts";
import { sameContent } from "#data/sentTwice.ts";
import { lock, type Transaction, transact } from "#data/transact.ts";
import { Refusal } from "./action.ts";
import { benchNamed } from "./bench.ts";
import { now } from "./clock.ts";
import { database } from "./database.ts";
import { fillingOf } from "./fillings.ts";
import { keptInProcess } from "./process.ts";

/** Nothing stands at a bar for longer: a concentrate is kept for two or three days. */
const DAYS_BACK = 7;
/** A device's clock that is less off than this is as right as the house's, ms. */
const SAME_CLOCK_MS = 2000;
/** An event that is sent so soon after it was made is told as it happens, ms. */
const LIVE_MS = 30_000;

/** A bar as a server follows it: what was folded, with which vessels, up to which event. */
export interface FollowedBar {
  readonly n: number;
  readonly since: Date;
  readonly revision: number;
  readonly kit: BarKit;
  readonly folded: Followed;
}

/** The bars that this server follows, by site; another server follows its own, from the same rows. */
const known = keptInProcess("bars", () => new Map<string, FollowedBar>());

/** A site's vessels and room, as the fold needs them. */
export function barKitOf({ vessels, settings }: Pick<Bench, "vessels" | "settings">): BarKit {
  return {
    vessels: Object.fromEntries(vessels.map((vessel) => [vessel.id, potKitOf(vessel)])),
    roomTempC: settings.roomTempC,
  };
}

/** A site's bar with every event that is kept by now. */
export async function barOf(db: Database, bench: Bench): Promise<FollowedBar> {
  const siteId = bench.site.id;
  const before = known.get(siteId);
  const isSame = before?.revision === bench.revision;
  const kit = isSame ? before.kit : barKitOf(bench);
  // Taken up where it was left, unless its vessels or its first day are others.
  const isGoing = before && before.since >= subDays(now(), DAYS_BACK + 1);
  const since = isGoing ? before.since : subDays(now(), DAYS_BACK);
  const rows = await readBarEvents(db, { siteId, after: isGoing ? before.n : 0, since });
  if (isGoing && isSame && rows.length === 0) return before;
  const news = rows.map(asBarEvent);
  const folded =
    isGoing && isSame
      ? news.reduce((sofar, event) => follow(sofar, event, kit), before.folded)
      : foldBar([...(isGoing ? eventsOf(before.folded) : []), ...news], kit);
  const n = rows.at(-1)?.n ?? (isGoing ? before.n : 0);
  const bar = { n, since, revision: bench.revision, kit, folded };
  const latest = known.get(siteId);
  // Of two requests that read at once, the slower may know less.
  if (!latest || latest.n <= n) known.set(siteId, bar);
  return bar;
}

/** A kept row as the fold takes it: times as ms. */
export function asBarEvent({
  id,
  kind,
  at,
  details,
}: Pick<KeptBarEvent, "id" | "kind" | "at" | "details">): BarEvent {
  const { brewedAt, dueAt, ...others } = details;
  return {
    ...others,
    ...(brewedAt !== undefined && { brewedMs: Date.parse(String(brewedAt)) }),
    ...(dueAt !== undefined && { dueMs: dueAt === null ? null : Date.parse(String(dueAt)) }),
    kind,
    id,
    atMs: at.getTime(),
  } as unknown as BarEvent;
}

/** Why events are not kept. */
type BarFailure = "unknownVessel" | "unknownIce" | "unknownCard" | "unknownBatch" | "otherContent";

const SENTENCES: { readonly [code in BarFailure]: string } = {
  unknownVessel: "There is no such vessel at this site.",
  unknownIce: "There is no such ice at this site.",
  unknownCard: "There is no such card at this site.",
  unknownBatch: "There is no such batch at this site.",
  otherContent: "Another event was kept under this id already: give this one an id of its own.",
};

/**
 * Keeps events of a site's bar: each once, however often it is sent, in the order in which they happened by the house's
 * clock. Sales that were tapped are kept with them.
 *
 * @returns the number of the site's last event of its bar
 * @throws `Refusal` `badInput` with the event's place where it names something that is not there
 */
export async function keepBarEvents(
  siteId: string,
  sent: SentEvents,
  by: Act & { readonly personId: string },
): Promise<{ readonly n: number }> {
  const bench = await benchNamed(siteId);
  await transact(database(), (tx) => keepWith(tx, bench, sent, by));
  const { n } = await barOf(database(), bench);
  return { n };
}

/** As {@link keepBarEvents}, in a transaction that keeps something else, too: both or neither. */
export async function keepWith(
  tx: Transaction,
  bench: Bench,
  sent: SentEvents,
  by: Act & { readonly personId: string },
): Promise<void> {
  // One after the other: what an event means hangs on what stands there when it is kept.
  await lock(tx, "bar");
  const bar = await barOf(tx, bench);
  const ids = sent.events.map(({ id }) => id);
  const before = new Map((await findEvents(tx, ids)).map((event) => [event.id, event]));
  let { folded } = bar;
  const added: NewBarEvent[] = [];
  for (const [place, event] of sent.events.entries()) {
    const old = before.get(event.id) ?? added.find(({ id }) => id === event.id);
    if (old) {
      if (!isSameEvent(old, event)) refuse("otherContent", place);
      continue;
    }
    const unknown = unknownIn(event, bench, folded.state);
    if (unknown) refuse(unknown, place);
    const details = await detailsOf(tx, event, bench, folded.state);
    if (!details.ok) refuse(details.failure, place);
    const at = placedAt(event, sent.sentAt, eventsOf(folded));
    const made = { id: event.id, kind: event.kind, at, details: { ...details.value, deviceAt: event.at } };
    added.push({ ...made, sale: saleOf(event, details.value) });
    folded = follow(folded, asBarEvent(made), bar.kit);
  }
  await insertBarEvents(tx, bench.site.id, added, by);
  await settleSales(tx, settledBy(added, folded));
}

/** Nothing of a message is kept when one of its events cannot be. */
function refuse(code: BarFailure, place: number): never {
  throw new Refusal(SENTENCES[code], { code: "badInput", field: `events.${place}` });
}

/** Whether a kept event says what is sent again under its id; what the house filled in does not count. */
function isSameEvent({ kind, details }: Pick<KeptBarEvent, "kind" | "details">, sent: SentEvent): boolean {
  const { id: _, at, kind: sentKind, ...figures } = sent;
  return (
    kind === sentKind &&
    details.deviceAt === at &&
    Object.entries(figures).every(([name, value]) => value === null || sameContent(details[name], value))
  );
}

/** Events that need a vessel on the bench; one that was retired still gives what it holds. */
const FILLING: readonly SentEvent["kind"][] = ["potFilled", "potToppedUp", "brewBegun"];

/** The kind of thing that an event names and the site does not have. */
function unknownIn(
  event: SentEvent,
  { vessels, iceSources }: Bench,
  state: BarState,
): BarFailure | undefined {
  const isVessel = (id: string) => vessels.some((vessel) => vessel.id === id);
  if ("vesselId" in event && !isVessel(event.vesselId)) {
    const holds = state.pots.get(event.vesselId)?.standing ?? null;
    if (holds === null || FILLING.includes(event.kind)) return "unknownVessel";
  }
  if ("toId" in event && !isVessel(event.toId)) return "unknownVessel";
  if ("iceId" in event && !iceSources.some(({ id }) => id === event.iceId)) return "unknownIce";
  return undefined;
}

/** An event's figures as they are kept: a filling with what its card or batch says of it, a serving with its product. */
async function detailsOf(
  db: Database,
  event: SentEvent,
  bench: Bench,
  state: BarState,
): Promise<Result<EventDetails, "unknownCard" | "unknownBatch">> {
  const { id: _id, at: _at, kind: _kind, ...figures } = event;
  if (event.kind === "potFilled" || event.kind === "potToppedUp") return fillingOf(db, event, bench);
  if (event.kind === "served") {
    const { coffeeId, serve } = productIn(state.pots.get(event.vesselId)?.standing, event.vesselId, bench);
    return ok({ ...figures, coffeeId, serve });
  }
  return ok(figures);
}

function productIn(standing: Standing | null | undefined, vesselId: string, { vessels }: Bench) {
  const isIced = vessels.find(({ id }) => id === vesselId)?.iced ?? false;
  return standing ?? { coffeeId: null, serve: isIced ? ("iced" as const) : ("hot" as const) };
}

function saleOf(event: SentEvent, { coffeeId, serve }: EventDetails): NewBarEvent["sale"] {
  if (event.kind !== "served" || event.cups === null || event.cupMl === null) return undefined;
  return {
    coffeeId: (coffeeId ?? null) as string | null,
    serve: serve === "iced" ? "iced" : "hot",
    cupMl: event.cupMl,
    count: event.cups,
  };
}

/**
 * When an event happened by the house's clock. A device whose clock is off is set right by when it sent the event. One that
 * is told as it happens comes after whatever is known of its vessel: clocks of two devices differ by seconds.
 */
function placedAt(event: SentEvent, sentAt: string, events: readonly BarEvent[]): Date {
  const offMs = differenceInMilliseconds(now(), new Date(sentAt));
  const atMs = Date.parse(event.at) + (Math.abs(offMs) > SAME_CLOCK_MS ? offMs : 0);
  const isLive = Date.parse(sentAt) - Date.parse(event.at) < LIVE_MS;
  if (!isLive) return new Date(atMs);
  const own = vesselsIn(event);
  const last = events.findLast((each) => vesselsIn(each).some((id) => own.includes(id)));
  return new Date(last && last.atMs >= atMs ? last.atMs + 1 : atMs);
}

/** The vessels that an event is about. */
function vesselsIn(event: SentEvent | BarEvent): readonly string[] {
  const { vesselId, toId } = event as { readonly vesselId?: string; readonly toId?: string };
  return [vesselId, toId].filter((id) => id !== undefined);
}

/** Sales whose taps some of the new events take back, or bring back. */
function settledBy(added: readonly NewBarEvent[], followed: Followed) {
  const { undos } = followed;
  if (undos.size === 0) return [];
  const byId = new Map(eventsOf(followed).map((event) => [event.id, event]));
  const roots = new Set<string>();
  for (const { id } of added) {
    let event = byId.get(id);
    const path = new Set<string>();
    while (event?.kind === "undone" && !path.has(event.id)) {
      path.add(event.id);
      event = byId.get(event.eventId);
    }
    // A tap whose undo came first is settled when it comes itself.
    if (event?.kind === "served") roots.add(event.id);
  }
  return [...roots].filter((id) => undos.has(id)).map((id) => ({ id, undone: !isInForce(id, undos) }));
}
