import type { Bench } from "#contract/bench.ts";
import type { Mend } from "#core/outlook";
import type { ScaleState } from "#scaling/choice";

/** Applies a mend of the forecast to a sheet; the sheet as it is where what the mend names is gone. */
export function mendedBy(mend: Mend, state: ScaleState, bench: Bench): ScaleState {
  const ground = { ...state, grind: mend.setting };
  if (mend.by === "dial") return ground;
  const other = bench.brewers.find(({ name }) => name === mend.name);
  return other ? { ...ground, brewer: other.id } : state;
}
