/** Grams on a scale at a time from the first water. */
export interface Reading {
  readonly atS: number;
  readonly massG: number;
}
