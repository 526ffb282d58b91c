import type { BarEvent, Filling } from "./events.ts";
import { type Standing, standingAt } from "./standing.ts";
import {
  type BarKit,
  type BarState,
  type Draft,
  draftOf,
  type Ended,
  type OddCode,
  type Pot,
  UNKNOWN_POT,
} from "./state.ts";

/** Masses below this are nothing, g. */
const NONE_G = 1e-6;
const NO_POT: Pot = { standing: null, brewing: null };

/** What stands there after one more event, which happened at or after all before it. */
export function stepped(state: BarState, event: BarEvent, kit: BarKit): BarState {
  const draft = draftOf(state);
  stepInto(draft, event, kit);
  return draft;
}

/**
 * Adds one more event to a draft. An event that cannot have been as it says changes what it can, and is noted as odd;
 * nothing is ever lost of it.
 */
export function stepInto(draft: Draft, event: BarEvent, kit: BarKit): void {
  switch (event.kind) {
    case "undone":
      return;
    case "lookedAt": {
      draft.looked.add(event.eventId);
      const at = draft.odd.findIndex(({ eventId }) => eventId === event.eventId);
      if (at >= 0) draft.odd.splice(at, 1);
      return;
    }
    case "checked": {
      const { id: eventId, atMs, item, note } = event;
      draft.checked.push({ eventId, atMs, item, note });
      return;
    }
    case "iceFilled":
      draft.iceG.set(event.iceId, event.massG);
      return;
    case "iceTaken": {
      const left = (draft.iceG.get(event.iceId) ?? 0) - event.massG;
      draft.iceG.set(event.iceId, Math.max(0, left));
      if (left < -NONE_G) odd(draft, event, "moreThanWasThere");
      return;
    }
    case "brewBegun": {
      const { cardId, dueMs, vesselId } = event;
      noteBrewed(draft, event, cardId);
      const brewing = { eventId: event.id, cardId, begunMs: event.atMs, dueMs };
      draft.pots.set(vesselId, { ...potOf(draft, vesselId), brewing });
      return;
    }
    case "potFilled": {
      // What was told when it began is one batch.
      if (event.cardId !== potOf(draft, event.vesselId).brewing?.cardId)
        noteBrewed(draft, event, event.cardId);
      const before = standingIn(draft, event.vesselId, event.atMs, kit);
      if (before) {
        const hasRest = before.liquidG > NONE_G;
        // A pot that is empty by now has an account as well: what steamed away since somebody looked.
        end(draft, event, before, hasRest ? "filledOver" : "ranOut", before.liquidG);
        if (hasRest) odd(draft, event, "filledOver");
      }
      fill(draft, event, kit);
      return;
    }
    case "potToppedUp": {
      const before = standingIn(draft, event.vesselId, event.atMs, kit);
      if (!before) {
        fill(draft, event, kit);
        return;
      }
      stand(draft, event.vesselId, toppedUp(before, freshOf(event, kit, event.atMs)));
      checkBrim(draft, event, event.vesselId, kit);
      return;
    }
    case "potMoved":
      move(draft, event, kit);
      return;
    default:
      inPot(draft, event, kit);
  }
}

function noteBrewed(draft: Draft, { id: eventId, atMs }: BarEvent, cardId: string | null): void {
  if (cardId !== null) draft.brewed.push({ eventId, atMs, cardId });
}

type InPot = Extract<
  BarEvent,
  { kind: "served" | "setAside" | "plateTurned" | "pouredAway" | "ranOut" | "potMeasured" }
>;

/** What happens to coffee that stands in one vessel. */
function inPot(draft: Draft, event: InPot, kit: BarKit): void {
  const { vesselId, atMs } = event;
  const now = standingIn(draft, vesselId, atMs, kit);
  if (!now) {
    odd(draft, event, "nothingThere");
    return;
  }
  switch (event.kind) {
    case "served":
    case "setAside": {
      const takenG = Math.min(event.massG, now.liquidG);
      if (event.kind === "served") {
        now.servedG += takenG;
        now.cups += event.cups ?? 0;
      } else {
        now.asideG += takenG;
      }
      now.liquidG -= takenG;
      stand(draft, vesselId, now);
      if (event.massG > takenG + NONE_G) odd(draft, event, "moreThanWasThere");
      return;
    }
    case "plateTurned":
      now.onPlate = event.on;
      stand(draft, vesselId, now);
      return;
    case "pouredAway":
      end(draft, event, now, "pouredAway", now.liquidG);
      stand(draft, vesselId, null);
      return;
    case "ranOut":
      now.unseenG += now.liquidG;
      now.liquidG = 0;
      end(draft, event, now, "ranOut", 0);
      stand(draft, vesselId, null);
      return;
    case "potMeasured": {
      const leftG = event.leftG ?? now.liquidG;
      now.unseenG += now.liquidG - leftG;
      now.liquidG = leftG;
      now.tempC = event.tempC ?? now.tempC;
      now.strengthPct = event.strengthPct ?? now.strengthPct;
      stand(draft, vesselId, now);
    }
  }
}

