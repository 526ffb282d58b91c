import type { Random } from "#core/random";
import type { Device } from "./port.ts";

interface ProbeOptions extends Pick<Device, "name" | "unit"> {
  /** What is really there, how far a reading is off (a standard deviation), and the step it is shown in. */
  readonly value: number;
  readonly scatter: number;
  readonly step: number;
  readonly random: Random;
}

/** A thermometer or a strength meter that is dipped into a cup: it says one figure, a little off. */
export function simulatedProbe({ name, unit, value, scatter, step, random }: ProbeOptions): Device {
  const shown = Math.round((value + scatter * random.normal()) / step) / Math.round(1 / step);
  return { name, unit, read: () => shown, watch: () => () => {} };
}
