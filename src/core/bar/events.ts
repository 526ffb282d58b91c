import type { Serve } from "#core/sheet";

/** Reasons for which a pot is poured away. */
export const POUR_REASONS = ["tooOld", "tooCold", "taste", "wrongBrew", "closing", "other"] as const;
export type PourReason = (typeof POUR_REASONS)[number];

/** Short lists of a day, each with what is looked at. */
export const DAY_LISTS = {
  opening: ["water", "ice", "filters", "doses", "dial", "firstBrews"],
  closing: ["pots", "stock", "clean", "iceBin", "list"],
} as const;
export type DayList = keyof typeof DAY_LISTS;
export type DayListItem = (typeof DAY_LISTS)[DayList][number];

/** Nothing waits for longer than a day, min. */
export const MOST_WAIT_MIN = 1440;

/** Coffee as it goes into a pot. */
export interface Filling {
  readonly vesselId: string;
  readonly coffeeId: string | null;
  readonly serve: Serve;
  readonly cardId: string | null;
  readonly batchId: string | null;
  /** g, above 0 */
  readonly liquidG: number;
  /** % by mass; null where nobody metered or forecast it. */
  readonly strengthPct: number | null;
  readonly tempC: number;
  /** When it was brewed: its age and its hold count from then, ms. */
  readonly brewedMs: number;
  /** How long the product may be sold, min; null where only its vessel says. */
  readonly holdMin: number | null;
  /** What it cost, in minor units of money. */
  readonly cost: number | null;
}

/** One thing that happened at the bar, with its figures. */
export type Happened =
  | {
      readonly kind: "brewBegun";
      readonly vesselId: string;
      readonly cardId: string | null;
      readonly dueMs: number | null;
      /** How long it had stood in what is to do, min; null where it was not begun from there. */
      readonly waitedMin: number | null;
    }
  | ({ readonly kind: "potFilled" } & Filling)
  | ({ readonly kind: "potToppedUp" } & Filling)
  | {
      readonly kind: "served";
      readonly vesselId: string;
      /** All of it, g. */
      readonly massG: number;
      /** Cups, and the size of one, ml; null where it was weighed. */
      readonly cups: number | null;
      readonly cupMl: number | null;
    }
  | { readonly kind: "setAside"; readonly vesselId: string; readonly massG: number }
  | { readonly kind: "potMoved"; readonly vesselId: string; readonly toId: string }
  | { readonly kind: "plateTurned"; readonly vesselId: string; readonly on: boolean }
  | { readonly kind: "pouredAway"; readonly vesselId: string; readonly reason: PourReason }
  | { readonly kind: "ranOut"; readonly vesselId: string }
  | {
      readonly kind: "potMeasured";
      readonly vesselId: string;
      /** Weighed, g. */
      readonly leftG: number | null;
      readonly tempC: number | null;
      readonly strengthPct: number | null;
    }
  | { readonly kind: "iceFilled"; readonly iceId: string; readonly massG: number }
  | { readonly kind: "iceTaken"; readonly iceId: string; readonly massG: number }
  /** Somebody looked at an event that cannot have been as it says, and leaves it so. */
  | { readonly kind: "lookedAt"; readonly eventId: string }
  /** Something of a day's opening or closing is done; with what was found, where somebody wrote it down. */
  | { readonly kind: "checked"; readonly item: DayListItem; readonly note: string | null }
  /** Takes back another event; an undo is taken back the same way. */
  | { readonly kind: "undone"; readonly eventId: string };

/** An event as it is kept: made on a device, with its own id and time. */
export type BarEvent = Happened & { readonly id: string; readonly atMs: number };

/** The order in which events happened: by time, and by id where two are of one millisecond. */
export function inOrder(a: BarEvent, b: BarEvent): number {
  return a.atMs - b.atMs || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);
}
