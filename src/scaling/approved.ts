import type { Bench, BenchBrewer } from "#contract/bench.ts";
import type { HouseSettings } from "#contract/house.ts";
import type { Standard } from "#contract/standard.ts";
import { sameSize } from "#core/learn";
import type { PinSet, Serve } from "#core/sheet";
import { chosenOf, type ScaleState } from "./state.ts";

/** What a standard is of. */
export interface Place {
  readonly coffeeId: string;
  readonly brewerId: string;
  readonly serve: Serve;
  readonly sizeG: number;
}

/** The standard in force of a coffee on a brewer at a size; the nearest in size where sizes overlap. */
export function standardAt(
  standards: readonly Standard[],
  { coffeeId, brewerId, serve, sizeG }: Place,
): Standard | undefined {
  return standards
    .filter(
      (each) =>
        each.coffeeId === coffeeId &&
        each.brewerId === brewerId &&
        each.serve === serve &&
        sameSize(each.sizeG, sizeG),
    )
    .toSorted((a, b) => Math.abs(a.sizeG - sizeG) - Math.abs(b.sizeG - sizeG))[0];
}

/** The brewer's setting that a batch's delivered water comes from, and what it delivers; g */
export function nearestSetting(
  { lattice: { interceptG, slope, stepG, minSettingG, maxSettingG } }: Pick<BenchBrewer, "lattice">,
  waterG: number,
): { readonly settingG: number; readonly deliveredG: number } {
  const steps = Math.round(((waterG - interceptG) / slope - minSettingG) / stepG);
  const settingG = Math.min(maxSettingG, Math.max(minSettingG, minSettingG + steps * stepG));
  return { settingG, deliveredG: interceptG + slope * settingG };
}

/** A batch's masses as pins: the dose and the ice as the house weighs them, and water that the brewer can be set to. */
export function pinsOfStandard(
  { doseG, waterG, iceG, serve }: Pick<Standard, "doseG" | "waterG" | "iceG" | "serve">,
  brewer: Pick<BenchBrewer, "lattice">,
  { rounding }: Pick<HouseSettings, "rounding">,
  bypassG = 0,
): readonly PinSet[] {
  const weighed = (massG: number, stepG: number) => Math.round(massG / stepG) * stepG;
  return [
    { name: "doseG", value: weighed(doseG, rounding.doseG) },
    { name: "brewWaterG", value: nearestSetting(brewer, waterG - bypassG).deliveredG },
    ...(serve === "iced" ? [{ name: "iceG" as const, value: weighed(iceG, rounding.iceG) }] : []),
    ...(bypassG > 0 ? [{ name: "bypassG" as const, value: bypassG }] : []),
  ];
}

/** A sheet as an approved batch was brewed: its masses and its setting. */
export function asStandard(state: ScaleState, standard: Standard, bench: Bench): ScaleState {
  const pins = pinsOfStandard(standard, chosenOf(state, bench).brewer, bench.settings);
  return { ...state, pins, grind: standard.dialSetting };
}
