import { fail, ok, type Result } from "#core/result";
import type { Water } from "./water.ts";

/** Two mineral concentrates: so much a gram of each adds to a litre, mg/l as calcium carbonate. */
export interface Concentrates {
  readonly hardnessPerG: number;
  readonly alkalinityPerG: number;
  /** Salt in a gram of either, mg. */
  readonly saltMgPerG: number;
}

/** Molar masses, g/mol. */
const CALCIUM_CARBONATE = 100.09;
const EPSOM_SALT = 246.47;
const BAKING_SODA = 84.01;
/** Milligrams of salt in a gram of a concentrate that a kitchen scale can dose from; usual 5 to 50. */
const SALT_MG_PER_G = 20;

/**
 * 20 g of Epsom salt (food grade magnesium sulfate, seven parts water) or of baking soda in a kilogram of
 * finished concentrate. Two bicarbonates make one carbonate.
 */
export const USUAL_CONCENTRATES: Concentrates = {
  hardnessPerG: (SALT_MG_PER_G / EPSOM_SALT) * CALCIUM_CARBONATE,
  alkalinityPerG: ((SALT_MG_PER_G / BAKING_SODA) * CALCIUM_CARBONATE) / 2,
  saltMgPerG: SALT_MG_PER_G,
};

export interface Dosing {
  /** Of the concentrate for hardness, g. */
  readonly hardnessG: number;
  /** Of the concentrate for alkalinity, g. */
  readonly alkalinityG: number;
  /** Mass of the two salts in a litre, the water in their crystals counted, mg. */
  readonly addedMgL: number;
}

export type DosingFailure = { readonly code: "cannotTakeOut"; readonly figure: keyof Water };

/**
 * Salts to weigh into a volume of water so that it has the hardness and alkalinity wanted:
 * grams = (wanted − there) · litres ÷ what a gram adds to a litre.
 *
 * @returns `cannotTakeOut` when the water has more than is wanted: blend it with a softer one first
 */
export function doseTo(
  water: Water,
  wanted: Water,
  litres: number,
  { hardnessPerG, alkalinityPerG, saltMgPerG }: Concentrates,
): Result<Dosing, DosingFailure> {
  for (const figure of ["hardnessMgL", "alkalinityMgL"] as const) {
    if (!(wanted[figure] >= water[figure])) return fail({ code: "cannotTakeOut", figure });
  }
  const hardnessG = ((wanted.hardnessMgL - water.hardnessMgL) * litres) / hardnessPerG;
  const alkalinityG = ((wanted.alkalinityMgL - water.alkalinityMgL) * litres) / alkalinityPerG;
  const addedMgL = ((hardnessG + alkalinityG) * saltMgPerG) / litres;
  return ok({ hardnessG, alkalinityG, addedMgL });
}
