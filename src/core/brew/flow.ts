import { type Basket, diameterAtMm } from "./basket.ts";
import * as c from "./constants.ts";

/** g/s per mm of head, times Pa·s: k·ρ²·g over the bed's resistance ∫dh/A. */
export function darcyOf({
  basket,
  depthMm,
  diameterUm,
  permeability,
}: {
  readonly basket: Basket;
  readonly depthMm: number;
  readonly diameterUm: number;
  readonly permeability: number;
}): number {
  const d = diameterUm / c.UM_PER_M;
  const kM2 = (permeability * c.CLOGGING * c.POROSITY ** 3 * d ** 2) / (c.KOZENY * (1 - c.POROSITY) ** 2);
  // A frustum's ∫dh/A = 4·h ÷ (π · bottom · top), exactly. A cone drains along its whole wall, so that its point
  // is no bottleneck: it counts as wide as the bed.
  const top = diameterAtMm(basket, depthMm);
  const bottom = basket.shape === "cone" ? top : basket.bottomDiameterMm;
  const perM = (4 * depthMm * c.MM_PER_M) / (Math.PI * bottom * top);
  return (kM2 * c.WATER_KG_PER_M3 ** 2 * c.GRAVITY * 1000) / perM / c.MM_PER_M;
}

/** Volume below a height, ml. */
export function volumeToMl(basket: Basket, heightMm: number): number {
  const [top, bottom] = [diameterAtMm(basket, heightMm) / 2, basket.bottomDiameterMm / 2];
  return ((Math.PI / 3) * heightMm * (top ** 2 + top * bottom + bottom ** 2)) / MM3_PER_ML;
}

/** Water's viscosity, Pa·s, 0 to 100 °C (Vogel's equation; usual constants, within 2.5 %). */
export function viscosity(tempC: number): number {
  return 2.414e-5 * 10 ** (247.8 / (tempC + c.KELVIN - 140));
}

const MM3_PER_ML = 1000;
