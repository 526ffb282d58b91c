/** Level measures that a kitchen has, ml. Source: metric spoons; a scoop varies by its maker, usual 25 to 60. */
export const SPOON_ML = { teaspoon: 5, tablespoon: 15, scoop: 30 } as const;
export type Spoon = keyof typeof SPOON_ML;

/** How far a level spoon of one coffee may lie from another: grind, heaping and settling; usual 0.15 to 0.3. */
export const SPOON_OFF_SHARE = 0.2;

export interface SpoonDose {
  readonly doseG: number;
  /** Lowest dose that these spoons may give, g. */
  readonly fromG: number;
  readonly toG: number;
}

/**
 * Spoons of coffee as grams, roughly: count · volume · density.
 *
 * @param densityGPerMl of the coffee, as it lies in a bed, g/ml
 */
export function spoonsToG({
  count,
  spoon,
  densityGPerMl,
}: {
  readonly count: number;
  readonly spoon: Spoon;
  readonly densityGPerMl: number;
}): SpoonDose {
  const doseG = count * SPOON_ML[spoon] * densityGPerMl;
  return { doseG, fromG: doseG * (1 - SPOON_OFF_SHARE), toG: doseG * (1 + SPOON_OFF_SHARE) };
}
