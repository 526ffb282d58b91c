import { type BarEvent, inOrder } from "./events.ts";
import { type BarKit, type BarState, draftOf, EMPTY_BAR } from "./state.ts";
import { stepInto, stepped } from "./step.ts";

/** Events of a bar in their order, each once, and what stood there after them. */
export interface Followed {
  /** Events up to the last stop, and those behind it: what comes in its order is added to the short list. */
  readonly settled: readonly BarEvent[];
  readonly tail: readonly BarEvent[];
  readonly state: BarState;
  /** What stood there after every so many events: an event that comes late is taken up from the one before its place. */
  readonly stops: readonly BarState[];
  /** Undos by what they take back. */
  readonly undos: ReadonlyMap<string, readonly string[]>;
}

/** Events from stop to stop. */
const STOP_EVERY = 64;

export const NOTHING_YET: Followed = {
  settled: [],
  tail: [],
  state: EMPTY_BAR,
  stops: [],
  undos: new Map(),
};

/** All events in their order. */
export function eventsOf({ settled, tail }: Pick<Followed, "settled" | "tail">): readonly BarEvent[] {
  return [...settled, ...tail];
}

/**
 * Events of a site folded to what stands there: a function of the set of events, whatever their order, however often one
 * comes, and whichever device it comes from.
 */
export function foldBar(events: readonly BarEvent[], kit: BarKit): Followed {
  const once = new Map<string, BarEvent>();
  for (const event of events) if (!once.has(event.id)) once.set(event.id, event);
  const sorted = [...once.values()].toSorted(inOrder);
  const undos = new Map<string, string[]>();
  for (const event of sorted) if (event.kind === "undone") put(undos, event);
  return refolded(sorted, { stops: [], undos }, 0, kit);
}

/** The same with one more event: at its place, however late it comes. One that is known already changes nothing. */
export function follow(before: Followed, event: BarEvent, kit: BarKit): Followed {
  const last = before.tail.at(-1) ?? before.settled.at(-1);
  // Nearly all come in their order.
  if (event.kind !== "undone" && (!last || inOrder(last, event) < 0)) return followedBy(before, event, kit);
  const known = eventsOf(before);
  const place = placeOf(known, event);
  if (known[place]?.id === event.id) return before;
  const events = known.toSpliced(place, 0, event);
  if (event.kind !== "undone") return refolded(events, before, place, kit);
  const undos = new Map(before.undos);
  undos.set(event.eventId, [...(undos.get(event.eventId) ?? []), event.id].toSorted());
  // What is taken back may lie long before: all behind it is another.
  const from = Math.min(place, rootOf(events, event));
  return refolded(events, { stops: before.stops, undos }, from, kit);
}

/** Where an event belongs among sorted ones. */
function placeOf(events: readonly BarEvent[], event: BarEvent): number {
  let low = 0;
  let high = events.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (inOrder(events[middle]!, event) < 0) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Place of the event that an undo takes back in the end, through undos of undos; behind all where it has not come yet. */
function rootOf(events: readonly BarEvent[], undo: BarEvent): number {
  const seen = new Set<string>();
  let event: BarEvent | undefined = undo;
  let place = events.length;
  while (event?.kind === "undone" && !seen.has(event.id)) {
    seen.add(event.id);
    const target: string = event.eventId;
    const at = events.findIndex(({ id }) => id === target);
    if (at < 0) return place;
    place = Math.min(place, at);
    event = events[at];
  }
  return place;
}

/** One more event behind all others. */
function followedBy(before: Followed, event: BarEvent, kit: BarKit): Followed {
  const { undos, settled, stops } = before;
  const tail = [...before.tail, event];
  const state = isInForce(event.id, undos) ? stepped(before.state, event, kit) : before.state;
  return tail.length < STOP_EVERY
    ? { settled, tail, undos, state, stops }
    : { settled: [...settled, ...tail], tail: [], undos, state, stops: [...stops, state] };
}

/** States from the stop before a place on, worked out anew. */
function refolded(
  events: readonly BarEvent[],
  { stops, undos }: Pick<Followed, "stops" | "undos">,
  from: number,
  kit: BarKit,
): Followed {
  const before = stops.slice(0, Math.floor(from / STOP_EVERY));
  const draft = draftOf(before.at(-1) ?? EMPTY_BAR);
  for (let i = before.length * STOP_EVERY; i < events.length; i++) {
    const event = events[i]!;
    if (isInForce(event.id, undos)) stepInto(draft, event, kit);
    if ((i + 1) % STOP_EVERY === 0) before.push(draftOf(draft));
  }
  const cut = before.length * STOP_EVERY;
  return { settled: events.slice(0, cut), tail: events.slice(cut), undos, state: draft, stops: before };
}

/** Whether no undo in force takes an event back. Undos that take back each other in a ring count for nothing. */
export function isInForce(
  id: string,
  undos: ReadonlyMap<string, readonly string[]>,
  above: readonly string[] = [],
): boolean {
  const against = undos.get(id);
  if (!against) return true;
  const path = [...above, id];
  return !against.some((undo) => !path.includes(undo) && isInForce(undo, undos, path));
}

function put(undos: Map<string, string[]>, { id, eventId }: Extract<BarEvent, { kind: "undone" }>): void {
  undos.set(eventId, [...(undos.get(eventId) ?? []), id]);
}
