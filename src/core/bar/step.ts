import type { BarEvent, Filling } from "./events.ts";
import { type Standing, standingAt } from "./standing.ts";
import { type BarKit, type BarState, type Ended, type OddCode, type Pot, UNKNOWN_POT } from "./state.ts";

/** Masses below this are nothing, g. */
const NONE_G = 1e-6;
const NO_POT: Pot = { standing: null, brewing: null };

/**
 * What stands there after one more event, which happened at or after all before it. An event that cannot have been as it
 * says changes what it can, and is noted as odd; nothing is ever lost of it.
 */
export function stepped(state: BarState, event: BarEvent, kit: BarKit): BarState {
  switch (event.kind) {
    case "undone":
      return state;
    case "iceFilled":
      return { ...state, iceG: { ...state.iceG, [event.iceId]: event.massG } };
    case "iceTaken": {
      const left = (state.iceG[event.iceId] ?? 0) - event.massG;
      const next = { ...state, iceG: { ...state.iceG, [event.iceId]: Math.max(0, left) } };
      return left < -NONE_G ? odd(next, event, "moreThanWasThere") : next;
    }
    case "brewBegun": {
      const { cardId, dueMs } = event;
      const brewing = { eventId: event.id, cardId, begunMs: event.atMs, dueMs };
      return withPot(state, event.vesselId, { ...potOf(state, event.vesselId), brewing });
    }
    case "potFilled": {
      const before = standingIn(state, event.vesselId, event.atMs, kit);
      const emptied =
        before && before.liquidG > NONE_G
          ? odd(ended(state, event, before, "filledOver", before.liquidG), event, "filledOver")
          : state;
      return filled(emptied, event, kit);
    }
    case "potToppedUp": {
      const before = standingIn(state, event.vesselId, event.atMs, kit);
      if (!before) return filled(state, event, kit);
      const next = withStanding(state, event.vesselId, toppedUp(before, freshOf(event, kit, event.atMs)));
      return checkBrim(next, event, event.vesselId, kit);
    }
    case "potMoved":
      return moved(state, event, kit);
    default:
      return inPot(state, event, kit);
  }
}

type InPot = Extract<
  BarEvent,
  { kind: "served" | "setAside" | "plateTurned" | "pouredAway" | "ranOut" | "potMeasured" }
>;

/** What happens to coffee that stands in one vessel. */
function inPot(state: BarState, event: InPot, kit: BarKit): BarState {
  const { vesselId, atMs } = event;
  const now = standingIn(state, vesselId, atMs, kit);
  if (!now) return odd(state, event, "nothingThere");
  switch (event.kind) {
    case "served":
    case "setAside": {
      const takenG = Math.min(event.massG, now.liquidG);
      const account =
        event.kind === "served"
          ? { servedG: now.servedG + takenG, cups: now.cups + (event.cups ?? 0) }
          : { asideG: now.asideG + takenG };
      const next = withStanding(state, vesselId, { ...now, ...account, liquidG: now.liquidG - takenG });
      return event.massG > takenG + NONE_G ? odd(next, event, "moreThanWasThere") : next;
    }
    case "plateTurned":
      return withStanding(state, vesselId, { ...now, onPlate: event.on });
    case "pouredAway":
      return withStanding(ended(state, event, now, "pouredAway", now.liquidG), vesselId, null);
    case "ranOut": {
      const gone = { ...now, unseenG: now.unseenG + now.liquidG, liquidG: 0 };
      return withStanding(ended(state, event, gone, "ranOut", 0), vesselId, null);
    }
    case "potMeasured": {
      const leftG = event.leftG ?? now.liquidG;
      return withStanding(state, vesselId, {
        ...now,
        liquidG: leftG,
        unseenG: now.unseenG + now.liquidG - leftG,
        tempC: event.tempC ?? now.tempC,
        strengthPct: event.strengthPct ?? now.strengthPct,
      });
    }
  }
}

/** All of a pot into another one: its account goes along; on coffee that stands there it is added to that one's. */
function moved(state: BarState, event: Extract<BarEvent, { kind: "potMoved" }>, kit: BarKit): BarState {
  const { vesselId, toId, atMs } = event;
  if (vesselId === toId) return odd(state, event, "intoItself");
  const from = standingIn(state, vesselId, atMs, kit);
  if (!from) return odd(state, event, "nothingThere");
  const into = standingIn(state, toId, atMs, kit);
  const { plateIsOn } = kit.vessels[toId] ?? UNKNOWN_POT;
  if (!into || into.liquidG <= NONE_G) {
    const next = withStanding(withStanding(state, vesselId, null), toId, { ...from, onPlate: plateIsOn });
    return checkBrim(next, event, toId, kit);
  }
  const left = withStanding(ended(state, event, from, "moved", from.liquidG), vesselId, null);
  return checkBrim(withStanding(left, toId, mixed(into, from)), event, toId, kit);
}

