import { type BarEvent, inOrder } from "./events.ts";
import { type BarKit, type BarState, EMPTY_BAR } from "./state.ts";
import { stepped } from "./step.ts";

/** Events of a bar in their order, each once, with what stood there after each of them. */
export interface Followed {
  readonly events: readonly BarEvent[];
  readonly states: readonly BarState[];
  /** Undos by what they take back. */
  readonly undos: ReadonlyMap<string, readonly string[]>;
}

export const NOTHING_YET: Followed = { events: [], states: [], undos: new Map() };

/** What stands there after all events that are known. */
export function barOf({ states }: Followed): BarState {
  return states.at(-1) ?? EMPTY_BAR;
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
  return refolded({ events: sorted, states: [], undos }, 0, kit);
}

/** The same with one more event: at its place, however late it comes. One that is known already changes nothing. */
export function follow(before: Followed, event: BarEvent, kit: BarKit): Followed {
  const place = placeOf(before.events, event);
  if (before.events[place]?.id === event.id) return before;
  const events = [...before.events.slice(0, place), event, ...before.events.slice(place)];
  if (event.kind !== "undone") return refolded({ ...before, events }, place, kit);
  if (before.events.some(({ id }) => id === event.id)) return before;
  const undos = new Map(before.undos);
  undos.set(event.eventId, [...(undos.get(event.eventId) ?? []), event.id].toSorted());
  // What is taken back may lie long before: all behind it is another.
  const root = rootOf(events, event);
  return refolded({ events, states: before.states, undos }, Math.min(place, root), kit);
}

/** Where an event belongs among sorted ones. */
function placeOf(events: readonly BarEvent[], event: BarEvent): number {
  let low = 0;
  let high = events.length;
  // Nearly all come in their order.
  if (high > 0 && inOrder(events[high - 1]!, event) < 0) return high;
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

/** States from a place on, worked out anew. */
function refolded({ events, states, undos }: Followed, from: number, kit: BarKit): Followed {
  const kept = states.slice(0, from);
  let state = kept.at(-1) ?? EMPTY_BAR;
  for (const event of events.slice(from)) {
    if (isInForce(event.id, undos)) state = stepped(state, event, kit);
    kept.push(state);
  }
  return { events, states: kept, undos };
}

/** Whether no undo in force takes an event back. Undos that take back each other in a ring count for nothing. */
export function isInForce(
  id: string,
  undos: ReadonlyMap<string, readonly string[]>,
  above: ReadonlySet<string> = new Set(),
): boolean {
  const against = undos.get(id);
  if (!against) return true;
  const path = new Set([...above, id]);
  return !against.some((undo) => !path.has(undo) && isInForce(undo, undos, path));
}

function put(undos: Map<string, string[]>, { id, eventId }: Extract<BarEvent, { kind: "undone" }>): void {
  undos.set(eventId, [...(undos.get(eventId) ?? []), id]);
}
