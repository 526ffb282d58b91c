import { equilibrium, type WouldFreeze } from "#core/ice";
import { ok, type Result } from "#core/result";
import { hotBeverageG, yieldOf } from "./pins.ts";
import type { Given, Masses, SheetFigures } from "./types.ts";

/**
 * Everything that follows from the four masses.
 *
 * @returns grams, ratios, shares, % and °C, unrounded; `wouldFreeze` when the ice would stay below 0 °C
 */
export function figuresOf(masses: Masses, given: Given): Result<SheetFigures, WouldFreeze> {
  const end = meltOf(masses, given);
  if (end && !end.ok) return end;
  const { doseG, brewWaterG, bypassG, iceG } = masses;
  const hotWaterG = brewWaterG + bypassG;
  const yieldG = yieldOf(masses, given);
  return ok({
    doseG,
    brewWaterG,
    bypassG,
    iceG,
    yieldG,
    brewRatio: hotWaterG / doseG,
    totalRatio: (hotWaterG + iceG) / doseG,
    yieldRatio: yieldG / doseG,
    iceShare: iceG / (hotWaterG + iceG),
    ...(given.extractionPct !== undefined && { strengthPct: (given.extractionPct * doseG) / yieldG }),
    ...(end && { finalTempC: end.value.finalTempC }),
  });
}

/** Where an iced sheet ends when its ice has melted; undefined when it is hot or its heat is not known. */
export function meltOf(masses: Masses, given: Given) {
  const { serve, heat } = given;
  if (serve === "hot" || !heat) return undefined;
  const { gPerG, tempC } = heat.apart ?? { gPerG: 0, tempC: heat.dripTempC };
  const apartG = gPerG * masses.doseG;
  return equilibrium({
    ...heat,
    iceG: masses.iceG,
    liquids: [
      { massG: hotBeverageG(masses, given) - apartG, tempC: heat.dripTempC },
      { massG: apartG, tempC },
      { massG: masses.bypassG, tempC: heat.bypassTempC ?? heat.dripTempC },
    ],
  });
}
