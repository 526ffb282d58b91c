import { HOT_COFFEE_G_PER_ML, ICE_G_PER_ML } from "./density.ts";

/** Content of a server at one moment. */
export interface Standing {
  readonly iceG: number;
  readonly liquidG: number;
  readonly liquidTempC: number;
}

const HOT_C = 80;

/**
 * How high a server is filled, ml: ice in a heap with gaps, which liquid fills before anything rises above the heap.
 * Ice counts with all its own volume, because under a brim nothing can be pushed down.
 *
 * level = max(ice / heap, ice / 0.917 + liquid / its density); the density falls from 1 at 0 °C to 0.965 g/ml at 80 °C,
 * counted as a straight line.
 *
 * @param iceHeapGPerMl heaped ice with its gaps, g/ml
 */
export function levelMl({ iceG, liquidG, liquidTempC }: Standing, iceHeapGPerMl: number): number {
  const gPerMl = 1 - ((1 - HOT_COFFEE_G_PER_ML) * Math.min(HOT_C, Math.max(0, liquidTempC))) / HOT_C;
  return Math.max(iceG / iceHeapGPerMl, iceG / ICE_G_PER_ML + liquidG / gPerMl);
}
