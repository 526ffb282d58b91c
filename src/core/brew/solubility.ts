import * as c from "./constants.ts";

/** Of the solids that hot water dissolves, those that water of a temperature does, 0 to 1. */
export function solubleShare(tempC: number): number {
  const warm = Math.min(1, Math.max(0, (tempC - c.COLD_C) / (c.HOT_C - c.COLD_C)));
  return c.COLD_SHARE + (1 - c.COLD_SHARE) * warm;
}

/** Solids in a gram of saturated liquid, g: no liquid is stronger. */
export function saturatedGPerG(tempC: number): number {
  return c.SATURATED_G_PER_G * solubleShare(tempC);
}

/**
 * Solids in the last liquid that runs out of a bed, g: out of the layers as they stand, the lowest first.
 *
 * @param inLiquidG solids in each layer's liquid, the topmost first
 * @param layerG liquid in each layer, g
 */
export function lastSolidsG(inLiquidG: ArrayLike<number>, layerG: number, lastG: number): number {
  let solidsG = 0;
  let leftG = lastG;
  for (let layer = inLiquidG.length - 1; layer >= 0 && leftG > 0; layer--) {
    solidsG += inLiquidG[layer]! * Math.min(1, leftG / layerG);
    leftG -= layerG;
  }
  return solidsG;
}
