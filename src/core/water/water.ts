/** Properties of water that matter in the cup and in the boiler, mg/l as calcium carbonate. */
export interface Water {
  /** Calcium and magnesium: they take out flavour, and scale up boilers. */
  readonly hardnessMgL: number;
  /** Bicarbonate: it takes the edge off acids. */
  readonly alkalinityMgL: number;
}

/** A gentle window for filter coffee, mg/l as calcium carbonate: wide enough for most houses' taste. */
export const GENTLE = { hardnessMgL: [40, 120], alkalinityMgL: [30, 75] } as const;

export interface WaterTrouble {
  readonly figure: keyof Water;
  readonly side: "below" | "above";
}

/** Where a water lies outside the gentle window. */
export function waterTroubles(water: Water): readonly WaterTrouble[] {
  return (["hardnessMgL", "alkalinityMgL"] as const).flatMap((figure): WaterTrouble[] => {
    const [low, high] = GENTLE[figure];
    if (water[figure] < low) return [{ figure, side: "below" }];
    return water[figure] > high ? [{ figure, side: "above" }] : [];
  });
}
