import { fail, ok, type Result } from "#core/result";
import {
  ICE_J_PER_G_K,
  type Ice,
  MELTING_J_PER_G,
  meltingHeatJPerG,
  type VesselHeat,
  WATER_J_PER_G_K,
} from "./heat.ts";

/** A liquid that joins the mix: hot beverage, or water added beside the bed. */
export interface Liquid {
  readonly massG: number;
  readonly tempC: number;
}

export interface Mix extends Ice, VesselHeat {
  readonly liquids: readonly Liquid[];
  readonly iceG: number;
}

export interface Equilibrium {
  /** 0 when ice is left, above 0 otherwise. */
  readonly finalTempC: number;
  /** Ice that has become liquid, its wet share included, g. */
  readonly meltedG: number;
  readonly iceLeftG: number;
}

/** The heat does not even bring the ice to 0 °C: `missingJ` more would. */
export interface WouldFreeze {
  readonly code: "wouldFreeze";
  readonly missingJ: number;
}

/**
 * Where liquids, ice and vessel end when no heat is lost to the room.
 *
 * Balance, all heat counted from water at 0 °C:
 * c·Σ m·t + C·Tv = I·(1 − u)·(c_ice·(0 − Ti) + L) + (c·(Σ m + I) + C)·T, solved for T; where T would fall
 * below 0 the mix stays at 0 °C and the balance gives the ice that is left.
 *
 * @param mix masses in g (at least one liquid above 0), temperatures in °C, heat capacity in J/K
 * @returns temperature in °C and masses in g; `wouldFreeze` when the ice stays below 0 °C
 */
export function equilibrium(mix: Mix): Result<Equilibrium, WouldFreeze> {
  const { liquids, iceG, iceTempC, iceWetShare, vesselJPerK, vesselTempC } = mix;
  let liquidG = 0;
  let heatJ = vesselJPerK * vesselTempC;
  for (const { massG, tempC } of liquids) {
    liquidG += massG;
    heatJ += WATER_J_PER_G_K * massG * tempC;
  }
  const afterMeltingJ = heatJ - iceG * meltingHeatJPerG(mix);
  if (afterMeltingJ >= 0) {
    const finalTempC = afterMeltingJ / (WATER_J_PER_G_K * (liquidG + iceG) + vesselJPerK);
    return ok({ finalTempC, meltedG: iceG, iceLeftG: 0 });
  }
  const dryIceG = iceG * (1 - iceWetShare);
  const atZeroJ = heatJ - dryIceG * ICE_J_PER_G_K * -iceTempC;
  if (!(atZeroJ >= 0)) return fail({ code: "wouldFreeze", missingJ: -atZeroJ });
  const iceLeftG = dryIceG - atZeroJ / MELTING_J_PER_G;
  return ok({ finalTempC: 0, meltedG: iceG - iceLeftG, iceLeftG });
}
