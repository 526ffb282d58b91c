import { coarser, type Dial, onDial } from "./dial.ts";

/** How far a first trial steps aside, as a share of the dial: one unit on a dial of 24 can be tasted. */
const BRACKET_SHARE = 1 / 24;

export interface Bracket {
  /** Absent where the dial ends. */
  readonly finer?: number;
  readonly coarser?: number;
}

/** The one finer and the one coarser setting that a first trial brews beside `setting`. */
export function bracketAround(setting: number, dial: Dial): Bracket {
  const steps = Math.max(1, Math.round((BRACKET_SHARE * (dial.max - dial.min)) / dial.step));
  const aside = (units: number) => {
    const beside = onDial(coarser(setting, units, dial), dial);
    return beside.limitedBy ? undefined : beside.setting;
  };
  const finerSetting = aside(-steps * dial.step);
  const coarserSetting = aside(steps * dial.step);
  return {
    ...(finerSetting !== undefined && { finer: finerSetting }),
    ...(coarserSetting !== undefined && { coarser: coarserSetting }),
  };
}
