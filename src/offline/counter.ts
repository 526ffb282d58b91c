/** Who works at this device, as its worker knows: what it needs to lock what is kept, without asking the house. */
export interface OfflineCounter {
  readonly personId: string;
  /** Without a touch for so long, nothing that is kept is shown. */
  readonly lockAfterMin: number;
  /** By this device's clock, ms. */
  readonly touchedMs: number;
  readonly isLocked: boolean;
  /** The screen was locked while the house was away: the sign-in is to be ended there before anything is opened. */
  readonly isUnended: boolean;
}

/** A page says it to the device's worker. */
export type ToWorker =
  /** Somebody is signed in, and a page stands. */
  | {
      readonly kind: "here";
      readonly personId: string;
      readonly lockAfterMin: number;
      readonly siteId: string | undefined;
    }
  | { readonly kind: "touched" }
  | { readonly kind: "locked" }
  /** The screen was locked, and the house did not hear it. */
  | { readonly kind: "unended" };

const MS_PER_MIN = 60_000;

/** Whether nothing is shown of what is kept: nobody was here, the screen was locked, or nobody touched it for too long. */
export function isShut(counter: OfflineCounter | undefined, nowMs: number): boolean {
  if (!counter || counter.isLocked) return true;
  // A device's clock that was set back does not hold the door open.
  return Math.abs(nowMs - counter.touchedMs) > counter.lockAfterMin * MS_PER_MIN;
}

/** The counter after a page said something; a stranger's touch is none. */
export function counterAfter(
  before: OfflineCounter | undefined,
  message: ToWorker,
  nowMs: number,
): OfflineCounter | undefined {
  if (message.kind === "here") {
    const { personId, lockAfterMin } = message;
    return { personId, lockAfterMin, touchedMs: nowMs, isLocked: false, isUnended: false };
  }
  if (!before) return undefined;
  if (message.kind === "locked") return { ...before, isLocked: true };
  if (message.kind === "unended") return { ...before, isLocked: true, isUnended: true };
  return before.isLocked ? before : { ...before, touchedMs: nowMs };
}
