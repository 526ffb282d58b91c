import type { SentEvent } from "#contract/bar.ts";
import type { BarView, PotView } from "#contract/potView.ts";
import { type BarEvent, type BarState, EMPTY_BAR, type Pot, stepped } from "#core/bar";

/** An event of this device that may not be in the house's answer yet. */
export interface Pending {
  readonly event: SentEvent;
  /** By the house's clock, ms. */
  readonly atMs: number;
  /** The house's last event once it was kept; undefined while it is on its way. */
  readonly keptAs: number | undefined;
}

/** Pots as the house has them by what it took, though it has not said so yet. */
export function withTaken(view: BarView, pending: readonly Pending[]): BarView {
  const taken = pending.filter(({ keptAs }) => keptAs !== undefined);
  return { ...drawn(view, taken), n: Math.max(view.n, ...taken.map(({ keptAs }) => keptAs!)) };
}

/** Pots as the house has them, with what was told since. */
export function drawn(view: BarView, pending: readonly Pending[]): BarView {
  const news = pending.filter(({ keptAs }) => keptAs === undefined || keptAs > view.n);
  if (news.length === 0) return view;
  const taken = new Set(news.flatMap(({ event }) => (event.kind === "undone" ? [event.eventId] : [])));
  const looked = new Set(news.flatMap(({ event }) => (event.kind === "lookedAt" ? [event.eventId] : [])));
  const kit = {
    vessels: Object.fromEntries(view.pots.map(({ id, kit: own }) => [id, own])),
    roomTempC: view.roomTempC,
  };
  const state = news
    .filter(({ event }) => !taken.has(event.id))
    .reduce((before, each) => stepped(before, asBarEvent(each, before), kit), stateOf(view));
  return {
    ...view,
    pots: view.pots.map((pot) => ({ ...pot, ...over(pot, state.pots.get(pot.id)) })),
    checked: state.checked.filter(({ eventId }) => !taken.has(eventId)),
    brewed: state.brewed.filter(({ eventId }) => !taken.has(eventId)),
    odd: view.odd.filter(({ eventId }) => !looked.has(eventId) && !taken.has(eventId)),
    ice: view.ice.map((each) => ({ ...each, leftG: state.iceG.get(each.id) ?? null })),
  };
}

function stateOf({ pots, ice, checked, brewed }: BarView): BarState {
  const known = pots.map(({ id, standing, brewing }): [string, Pot] => [
    id,
    { standing, brewing: brewing && { eventId: "", ...brewing } },
  ]);
  const ices = ice.flatMap(({ id, leftG }): [string, number][] => (leftG === null ? [] : [[id, leftG]]));
  return { ...EMPTY_BAR, pots: new Map(known), iceG: new Map(ices), checked, brewed };
}

function over(pot: PotView, { standing, brewing }: Pot = { standing: null, brewing: null }) {
  return {
    standing,
    coffee: standing?.fillId === pot.standing?.fillId ? pot.coffee : null,
    brewing: brewing && { cardId: brewing.cardId, begunMs: brewing.begunMs, dueMs: brewing.dueMs },
  };
}

/** As the fold takes it, and never before what is known of its vessel. */
function asBarEvent({ event, atMs }: Pending, { pots }: BarState): BarEvent {
  const vesselId = "vesselId" in event ? event.vesselId : "";
  const after = Math.max(atMs, pots.get(vesselId)?.standing?.asOfMs ?? 0);
  const { at: _, ...others } = event;
  if (event.kind === "potFilled" || event.kind === "potToppedUp") {
    const { brewedAt, tempC } = event;
    return {
      ...others,
      atMs: after,
      brewedMs: Date.parse(brewedAt),
      tempC: tempC ?? USUAL_C[event.serve],
      holdMin: null,
      cost: null,
    } as unknown as BarEvent;
  }
  return { ...others, atMs: after } as unknown as BarEvent;
}

/** As the house fills it in, °C; what it knows better comes with its answer. */
const USUAL_C = { hot: 80, iced: 8 } as const;
