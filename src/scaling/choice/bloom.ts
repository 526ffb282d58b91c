import type { RhythmPour } from "#core/brew";
import { bloomOf } from "./icedInput.ts";
import type { Chosen } from "./state.ts";

/** Whether a hand pours a bloom whose liquid could be kept apart. */
export function canKeepBloom({ recipe, brewer }: Chosen): boolean {
  return brewer.kind === "hand" && bloomOf(recipe) !== undefined;
}

/** A recipe's pours with another bloom, on its own dose; a bloom that would be all of its water is none of them. */
export function bloomedPours<Poured extends RhythmPour>(
  {
    doseG,
    pours,
    blooms,
  }: { readonly doseG: number; readonly pours: readonly Poured[]; readonly blooms: boolean },
  bloomTimes: number | null,
): readonly Poured[] {
  const [bloom, next] = pours;
  if (bloomTimes === null || !blooms || !bloom || !next || !(bloomTimes * doseG < next.toG)) return pours;
  return [{ ...bloom, toG: bloomTimes * doseG }, ...pours.slice(1)];
}
