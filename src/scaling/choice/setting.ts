import type { BenchBrewer } from "#contract/bench.ts";

/** Deliveries this close are one, g. */
const SAME_G = 0.5;

export interface Setting {
  readonly settingG: number;
  readonly deliveredG: number;
}

/** The brewer's setting whose delivery is nearest, and what it delivers; g */
export function nearestSetting(
  { lattice: { interceptG, slope, stepG, minSettingG, maxSettingG } }: Pick<BenchBrewer, "lattice">,
  waterG: number,
): Setting {
  const steps = Math.round(((waterG - interceptG) / slope - minSettingG) / stepG);
  const settingG = Math.min(maxSettingG, Math.max(minSettingG, minSettingG + steps * stepG));
  return { settingG, deliveredG: interceptG + slope * settingG };
}

/**
 * What a brewer with steps is set to where somebody wants `waterG` of it.
 *
 * @returns undefined where it delivers just that, or the water is beyond what it can be set to: that is another question
 */
export function settable(brewer: Pick<BenchBrewer, "kind" | "lattice">, waterG: number): Setting | undefined {
  const setting = nearestSetting(brewer, waterG);
  const offG = Math.abs(setting.deliveredG - waterG);
  const { stepG, slope } = brewer.lattice;
  return offG >= SAME_G && offG <= (stepG * slope) / 2 + SAME_G ? setting : undefined;
}
