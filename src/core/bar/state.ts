import type { DayListItem, PourReason } from "./events.ts";
import type { PotKit, Standing } from "./standing.ts";

/** A brew that is on its way into a vessel. */
export interface Brewing {
  readonly eventId: string;
  readonly cardId: string | null;
  readonly begunMs: number;
  readonly dueMs: number | null;
}

export interface Pot {
  readonly standing: Standing | null;
  readonly brewing: Brewing | null;
}

/** A pot's coffee whose account is closed. */
export interface Ended {
  readonly vesselId: string;
  readonly atMs: number;
  readonly by: "pouredAway" | "ranOut" | "moved" | "filledOver";
  readonly reason: PourReason | null;
  /** Poured away or moved on, g. */
  readonly restG: number;
  /** As it stood just before. */
  readonly standing: Standing;
}

/** Why an event changed less than it says. */
export const ODD_CODES = [
  "nothingThere",
  "moreThanWasThere",
  "filledOver",
  "intoItself",
  "overBrim",
] as const;
export type OddCode = (typeof ODD_CODES)[number];

export interface Odd {
  readonly eventId: string;
  readonly atMs: number;
  readonly code: OddCode;
}

/** Something of a day's opening or closing that was done. */
export interface Checked {
  readonly eventId: string;
  readonly atMs: number;
  readonly item: DayListItem;
  readonly note: string | null;
}

/** A batch that was begun, or filled in without a word before. */
export interface Brewed {
  readonly eventId: string;
  readonly atMs: number;
  readonly cardId: string;
}

/** What stands at a bar after its events. */
export interface BarState {
  /** By vessel; a vessel that nothing ever happened to is not in it. */
  readonly pots: ReadonlyMap<string, Pot>;
  readonly ended: readonly Ended[];
  /** In each ice source since it was filled, g. */
  readonly iceG: ReadonlyMap<string, number>;
  readonly odd: readonly Odd[];
  /** Events that somebody has looked at and leaves as they are: they are odd no more, whichever was told first. */
  readonly looked: ReadonlySet<string>;
  readonly checked: readonly Checked[];
  readonly brewed: readonly Brewed[];
}

export const EMPTY_BAR: BarState = {
  pots: new Map(),
  ended: [],
  iceG: new Map(),
  odd: [],
  looked: new Set(),
  checked: [],
  brewed: [],
};

/** A state while events are added to it, one after the other, without a copy for each. */
export interface Draft extends BarState {
  readonly pots: Map<string, Pot>;
  readonly ended: Ended[];
  readonly iceG: Map<string, number>;
  readonly odd: Odd[];
  readonly looked: Set<string>;
  readonly checked: Checked[];
  readonly brewed: Brewed[];
}

export function draftOf({ pots, ended, iceG, odd, looked, checked, brewed }: BarState): Draft {
  return {
    pots: new Map(pots),
    ended: ended.slice(),
    iceG: new Map(iceG),
    odd: odd.slice(),
    looked: new Set(looked),
    checked: checked.slice(),
    brewed: brewed.slice(),
  };
}

/** A site's vessels by id, and its room. */
export interface BarKit {
  readonly vessels: Readonly<Record<string, PotKit>>;
  readonly roomTempC: number;
}

/** A vessel that nobody knows any more: an insulated pot of two litres. */
export const UNKNOWN_POT: PotKit = {
  brimG: 2000,
  holdMin: null,
  cooling: { tauMin: 600, filledG: 1900, vesselJPerK: 300 },
  plate: null,
  plateIsOn: false,
};
