import type { Device, DeviceUnit } from "./port.ts";

interface SimulatedOptions {
  readonly name: string;
  readonly unit: DeviceUnit;
  readonly start: number;
  /** Range and step of its reading. */
  readonly least: number;
  readonly most: number;
  readonly step: number;
}

/** A device without hardware: what it shows is set by hand, or played. */
export interface SimulatedDevice extends Device {
  readonly least: number;
  readonly most: number;
  readonly step: number;
  /** Puts it at a reading; what was being played stops. */
  readonly set: (value: number) => void;
  /** Moves to a reading over some time, as a pot fills or cools; the later of two plays counts. */
  readonly play: (target: number, overMs: number) => void;
}

const FRAME_MS = 100;

/** A scale or thermometer that is dragged and played: for trying out, teaching and tests. */
export function simulatedDevice({ name, unit, start, least, most, step }: SimulatedOptions): SimulatedDevice {
  let shown = start;
  let playing: ReturnType<typeof setInterval> | undefined;
  const listeners = new Set<() => void>();
  const show = (value: number) => {
    const inRange = Math.min(most, Math.max(least, value));
    // Divided again, so that 0.1 does not show as 0.30000000000000004.
    shown = Math.round(inRange / step) / Math.round(1 / step);
    for (const listener of listeners) listener();
  };
  const stop = () => clearInterval(playing);
  return {
    name,
    unit,
    least,
    most,
    step,
    read: () => shown,
    watch: (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    set: (value) => {
      stop();
      show(value);
    },
    play: (target, overMs) => {
      stop();
      const from = shown;
      const frames = Math.max(1, Math.round(overMs / FRAME_MS));
      let frame = 0;
      playing = setInterval(() => {
        frame++;
        show(from + ((target - from) * frame) / frames);
        if (frame >= frames) stop();
      }, FRAME_MS);
    },
  };
}
