import { ICE_G_PER_ML } from "./density.ts";
import { ICE_J_PER_G_K, MELTING_J_PER_G, WATER_J_PER_G_K } from "./heat.ts";

/** Liquid and melting ice in one well-mixed vessel, as it stands at a moment. */
export interface Slush {
  readonly liquidG: number;
  readonly iceG: number;
  /** Dissolved solids, g. */
  readonly solidsG: number;
  /** Above water at 0 °C, of liquid and vessel, J. */
  readonly heatJ: number;
  /** Heat that the ice takes before it melts, J. */
  readonly coldJ: number;
}

/** Constants of a melting. */
export interface Melter {
  readonly vesselJPerK: number;
  /** The ice as it went in: dry, and across a piece. */
  readonly startIceG: number;
  readonly pieceMm: number;
  /** Heat from moving water to ice, W/m²/K; usual 200 to 3000. */
  readonly transferWPerM2K: number;
}

const MM_PER_M = 1000;
const CUBE_FACES = 6;

/** Ice that has just been put in; its wet share is liquid already. */
export function iceIn(
  {
    iceG,
    iceTempC,
    iceWetShare,
  }: { readonly iceG: number; readonly iceTempC: number; readonly iceWetShare: number },
  heatJ: number,
): Slush {
  const dryG = iceG * (1 - iceWetShare);
  return {
    liquidG: iceG - dryG,
    iceG: dryG,
    solidsG: 0,
    heatJ,
    coldJ: dryG * ICE_J_PER_G_K * -iceTempC,
  };
}

/** The same with heat taken from the room, J. */
export function warmed({ liquidG, iceG, solidsG, heatJ, coldJ }: Slush, gainJ: number): Slush {
  return { liquidG, iceG, solidsG, heatJ: heatJ + gainJ, coldJ };
}

/** The same with liquid poured in. */
export function poured(
  slush: Slush,
  {
    massG,
    tempC,
    strengthPct,
  }: { readonly massG: number; readonly tempC: number; readonly strengthPct: number },
): Slush {
  return {
    ...slush,
    liquidG: slush.liquidG + massG,
    solidsG: slush.solidsG + (massG * strengthPct) / 100,
    heatJ: slush.heatJ + WATER_J_PER_G_K * massG * tempC,
  };
}

/** The temperature of liquid and vessel, °C; 0 where there is neither. */
export function tempOf({ heatJ, liquidG }: Slush, vesselJPerK: number): number {
  const perK = WATER_J_PER_G_K * liquidG + vesselJPerK;
  return perK > 0 ? heatJ / perK : 0;
}

/** Dissolved solids in the liquid, %; 0 while there is none. */
export function strengthOf({ solidsG, liquidG }: Slush): number {
  return liquidG > 0 ? (100 * solidsG) / liquidG : 0;
}

/**
 * A step of melting: heat flows to the ice by transfer · area · (T − 0), first into what it is below 0 °C, then into
 * melting; pieces keep their number, so that the area falls as (ice left)^⅔. Heat and mass are book-kept exactly.
 */
export function melted(
  slush: Slush,
  { vesselJPerK, startIceG, pieceMm, transferWPerM2K }: Melter,
  stepS: number,
): Slush {
  const { iceG, heatJ, coldJ, liquidG, solidsG } = slush;
  const tempC = tempOf(slush, vesselJPerK);
  if (!(tempC > 0 && iceG > 0)) return slush;
  // Six faces of cubes: what a gram fills, over a piece.
  const areaM2 =
    ((CUBE_FACES * startIceG) / (ICE_G_PER_ML * pieceMm) / MM_PER_M) * Math.cbrt(iceG / startIceG) ** 2;
  // No more than there is to give, nor than there is to take.
  const flowsJ = Math.min(heatJ, coldJ + iceG * MELTING_J_PER_G, transferWPerM2K * areaM2 * tempC * stepS);
  const warmsJ = Math.min(coldJ, flowsJ);
  const meltsG = Math.min(iceG, (flowsJ - warmsJ) / MELTING_J_PER_G);
  // Field by field: a curve takes thousands of steps, and spreading costs more than the sum.
  return {
    liquidG: liquidG + meltsG,
    iceG: iceG - meltsG,
    solidsG,
    heatJ: heatJ - flowsJ,
    coldJ: coldJ - warmsJ,
  };
}
