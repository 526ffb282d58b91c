import * as c from "./constants.ts";
import type { SizeClass } from "./sizes.ts";

/** A part of the dose that gives its solids at one rate. */
interface Pool {
  /** Of the dose, 0 to 1. */
  readonly part: number;
  /** At the reference temperature. */
  readonly perS: number;
}

/** Every size has a shell of broken cells and an inside: two pools, the second one slower the larger the grain. */
function poolsOf(classes: readonly SizeClass[]): readonly Pool[] {
  return classes.flatMap(({ share, um }) => {
    const shell = 1 - Math.max(0, 1 - (2 * c.BROKEN_UM) / um) ** 3;
    const slow = (c.SPHERE * c.DIFFUSION_M2_PER_S) / (um / c.UM_PER_M) ** 2;
    return [
      { part: share * shell, perS: c.BROKEN_PER_S },
      { part: share * (1 - shell), perS: Math.min(slow, c.BROKEN_PER_S) },
    ];
  });
}

/** The dose's soluble solids: in the grains by pool and layer, and dissolved by layer, g. */
export interface Solids {
  readonly layers: number;
  /** What a pool's own water holds per layer, g. */
  readonly waterG: Float64Array;
  readonly perS: Float64Array;
  /** Pool by pool within a layer, layer by layer. */
  readonly inGrains: Float64Array;
  readonly inLiquid: Float64Array;
}

/** Everything soluble, still in the grains. */
export function solidsOf(doseG: number, classes: readonly SizeClass[], layers: number): Solids {
  const pools = poolsOf(classes);
  const solubleG = (c.SOLUBLE_PCT / 100) * doseG;
  const inGrains = new Float64Array(layers * pools.length);
  for (let i = 0; i < inGrains.length; i++) {
    inGrains[i] = (pools[i % pools.length]!.part * solubleG) / layers;
  }
  return {
    layers,
    waterG: Float64Array.from(pools, ({ part }) => (c.UPTAKE_G_PER_G * doseG * part) / layers),
    perS: Float64Array.from(pools, ({ perS }) => perS),
    inGrains,
    inLiquid: new Float64Array(layers),
  };
}

/** One step of the liquid. */
export interface Carry {
  readonly stepS: number;
  /** Against the reference temperature's. */
  readonly rate: number;
  /** In the bed, g. */
  readonly liquidG: number;
  /** Into the highest layer and out of the lowest one, g. */
  readonly throughG: number;
  readonly flowOutG: number;
}

/**
 * One step of the solids: given by the grains, carried down, and out of the lowest layer.
 *
 * Implicit in each layer's concentration: what its pools give depends on it linearly, so that the layer is
 * solved at once. The loops are plain, because a forecast runs them a hundred thousand times.
 * @returns what left the bed, g
 */
export function carry(solids: Solids, { stepS, rate, liquidG, throughG, flowOutG }: Carry): number {
  if (!(liquidG > 0)) return 0;
  const { layers, waterG, perS, inGrains, inLiquid } = solids;
  const pools = perS.length;
  const layerG = liquidG / layers;
  let from = 0;
  for (let layer = 0; layer < layers; layer++) {
    const below = throughG - ((layer + 1) / layers) * (throughG - flowOutG);
    const first = layer * pools;
    let gives = inLiquid[layer]! + from;
    let holds = layerG + below;
    for (let j = 0; j < pools; j++) {
      const k = perS[j]! * rate * stepS;
      const share = k / (1 + k);
      gives += inGrains[first + j]! * share;
      holds += waterG[j]! * share;
    }
    const perG = gives / holds;
    for (let j = 0; j < pools; j++) {
      const k = perS[j]! * rate * stepS;
      inGrains[first + j] = (inGrains[first + j]! + k * perG * waterG[j]!) / (1 + k);
    }
    inLiquid[layer] = perG * layerG;
    from = perG * below;
  }
  return from;
}

/** How much faster everything goes than at the reference temperature. */
export function arrhenius(tempC: number): number {
  const inverse = 1 / (tempC + c.KELVIN) - 1 / (c.REFERENCE_C + c.KELVIN);
  return Math.exp((-c.ACTIVATION_J_PER_MOL / c.GAS_J_PER_MOL_K) * inverse);
}
