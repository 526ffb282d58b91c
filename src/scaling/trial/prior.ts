import type { Bench } from "#contract/bench.ts";
import type { PriorFrom } from "#contract/trialKinds.ts";
import { dialUnit } from "#core/grind";
import { firstOf } from "#core/outlook";
import { chosenOf, type ScaleState } from "#scaling/choice";
import { askingOf, grindAnswer, solveCoupled } from "#scaling/sheet";

/** Where a batch is thought to be right before it is brewed, dial units. */
export interface Prior {
  readonly from: PriorFrom;
  readonly setting: number;
  readonly sd: number;
}

/** How far what is right lies from a forecast, and from the house rule; units of a dial of 24. */
const FORECAST_SD_UNITS = 2;
const RULE_SD_UNITS = 4;
/** A batch that was approved for this very pot: the bag and the day are others. */
const APPROVED_SD_UNITS = 1;

/**
 * Where a choice is thought to be right: where its approved batches say, else where the forecast is extracted as the source
 * was, else by the house rule; undefined where nothing says anything of the dial.
 */
export function priorOf(state: ScaleState, bench: Bench): Prior | undefined {
  const solved = solveCoupled(state, bench);
  if (!solved.ok) return undefined;
  const { rounded } = solved.value;
  const chosen = chosenOf(state, bench);
  const unit = dialUnit(chosen.grinder);
  const request = askingOf({ ...state, grind: "best" }, bench, rounded);
  const first = "asking" in request ? firstOf(request.asking) : undefined;
  const rungs = first?.ok ? first.value.ladder.rungs : [];
  const rung = (by: string) => rungs.find((each) => each.by === by && !each.miss)?.at.exact;
  const standard = rung("standard");
  if (standard !== undefined) return { from: "learned", setting: standard, sd: APPROVED_SD_UNITS * unit };
  const learned = rungs.find(({ by }) => by === "learned")?.learned;
  if (learned && learned.taught.length > 0) {
    const sd = Math.max(chosen.grinder.step, learned.sdUnits);
    return { from: "learned", setting: learned.at.exact, sd };
  }
  const extraction = rung("extraction");
  if (extraction !== undefined)
    return { from: "forecast", setting: extraction, sd: FORECAST_SD_UNITS * unit };
  const { rule, translated } = grindAnswer(chosen, rounded.doseG, state.serve, bench.settings.rule);
  const setting =
    rule?.exact ?? translated?.exact ?? (typeof state.grind === "number" ? state.grind : undefined);
  return setting === undefined ? undefined : { from: "rule", setting, sd: RULE_SD_UNITS * unit };
}
