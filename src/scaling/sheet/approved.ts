import type { Bench, BenchGrinder } from "#contract/bench.ts";
import type { Standard } from "#contract/standard.ts";
import { type CurvePoint, fitCurve, onDial, settingAt, umAt } from "#core/grind";
import type { SheetFigures } from "#core/sheet";
import { chosenOf, curveNow, movesOf, type ScaleState, settingNow, standardAt } from "#scaling/choice";
import { teaches } from "./teaching.ts";

/** How an approved setting stands on a dial: as it was, as its grinder grinds since it moved, or what grinds the same on another. */
export interface Ground {
  readonly setting: number;
  readonly as: "asApproved" | "moved" | "translated";
}

/** Another dose in the same pot is another recipe, whose grind nobody approved; ln. */
const SAME_DOSE = 0.05;

/** The batch that was approved for a sheet's very pot. */
function standardOf(
  state: ScaleState,
  bench: Bench,
  { doseG, yieldG }: Pick<SheetFigures, "doseG" | "yieldG">,
): Standard | undefined {
  const { coffee, brewer, serve, iced } = state;
  const standard = standardAt(bench.standards, {
    coffeeId: coffee,
    brewerId: brewer,
    serve,
    method: serve === "iced" ? iced.method : null,
    sizeG: yieldG,
  });
  return standard && Math.abs(Math.log(doseG / standard.doseG)) <= SAME_DOSE ? standard : undefined;
}

/** The setting that was approved for a sheet's very pot, on the chosen dial; undefined without one, or where it lies off that dial. */
export function approvedSetting(state: ScaleState, bench: Bench, figures: SheetFigures): number | undefined {
  const standard = standardOf(state, bench, figures);
  const { grinder } = chosenOf(state, bench);
  return standard && groundOf(standard, grinder, bench)?.setting;
}

/**
 * A standard's setting on a grinder as its dial grinds now: as it was approved, or what grinds the same where the burrs are others;
 * undefined where only the forecast can say.
 */
export function groundOf(standard: Standard, grinder: BenchGrinder, bench: Bench): Ground | undefined {
  const moves = movesOf(bench, grinder);
  if (teaches(standard, grinder)) {
    const now = settingNow(standard, grinder, moves);
    return now ? { setting: now.setting, as: "moved" } : { setting: standard.dialSetting, as: "asApproved" };
  }
  const [from, to] = [fitCurve(curveOfStandard(standard, bench)), curveNow(grinder, moves)];
  if (!from.ok || !to.ok) return undefined;
  const translated = onDial(settingAt(to.value, umAt(from.value, standard.dialSetting)), grinder);
  // The same grind lies off this dial: there is nothing to set.
  return translated.limitedBy ? undefined : { setting: translated.setting, as: "translated" };
}

/** What a standard's dial ground; of a curve that its grinder still has, the grinder's own points. */
function curveOfStandard({ grinderId, curve }: Standard, { grinders }: Bench): readonly CurvePoint[] {
  const now = grinders.find(({ id, curveVersion }) => id === grinderId && curveVersion === curve?.version);
  return now?.curve ?? curve?.points ?? [];
}
