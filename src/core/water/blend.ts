import type { Water } from "./water.ts";

export interface Blend {
  /** Of the first water, 0 to 1; the rest is the second. */
  readonly share: number;
  readonly water: Water;
}

const FIGURES = ["hardnessMgL", "alkalinityMgL"] as const;

/**
 * The mix of two waters that comes nearest to a wanted one.
 *
 * Both figures mix by volume; the share minimises the sum of squared differences, each over what is wanted,
 * which is a parabola in the share with its vertex in closed form.
 * @param wanted mg/l, above 0
 */
export function blendTo(first: Water, second: Water, wanted: Water): Blend {
  let across = 0;
  let along = 0;
  for (const figure of FIGURES) {
    const apart = (first[figure] - second[figure]) / wanted[figure];
    across += apart * apart;
    along += (apart * (wanted[figure] - second[figure])) / wanted[figure];
  }
  // Two waters alike: any mix is the same.
  const share = across > 0 ? Math.min(1, Math.max(0, along / across)) : 1;
  const mixed = (figure: keyof Water) => share * first[figure] + (1 - share) * second[figure];
  return { share, water: { hardnessMgL: mixed("hardnessMgL"), alkalinityMgL: mixed("alkalinityMgL") } };
}