/** All of a pot into another one: its account goes along; on coffee that stands there it is added to that one's. */
function move(draft: Draft, event: Extract<BarEvent, { kind: "potMoved" }>, kit: BarKit): void {
  const { vesselId, toId, atMs } = event;
  const from = standingIn(draft, vesselId, atMs, kit);
  if (vesselId === toId || !from) {
    odd(draft, event, from ? "intoItself" : "nothingThere");
    return;
  }
  const into = standingIn(draft, toId, atMs, kit);
  stand(draft, vesselId, null);
  if (!into || into.liquidG <= NONE_G) {
    if (into) end(draft, { ...event, vesselId: toId }, into, "ranOut", into.liquidG);
    from.onPlate = kitOf(toId, kit).plateIsOn;
    stand(draft, toId, from);
  } else {
    end(draft, event, from, "moved", from.liquidG);
    stand(draft, toId, mixed(into, from));
  }
  checkBrim(draft, event, toId, kit);
}

/** Fresh coffee on coffee: what left it since it was brewed belongs to the account that it joins. */
function toppedUp(into: Standing, fresh: Standing): Standing {
  return {
    ...mixed(into, fresh),
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
  const areMetered = into.strengthPct !== null && added.strengthPct !== null;
  return {
    ...into,
    brewedG: into.brewedG + added.liquidG,
    brewedMs: Math.min(into.brewedMs, added.brewedMs),
    holdMin: holds.length > 0 ? Math.min(...holds) : null,
    cost: into.cost === null || added.cost === null ? null : into.cost + added.cost,
    liquidG,
    tempC: mean(into.tempC, added.tempC),
    strengthPct: areMetered ? mean(into.strengthPct, added.strengthPct) : null,
  };
}

function fill(draft: Draft, event: BarEvent & Filling, kit: BarKit): void {
  draft.pots.set(event.vesselId, { standing: freshOf(event, kit, event.atMs), brewing: null });
  checkBrim(draft, event, event.vesselId, kit);
}

/** Fresh coffee as it stands when it is noted, which may be a while after it was brewed. */
function freshOf(event: BarEvent & Filling, kit: BarKit, atMs: number): Standing {
  const { vesselId, liquidG, coffeeId, serve, cardId, batchId, strengthPct, tempC, holdMin, cost } = event;
  const pot = kitOf(vesselId, kit);
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

function kitOf(vesselId: string, kit: BarKit) {
  return kit.vessels[vesselId] ?? UNKNOWN_POT;
}

function potOf(draft: Draft, vesselId: string): Pot {
  return draft.pots.get(vesselId) ?? NO_POT;
}

/** What stands in a vessel at a moment, as a copy of its own. */
function standingIn(draft: Draft, vesselId: string, atMs: number, kit: BarKit) {
  const { standing } = potOf(draft, vesselId);
  return standing && standingAt(standing, kitOf(vesselId, kit), atMs, kit.roomTempC);
}

function stand(draft: Draft, vesselId: string, standing: Standing | null): void {
  draft.pots.set(vesselId, { standing, brewing: potOf(draft, vesselId).brewing });
}

function checkBrim(draft: Draft, event: BarEvent, vesselId: string, kit: BarKit): void {
  const { standing } = potOf(draft, vesselId);
  if (standing && standing.liquidG > kitOf(vesselId, kit).brimG + NONE_G) odd(draft, event, "overBrim");
}

function end(
  draft: Draft,
  event: BarEvent & { readonly vesselId: string },
  standing: Standing,
  by: Ended["by"],
  restG: number,
): void {
  const reason = event.kind === "pouredAway" ? event.reason : null;
  draft.ended.push({ vesselId: event.vesselId, atMs: event.atMs, by, reason, restG, standing });
}

function odd(draft: Draft, { id, atMs }: BarEvent, code: OddCode): void {
  if (!draft.looked.has(id)) draft.odd.push({ eventId: id, atMs, code });
}
