/** A device's clock as it was last looked at, beside one that nobody can set. */
export interface SteadyClock {
  /** Added to the device's clock it is the house's, ms. */
  readonly offsetMs: number;
  readonly deviceMs: number;
  /** Of a clock that only runs forwards, and may stand still while the device sleeps. */
  readonly monoMs: number;
}

/** Two clocks of one device differ by less when nothing has happened, ms. */
const SAME_MS = 1500;
/** A device sleeps for so long at most while somebody brews; more is a clock that was set, ms. */
const MOST_SLEEP_MS = 15 * 60_000;

/** The clock of a device that knows the house's time as it is now. */
export function steadyClock(houseMs: number, deviceMs: number, monoMs: number): SteadyClock {
  return { offsetMs: houseMs - deviceMs, deviceMs, monoMs };
}

/** Looks at a clock again: a device's clock that was set meanwhile moves nothing; one that slept has gone on. */
export function lookedAt(before: SteadyClock, deviceMs: number, monoMs: number): SteadyClock {
  const jumpMs = deviceMs - before.deviceMs - (monoMs - before.monoMs);
  const hasSlept = jumpMs > 0 && jumpMs <= MOST_SLEEP_MS;
  const offsetMs = Math.abs(jumpMs) < SAME_MS || hasSlept ? before.offsetMs : before.offsetMs - jumpMs;
  return { offsetMs, deviceMs, monoMs };
}

/** The house's time by a clock that was just looked at, ms. */
export function houseTime({ offsetMs, deviceMs }: SteadyClock): number {
  return offsetMs + deviceMs;
}
