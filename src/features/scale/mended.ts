import type { Bench } from "#contract/bench.ts";
import type { Mend } from "#core/outlook";
import { type PinSet, pinFigure, type SheetFigures } from "#core/sheet";
import { givenOf, type ScaleState } from "#scaling/state.ts";

/**
 * What the forecast proposes, done to a sheet: one step that is undone as one.
 *
 * @returns the sheet, and what is said of it; undefined where the pins do not let it
 */
export function mendedBy(
  mend: Mend,
  state: ScaleState,
  bench: Bench,
  figures: SheetFigures,
): { readonly state: ScaleState; readonly said: string } | undefined {
  const ground = { ...state, grind: mend.setting };
  const pinnedAt = (pin: PinSet) => {
    const pinned = pinFigure(state.pins, pin, givenOf(state, bench));
    return pinned.ok ? { ...ground, pins: pinned.value.pins } : undefined;
  };
  switch (mend.by) {
    case "dial":
      return { state: ground, said: "" };
    case "basket": {
      const other = bench.brewers.find(({ name }) => name === mend.name);
      return other && { state: { ...ground, brewer: other.id }, said: `On ${mend.name} now.` };
    }
    case "halves": {
      const half = pinnedAt({ name: "yieldG", value: figures.yieldG / 2 });
      return half && { state: half, said: "This is one of the two batches." };
    }
    case "bypass": {
      const roundG = (mend.bypassPct / 100) * figures.brewWaterG;
      const round = pinnedAt({ name: "bypassG", value: figures.bypassG + roundG });
      return round && { state: round, said: "" };
    }
  }
}
