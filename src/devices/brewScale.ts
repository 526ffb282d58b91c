import type { Random } from "#core/random";
import type { Device } from "./port.ts";

interface BrewScaleOptions {
  readonly name: string;
  /** What really lies on it at a time of the brew's clock, s; g. */
  readonly massAt: (clockS: number) => number;
  readonly clockS: () => number;
  readonly random: Random;
  /** While the hand pours or the basket drips the reading wobbles by so much, g. */
  readonly wobbleG?: number;
  /** A stretch of the clock in which it says nothing, s. */
  readonly dropout?: { readonly fromS: number; readonly untilS: number };
  /** A stretch in which the kettle or the server is lifted off it, s. */
  readonly lifted?: { readonly fromS: number; readonly untilS: number };
}

const FRAME_MS = 100;
const USUAL_WOBBLE_G = 1.2;
/** It shows tenths of a gram. */
const STEP_G = 0.1;

/** A scale that stands under a brew as the forecast has it, with the noise of a counter: for trying out, teaching and tests. */
export function simulatedBrewScale({
  name,
  massAt,
  clockS,
  random,
  wobbleG = USUAL_WOBBLE_G,
  dropout,
  lifted,
}: BrewScaleOptions): Device {
  const listeners = new Set<() => void>();
  let shown = 0;
  let ticking: ReturnType<typeof setInterval> | undefined;
  const isIn = (span: typeof dropout, atS: number) =>
    span !== undefined && atS >= span.fromS && atS < span.untilS;
  const tick = () => {
    const atS = clockS();
    if (isIn(dropout, atS)) return;
    const massG = isIn(lifted, atS) ? 0 : massAt(atS) + wobbleG * random.normal();
    shown = Math.round(massG / STEP_G) * STEP_G;
    for (const listener of listeners) listener();
  };
  return {
    name,
    unit: "g",
    read: () => shown,
    watch: (listener) => {
      listeners.add(listener);
      ticking ??= setInterval(tick, FRAME_MS);
      return () => {
        listeners.delete(listener);
        if (listeners.size > 0) return;
        clearInterval(ticking);
        ticking = undefined;
      };
    },
  };
}
