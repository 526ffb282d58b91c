import { useCallback, useEffect, useRef, useState } from "react";
import { packTape } from "#core/guide";
import { isBelieved, type Reading, steadyG } from "#core/weighing";
import type { Device } from "#devices/index.ts";
import { forgetTape, keepTape, keptTape } from "./keptTape.ts";

/** Seconds between two readings of a recording, and the most readings that one has. */
const TAPE_STEP_S = 0.2;
const MOST_TAPE = 9000;
/** A scale that has said nothing for so long is away, ms. */
const AWAY_MS = 3000;
/** A reading is drawn so often, and the recording kept on the device so often, ms. */
const STATE_MS = 500;
const KEEP_MS = 5000;
/** Readings that tell whether it has come to rest, s. */
const LATELY_S = 3;
const MS = 1000;

export interface ScaleNow {
  /** As it shows now, its zero taken off; undefined without a scale, or while it is away. */
  readonly shownG: number | undefined;
  /** The same once it has come to rest. */
  readonly steadyG: number | undefined;
  readonly isAway: boolean;
  /** One a second, those that are to be believed. */
  readonly readings: readonly Reading[];
  readonly zero: () => void;
  readonly tape: () =>
    | { readonly stepS: number; readonly fromS: number; readonly packed: string }
    | undefined;
}

interface ScaleAsking {
  readonly guideId: string;
  readonly device: Device | undefined;
  readonly clockS: () => number;
  readonly isRunning: boolean;
  /** The brew is logged or left. */
  readonly isEnded: boolean;
}

interface Recording {
  zeroG: number;
  fromS: number;
  massG: number[];
  /** The same list for good: whoever follows it sees what comes. */
  readonly readings: Reading[];
}

/** A scale beside a guide: what it shows, what is believed of it, and its recording, which a reload does not end. */
export function useScale({ guideId, device, clockS, isRunning, isEnded }: ScaleAsking): ScaleNow {
  const [shown, setShown] = useState<{ readonly massG: number; readonly steadyG: number | undefined }>();
  const [isAway, setAway] = useState(false);
  const recording = useRef<Recording>({ zeroG: 0, fromS: 0, massG: [], readings: [] });
  useEffect(() => {
    const stored = keptTape(guideId);
    if (!stored) return;
    const { readings } = recording.current;
    readings.splice(0, readings.length, ...stored.readings);
    recording.current = { ...stored, massG: [...stored.massG], readings };
  }, [guideId]);
  useEffect(() => {
    if (isEnded) forgetTape(guideId);
  }, [isEnded, guideId]);
  useEffect(() => {
    if (!device) return;
    let drawnMs = 0;
    let lately: Reading[] = [];
    let heardMs = performance.now();
    const end = device.watch(() => {
      const massG = device.read() - recording.current.zeroG;
      const nowMs = performance.now();
      heardMs = nowMs;
      lately = [...lately.filter(({ atS }) => atS > nowMs / MS - LATELY_S), { atS: nowMs / MS, massG }];
      if (isRunning) record(recording.current, { atS: clockS(), massG });
      if (nowMs - drawnMs < STATE_MS) return;
      drawnMs = nowMs;
      setAway(false);
      setShown({ massG, steadyG: steadyG(lately) });
    });
    const watch = setInterval(() => setAway(performance.now() - heardMs > AWAY_MS), STATE_MS);
    const keep = () => isRunning && keepTape(guideId, recording.current);
    const keeping = setInterval(keep, KEEP_MS);
    // A page that is closed is told so, a screen that is left is unmounted.
    window.addEventListener("pagehide", keep);
    return () => {
      end();
      clearInterval(watch);
      clearInterval(keeping);
      window.removeEventListener("pagehide", keep);
      keep();
    };
  }, [guideId, device, clockS, isRunning]);
  return {
    shownG: device && !isAway ? shown?.massG : undefined,
    steadyG: device && !isAway ? shown?.steadyG : undefined,
    isAway: device !== undefined && isAway,
    readings: recording.current.readings,
    zero: useCallback(() => {
      if (device) recording.current.zeroG = device.read();
    }, [device]),
    tape: useCallback(() => {
      const { fromS, massG } = recording.current;
      return massG.length === 0 ? undefined : { stepS: TAPE_STEP_S, fromS, packed: packTape(massG) };
    }, []),
  };
}

/** Puts a reading onto the recording at its place, and among the believed ones where a second has passed. */
function record(recording: Recording, reading: Reading): void {
  const { massG, readings } = recording;
  if (massG.length === 0) recording.fromS = reading.atS;
  const place = Math.round((reading.atS - recording.fromS) / TAPE_STEP_S);
  // A gap is filled with what was shown before it.
  for (let i = massG.length; i <= place && i < MOST_TAPE; i++) massG[i] = massG.at(-1) ?? 0;
  if (place >= 0 && place < MOST_TAPE) massG[place] = reading.massG;
  const last = readings.at(-1);
  if ((last === undefined || reading.atS - last.atS >= 1) && isBelieved(last, reading))
    readings.push(reading);
}
