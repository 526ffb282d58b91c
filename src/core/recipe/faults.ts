import { startOf } from "#core/brew";
import { allWaterG, type Recipe } from "./recipe.ts";

/** A recipe's fault, with the field that it stands in: `pours.2.toG`. */
export type RecipeFault = { readonly field: string } & (
  | { readonly code: "totalsGoDown" | "bloomNone" | "firstPourLater" | "paceNeedsTime" | "paceTooEarly" }
  | { readonly code: "bloomIsAll"; readonly waterG: number }
  | { readonly code: "tooManyPours"; readonly most: number }
  | { readonly code: "poursAtOneTime" | "poursOverlap"; readonly pour: number }
  | { readonly code: "doneTooEarly"; readonly pouredS: number }
  | { readonly code: "moreCameOut"; readonly waterG: number }
  | { readonly code: "bedHoldsAll"; readonly retentionGPerG: number }
  | { readonly code: "rangeTurned" | "doseOutsideRange" | "notGround" | "offTheDial" | "noSteep" }
  | { readonly code: "cupsTooSmall"; readonly holdG: number; readonly yieldG: number }
  | { readonly code: "stepNeedsTime" }
);

/** More than any hand pours; a longer list was never brewed. */
export const MOST_POURS = 24;

/** A recipe's equipment, as far as its soundness asks. */
export interface BrewedWith {
  readonly kind: "batch" | "hand" | "press";
  readonly retentionGPerG: number;
  /** The grinder's dial; null where only the texture is known. */
  readonly dial: { readonly min: number; readonly max: number } | null;
}

/** All that cannot be as it is written, in the order of the form. */
export function faultsOf(recipe: Recipe, { kind, retentionGPerG, dial }: BrewedWith): readonly RecipeFault[] {
  const faults: RecipeFault[] = [];
  const { doseG, doseRangeG, dialSetting, texture, doneS, weighedG, portions } = recipe;
  if (doseRangeG) {
    const [least, most] = doseRangeG;
    if (!(least <= most)) faults.push({ field: "doseRangeG", code: "rangeTurned" });
    else if (!(doseG >= least && doseG <= most)) faults.push({ field: "doseG", code: "doseOutsideRange" });
  }
  if (dialSetting === null ? texture === null : dial === null) {
    faults.push({ field: "dialSetting", code: "notGround" });
  } else if (dialSetting !== null && dial && !(dialSetting >= dial.min && dialSetting <= dial.max)) {
    faults.push({ field: "dialSetting", code: "offTheDial" });
  }
  faults.push(...pourFaults(recipe));
  if (kind === "press" && !recipe.press) faults.push({ field: "press.steepS", code: "noSteep" });
  recipe.steps.forEach(({ when, atS }, i) => {
    if (when === "at" && atS === null) faults.push({ field: `steps.${i}.atS`, code: "stepNeedsTime" });
  });
  const pouredS = startOf(recipe.pours.at(-1));
  if (doneS !== null && pouredS !== undefined && !(doneS > pouredS)) {
    faults.push({ field: "doneS", code: "doneTooEarly", pouredS });
  }
  const waterG = allWaterG(recipe);
  const retainedGPerG = weighedG === null ? retentionGPerG : (waterG - weighedG) / doseG;
  if (weighedG !== null && !(weighedG < waterG)) {
    faults.push({ field: "weighedG", code: "moreCameOut", waterG });
  } else if (!(waterG / doseG > retainedGPerG)) {
    faults.push({ field: "hotWaterG", code: "bedHoldsAll", retentionGPerG: retainedGPerG });
  }
  const yieldG = weighedG ?? waterG - retainedGPerG * doseG;
  if (portions && portions.cups * portions.fillG < yieldG) {
    faults.push({
      field: "portions.fillG",
      code: "cupsTooSmall",
      holdG: portions.cups * portions.fillG,
      yieldG,
    });
  }
  return faults;
}

function pourFaults({ pours, blooms }: Recipe): readonly RecipeFault[] {
  if (pours.length > MOST_POURS) return [{ field: "pours", code: "tooManyPours", most: MOST_POURS }];
  const faults: RecipeFault[] = [];
  const waterG = pours.at(-1)?.toG ?? 0;
  pours.forEach((pour, i) => {
    const before = pours[i - 1];
    const atS = startOf(pour);
    if (i === 0 && blooms && !(pour.toG > 0)) faults.push({ field: "pours.0.toG", code: "bloomNone" });
    else if (i === 0 && blooms && !(pour.toG < waterG)) {
      faults.push({ field: "pours.0.toG", code: "bloomIsAll", waterG });
    } else if (!(pour.toG > (before?.toG ?? 0)))
      faults.push({ field: `pours.${i}.toG`, code: "totalsGoDown" });
    const start = `pours.${i}.start`;
    if (i === 0 && atS !== 0) faults.push({ field: start, code: "firstPourLater" });
    const last = pours.slice(0, i).findLastIndex((each) => startOf(each) !== undefined);
    const lastS = startOf(pours[last]);
    if (atS !== undefined && lastS !== undefined) {
      if (!(atS > lastS)) faults.push({ field: start, code: "poursAtOneTime", pour: last });
      else if (last === i - 1 && !(atS >= endS(before!, before!.toG - (pours[i - 2]?.toG ?? 0)))) {
        faults.push({ field: start, code: "poursOverlap", pour: last });
      }
    }
    const { pace } = pour;
    if (pace && "byS" in pace) {
      if (atS === undefined) faults.push({ field: `pours.${i}.pace`, code: "paceNeedsTime" });
      else if (!(pace.byS > atS)) faults.push({ field: `pours.${i}.pace`, code: "paceTooEarly" });
    }
  });
  return faults;
}

/** When a timed pour ends at the pace that was written down; its own start where none was. */
function endS(pour: Recipe["pours"][number], waterG: number): number {
  const atS = startOf(pour) ?? 0;
  if (!pour.pace) return atS;
  return "byS" in pour.pace ? pour.pace.byS : atS + waterG / pour.pace.gPerS;
}
