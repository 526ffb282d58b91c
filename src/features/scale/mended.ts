import type { Bench } from "#contract/bench.ts";
import type { Mend } from "#core/outlook";
import type { ScaleState } from "#scaling/state.ts";

/**
 * What the forecast proposes, done to a sheet: one step that is undone as one.
 *
 * @returns the sheet, and what is said of it; undefined where what it names is gone
 */
export function mendedBy(
  mend: Mend,
  state: ScaleState,
  bench: Bench,
): { readonly state: ScaleState; readonly said: string } | undefined {
  const ground = { ...state, grind: mend.setting };
  switch (mend.by) {
    case "dial":
      return { state: ground, said: "" };
    case "basket": {
      const other = bench.brewers.find(({ name }) => name === mend.name);
      return other && { state: { ...ground, brewer: other.id }, said: `On ${mend.name} now.` };
    }
  }
}
