import { type Basket, diameterAtMm } from "./basket.ts";
import * as c from "./constants.ts";

/** Vogel's constants for water; the middle one is 247.8 · ln 10. */
const VOGEL_PA_S = 2.414e-5;
const VOGEL_K = 570.58;
const VOGEL_OFFSET_K = 140;

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
  // A frustum's ∫dh/A = 4·h ÷ (π · bottom · top), exactly. A cone drains along its whole wall: its point is no
  // bottleneck, and much water has left it before it is all the way down.
  const top = diameterAtMm(basket, depthMm);
  const cone = basket.shape === "cone";
  const bottom = cone ? top : basket.bottomDiameterMm;
  const pathMm = cone ? c.CONE_PATH_SHARE * depthMm : depthMm;
  const perM = (4 * pathMm * c.MM_PER_M) / (Math.PI * bottom * top);
  return (kM2 * c.WATER_KG_PER_M3 ** 2 * c.GRAVITY * 1000) / perM / c.MM_PER_M;
}

/** Water's viscosity, Pa·s, 0 to 100 °C, within 2.5 %. Source: Vogel's equation with its usual constants. */
export function viscosity(tempC: number): number {
  return VOGEL_PA_S * Math.exp(VOGEL_K / (tempC + c.KELVIN - VOGEL_OFFSET_K));
}