/** Fresh coffee on coffee: what left it since it was brewed belongs to the account that it joins. */
function toppedUp(into: Standing, fresh: Standing): Standing {
  const both = mixed(into, fresh);
  return {
    ...both,
    brewedG: into.brewedG + fresh.brewedG,
    evaporatedG: into.evaporatedG + fresh.evaporatedG,
  };
}

/** Coffee that was added to coffee: the oldest one's time and the shortest hold count. */
function mixed(into: Standing, added: Standing): Standing {
  const liquidG = into.liquidG + added.liquidG;
  const share = liquidG > 0 ? added.liquidG / liquidG : 0;
  const mean = (a: number, b: number) => a + share * (b - a);
  const holds = [into.holdMin, added.holdMin].filter((each) => each !== null);
  return {
    ...into,
    brewedG: into.brewedG + added.liquidG,
    brewedMs: Math.min(into.brewedMs, added.brewedMs),
    holdMin: holds.length > 0 ? Math.min(...holds) : null,
    cost: into.cost === null || added.cost === null ? null : into.cost + added.cost,
    liquidG,
    tempC: mean(into.tempC, added.tempC),
    strengthPct:
      into.strengthPct === null || added.strengthPct === null
        ? null
        : mean(into.strengthPct, added.strengthPct),
  };
}

function filled(state: BarState, event: BarEvent & Filling, kit: BarKit): BarState {
  const { vesselId, atMs } = event;
  const next = withPot(state, vesselId, { standing: freshOf(event, kit, atMs), brewing: null });
  return checkBrim(next, event, vesselId, kit);
}

/** Fresh coffee as it stands when it is noted, which may be a while after it was brewed. */
function freshOf(event: BarEvent & Filling, kit: BarKit, atMs: number): Standing {
  const { vesselId, liquidG, coffeeId, serve, cardId, batchId, strengthPct, tempC, holdMin, cost } = event;
  const pot = kit.vessels[vesselId] ?? UNKNOWN_POT;
  const brewedMs = Math.min(event.brewedMs, atMs);
  const brewed: Standing = {
    fillId: event.id,
    coffeeId,
    serve,
    cardId,
    batchId,
    brewedMs,
    holdMin,
    cost,
    onPlate: pot.plateIsOn,
    asOfMs: brewedMs,
    liquidG,
    strengthPct,
    tempC,
    brewedG: liquidG,
    servedG: 0,
    cups: 0,
    asideG: 0,
    evaporatedG: 0,
    unseenG: 0,
  };
  return standingAt(brewed, pot, atMs, kit.roomTempC);
}

function checkBrim(state: BarState, event: BarEvent, vesselId: string, kit: BarKit): BarState {
  const { brimG } = kit.vessels[vesselId] ?? UNKNOWN_POT;
  const { standing } = potOf(state, vesselId);
  return standing && standing.liquidG > brimG + NONE_G ? odd(state, event, "overBrim") : state;
}

function potOf(state: BarState, vesselId: string): Pot {
  return state.pots[vesselId] ?? NO_POT;
}

function standingIn(state: BarState, vesselId: string, atMs: number, kit: BarKit): Standing | null {
  const { standing } = potOf(state, vesselId);
  return standing && standingAt(standing, kit.vessels[vesselId] ?? UNKNOWN_POT, atMs, kit.roomTempC);
}

function withPot(state: BarState, vesselId: string, pot: Pot): BarState {
  return { ...state, pots: { ...state.pots, [vesselId]: pot } };
}

function withStanding(state: BarState, vesselId: string, standing: Standing | null): BarState {
  return withPot(state, vesselId, { ...potOf(state, vesselId), standing });
}

function ended(
  state: BarState,
  event: BarEvent & { readonly vesselId: string },
  standing: Standing,
  by: Ended["by"],
  restG: number,
): BarState {
  const reason = event.kind === "pouredAway" ? event.reason : null;
  const end: Ended = { vesselId: event.vesselId, atMs: event.atMs, by, reason, restG, standing };
  return { ...state, ended: [...state.ended, end] };
}

function odd(state: BarState, { id }: BarEvent, code: OddCode): BarState {
  return { ...state, odd: [...state.odd, { eventId: id, code }] };
}
