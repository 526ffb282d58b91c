import { ok, type Result } from "#core/result";
import { equilibrium, type WouldFreeze } from "./equilibrium.ts";
import type { Ice, VesselHeat } from "./heat.ts";

export interface MeltInput extends Ice, VesselHeat {
  /** Hot beverage onto the ice, above 0 g. */
  readonly hotG: number;
  /** Above 0, at most 100 °C. */
  readonly hotTempC: number;
  /** 0 when there is none. */
  readonly iceG: number;
  /** Strength of the hot beverage, % by mass. */
  readonly strengthPct: number;
}

export interface MeltResult {
  readonly finalTempC: number;
  readonly meltedG: number;
  readonly iceLeftG: number;
  /** Everything that is liquid at the end: beverage and melted ice, g. */
  readonly liquidG: number;
  /** Strength of that liquid, % by mass. */
  readonly strengthPct: number;
}

/**
 * One hot beverage brewed onto ice, at the end of melting.
 *
 * Heat as in `equilibrium`; the solids stay: strength · liquidG = strengthPct · hotG.
 *
 * @returns grams, °C and %; `wouldFreeze` when the heat does not bring the ice to 0 °C
 */
export function melt(input: MeltInput): Result<MeltResult, WouldFreeze> {
  const { hotG, hotTempC, iceG, iceTempC, iceWetShare, vesselJPerK, vesselTempC, strengthPct } = input;
  const liquids = [{ massG: hotG, tempC: hotTempC }];
  const end = equilibrium({ liquids, iceG, iceTempC, iceWetShare, vesselJPerK, vesselTempC });
  if (!end.ok) return end;
  const { finalTempC, meltedG, iceLeftG } = end.value;
  const liquidG = hotG + meltedG;
  return ok({ finalTempC, meltedG, iceLeftG, liquidG, strengthPct: (strengthPct * hotG) / liquidG });
}
