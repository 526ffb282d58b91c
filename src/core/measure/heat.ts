/** Specific heat of what vessels are made of, J/g/K; usual handbook values at room temperature. */
export const SPECIFIC_HEAT = { steel: 0.5, glass: 0.84, ceramic: 0.9, plastic: 1.7 } as const;
export type VesselMaterial = keyof typeof SPECIFIC_HEAT;

/** Of a double-walled vessel, the share of its mass that warms with the coffee: the inner wall; usual 0.4 to 0.6. */
export const INNER_WALL_SHARE = 0.5;

interface Walls {
  readonly material: VesselMaterial;
  /** Empty, without its lid, g. */
  readonly massG: number;
  /** Two walls with nothing between them. */
  readonly insulated: boolean;
}

/** Heat capacity of a vessel, J/K: specific heat × the mass that warms. */
export function heatCapacityJPerK({ material, massG, insulated }: Walls): number {
  return SPECIFIC_HEAT[material] * massG * (insulated ? INNER_WALL_SHARE : 1);
}
