import { useEffect, useRef, useState } from "react";
import type { BrewInput } from "#core/brew";
import type { Stall } from "#core/live";
import type { Reading } from "#core/weighing";
import type { Forecasts, LiveAnswer } from "#workers/index.ts";

const REFIT_MS = 1000;
/** A brew's end is forecast from this time of its clock on, s. */
const QUIET_S = 20;

interface LiveAsking {
  readonly brew: BrewInput | null;
  readonly under: "vessel" | "brewer";
  readonly readings: readonly Reading[];
  readonly clockS: () => number;
  readonly isRunning: boolean;
}

interface LiveNow extends LiveAnswer {
  /** It has stalled, even if it runs again. */
  readonly hadStalled: boolean;
}

/** A running brew's forecast, made anew every second in a worker; undefined while nothing is known of it. */
export function useLive({ brew, under, readings, clockS, isRunning }: LiveAsking): LiveNow | undefined {
  const [answer, setAnswer] = useState<LiveNow>();
  const from = useRef(1);
  const stall = useRef<Stall | undefined>(undefined);
  useEffect(() => {
    if (!brew || !isRunning) return;
    let isOn = true;
    let worker: Forecasts | undefined;
    let isAsking = false;
    const refit = async () => {
      const nowS = clockS();
      if (!worker || isAsking || nowS < QUIET_S || readings.length === 0) return;
      isAsking = true;
      // A worker that is gone says nothing: the card's own time counts.
      const live = await worker
        .live({ brew, under, readings, nowS, from: from.current, stall: stall.current })
        .catch(() => undefined);
      isAsking = false;
      if (!isOn || !live) return;
      from.current = live.permeability;
      stall.current = live.stall;
      setAnswer((before) => ({ ...live, hadStalled: before?.hadStalled || live.stall !== undefined }));
    };
    void import("#workers/index.ts").then(({ forecasts }) => {
      if (isOn) worker = forecasts();
    });
    const again = setInterval(() => void refit(), REFIT_MS);
    return () => {
      isOn = false;
      clearInterval(again);
      worker?.end();
    };
  }, [brew, under, readings, clockS, isRunning]);
  return answer;
}
