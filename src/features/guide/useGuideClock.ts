import { useCallback, useEffect, useRef, useState } from "react";
import { drawnAgoMs } from "#offline/drawn.ts";
import { houseTime, lookedAt, type SteadyClock, steadyClock } from "#ui/steadyClock.ts";

/** The clock is drawn so often, ms: no second of it is skipped. */
const TICK_MS = 200;
/** A device that is further off than this is set right by the house's answer, ms. */
const SET_RIGHT_MS = 1500;

export interface GuideClock {
  /** The machine's time, ms; drawn anew several times a second. */
  readonly atMs: number;
  readonly now: () => number;
  /** Sets it right by an answer of the house. */
  readonly setRight: (machineMs: number) => void;
}

/** The house's time on this device, whatever its own clock says or is set to. */
export function useGuideClock(machineMs: number): GuideClock {
  const clock = useRef<SteadyClock | undefined>(undefined);
  const now = useCallback(() => {
    const [deviceMs, monoMs] = [Date.now(), performance.now()];
    clock.current = clock.current
      ? lookedAt(clock.current, deviceMs, monoMs)
      : steadyClock(machineMs + drawnAgoMs(), deviceMs, monoMs);
    return houseTime(clock.current);
  }, [machineMs]);
  const setRight = useCallback(
    (houseMs: number) => {
      if (Math.abs(houseMs - now()) > SET_RIGHT_MS)
        clock.current = steadyClock(houseMs, Date.now(), performance.now());
    },
    [now],
  );
  const [atMs, setAtMs] = useState(machineMs);
  useEffect(() => {
    const tick = setInterval(() => setAtMs(now()), TICK_MS);
    return () => clearInterval(tick);
  }, [now]);
  return { atMs, now, setRight };
}
