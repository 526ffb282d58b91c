/** Specific heat of water and of coffee, J/g/K. Between 4.18 and 4.22 from 0 to 100 °C; 4.19 is its middle. */
export const WATER_J_PER_G_K = 4.19;

/** Specific heat of ice near its melting point, J/g/K. Usual range 1.9 (−40 °C) to 2.1 (0 °C). */
export const ICE_J_PER_G_K = 2.09;

/** Heat that melts a gram of ice at 0 °C, J/g. */
export const MELTING_J_PER_G = 333.6;

/** Ice as it is when it goes in. */
export interface Ice {
  /** −40 to 0 °C. */
  readonly iceTempC: number;
  /** Share of its mass that is already water at 0 °C: 0 ≤ u < 1; a drained bin machine 0.05–0.15, a freezer 0. */
  readonly iceWetShare: number;
}

/** The vessel that shares its heat with what is in it. */
export interface VesselHeat {
  /** Heat capacity, J/K: 0 for one that takes no part; a glass server about 200, a steel one about 350. */
  readonly vesselJPerK: number;
  readonly vesselTempC: number;
}

/** Heat that a gram of this ice takes to become water at 0 °C, J/g; its wet share takes none. */
export function meltingHeatJPerG({ iceTempC, iceWetShare }: Ice): number {
  return (1 - iceWetShare) * (ICE_J_PER_G_K * -iceTempC + MELTING_J_PER_G);
}
