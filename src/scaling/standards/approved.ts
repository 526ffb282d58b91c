import type { Bench, BenchBrewer } from "#contract/bench.ts";
import type { HouseSettings } from "#contract/house.ts";
import type { Standard } from "#contract/standard.ts";
import { doseStepG, type PinSet } from "#core/sheet";
import { chosenOf, nearestSetting, type ScaleState } from "#scaling/choice";

/**
 * A batch's masses as pins: the dose and the ice as the house weighs them, and water that the brewer can be set to. A
 * concentrate lies in no brewer, and how much of its water is for thinning goes by the card: there all water is one ratio.
 */
export function pinsOfStandard(
  { doseG, waterG, iceG, serve, method }: Pick<Standard, "doseG" | "waterG" | "iceG" | "serve" | "method">,
  brewer: Pick<BenchBrewer, "lattice">,
  { rounding }: Pick<HouseSettings, "rounding">,
  bypassG = 0,
): readonly PinSet[] {
  const weighed = (massG: number, stepG: number) => Math.round(massG / stepG) * stepG;
  const dose: PinSet = {
    name: "doseG",
    value: weighed(doseG, doseStepG(doseG, rounding.doseG)),
  };
  const ice: readonly PinSet[] =
    serve === "iced" ? [{ name: "iceG", value: weighed(iceG, rounding.iceG) }] : [];
  if (method === "steep") return [dose, { name: "brewRatio", value: waterG / doseG }, ...ice];
  return [
    dose,
    { name: "brewWaterG", value: nearestSetting(brewer, waterG - bypassG).deliveredG },
    ...ice,
    ...(bypassG > 0 ? [{ name: "bypassG" as const, value: bypassG }] : []),
  ];
}

/**
 * A sheet as an approved batch was brewed: its masses, and what is best known of its grind, which is that batch's.
 *
 * @param bypassShare of its water that goes round the bed, as on the sheet so far
 */
export function asStandard(state: ScaleState, standard: Standard, bench: Bench, bypassShare = 0): ScaleState {
  const { brewer } = chosenOf(state, bench);
  const pins = pinsOfStandard(standard, brewer, bench.settings, bypassShare * standard.waterG);
  return { ...state, pins, grind: "best" };
}
