/** A cup that was weighed and metered. */
export interface MeteredCup {
  readonly doseG: number;
  /** Beverage, all ice melted, g. */
  readonly yieldG: number;
  readonly strengthPct: number;
}

/** Extraction of a metered cup, % of the dose: strength · yield / dose, the solids' balance. */
export function meteredExtractionPct({ doseG, yieldG, strengthPct }: MeteredCup): number {
  return (strengthPct * yieldG) / doseG;
}
