import { fail, ok, type Result } from "#core/result";

/**
 * A brew basket or a dripper as a frustum: a flat basket with a sloped wall, or a cone, whose bottom may be
 * a point. The shape says how water leaves it; the geometry is the same.
 */
export interface Basket {
  readonly shape: "flat" | "cone";
  readonly topDiameterMm: number;
  /** At most the top's; 0 allowed for a cone. */
  readonly bottomDiameterMm: number;
  readonly heightMm: number;
}

/** Dry ground coffee, level in the basket, g/ml; usual range 0.30 (dark) to 0.42 (light). */
export const USUAL_DENSITY_G_PER_ML = 0.4;

/** Volume of the wet bed over the dry one; usual range 1.05–1.25, more when fresh. To be measured by the house. */
export const USUAL_SWELLING = 1.1;

const MM3_PER_ML = 1000;

export interface DoseInBasket {
  readonly doseG: number;
  readonly densityGPerMl: number;
  readonly basket: Basket;
  /** Bed volume over dry volume, 1 for the dry bed. */
  readonly swelling?: number;
}

/** The grounds stand above the rim: the basket holds `capacityG` of this coffee, levelled. */
export interface DoseOverBasket {
  readonly code: "doseOverBasket";
  readonly doseG: number;
  readonly capacityG: number;
}

/**
 * Depth of a level bed of `volumeMm3` from the bottom of the basket, in mm, whatever its height.
 *
 * Frustum: V = π/3 · h · (r0² + r0·r + r²), with r the radius at the surface, r³ = r0³ + 3·V·k/π and
 * k = (rTop − r0) / height. Solved through r, this form has no difference of near-equal numbers, so it
 * also holds for a straight wall (k = 0) and for a pointed cone (r0 = 0).
 */
export function depthOfVolumeMm(basket: Basket, volumeMm3: number): number {
  if (volumeMm3 === 0) return 0;
  const bottomR = basket.bottomDiameterMm / 2;
  const surfaceR = surfaceRadiusMm(basket, volumeMm3);
  return (3 * volumeMm3) / Math.PI / (bottomR * bottomR + bottomR * surfaceR + surfaceR * surfaceR);
}

/** Radius of a bed's upper surface, mm; see `depthOfVolumeMm`. */
function surfaceRadiusMm(basket: Basket, volumeMm3: number): number {
  const bottomR = basket.bottomDiameterMm / 2;
  const widening = (basket.topDiameterMm / 2 - bottomR) / basket.heightMm;
  return Math.cbrt(bottomR ** 3 + (3 * volumeMm3 * widening) / Math.PI);
}

/** Width of the basket at a height above its bottom, mm. */
export function diameterAtMm({ topDiameterMm, bottomDiameterMm, heightMm }: Basket, atMm: number): number {
  return bottomDiameterMm + ((topDiameterMm - bottomDiameterMm) * atMm) / heightMm;
}

/** Volume of the basket to its rim, ml. */
export function basketVolumeMl({ topDiameterMm, bottomDiameterMm, heightMm }: Basket): number {
  const top = topDiameterMm / 2;
  const bottom = bottomDiameterMm / 2;
  return ((Math.PI / 3) * heightMm * (top ** 2 + top * bottom + bottom ** 2)) / MM3_PER_ML;
}

/**
 * Depth of a levelled dose in its basket.
 *
 * @param dose grams above 0, density in g/ml, swelling from 1 (dry)
 * @returns mm above the bottom (at the axis of a cone); `doseOverBasket` when it stands above the rim
 */
export function bedDepthMm(dose: DoseInBasket): Result<number, DoseOverBasket> {
  const { doseG, densityGPerMl, basket, swelling = 1 } = dose;
  const depthMm = depthOfVolumeMm(basket, volumeOfMm3(dose));
  if (depthMm <= basket.heightMm) return ok(depthMm);
  const capacityG = (basketVolumeMl(basket) * densityGPerMl) / swelling;
  return fail({ code: "doseOverBasket", doseG, capacityG });
}

/**
 * Mean depth of a levelled dose: its volume over the area of its upper surface. A cone's is a third of the depth at its
 * axis, so that cones and flat baskets can be compared.
 *
 * @returns mm; `doseOverBasket` when it stands above the rim
 */
export function meanBedDepthMm(dose: DoseInBasket): Result<number, DoseOverBasket> {
  const atAxis = bedDepthMm(dose);
  if (!atAxis.ok) return atAxis;
  const volumeMm3 = volumeOfMm3(dose);
  return ok(volumeMm3 / (Math.PI * surfaceRadiusMm(dose.basket, volumeMm3) ** 2));
}

function volumeOfMm3({ doseG, densityGPerMl, swelling = 1 }: DoseInBasket): number {
  return ((doseG * swelling) / densityGPerMl) * MM3_PER_ML;
}
