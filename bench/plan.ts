import { planInput } from "#contract/plan.ts";
import { firstPlan, nextInTurns, planInTurns, ruleInTurns, timetableInTurns } from "#core/shift";
import { finished } from "#core/turns";
import days from "#tests/vectors/days.json" with { type: "json" };
import { readyDay } from "../src/core/shift/plan/day.ts";
import { nextByLevels } from "../src/core/shift/plan/next.ts";

const dayOf = (name: string) => planInput.parse(days.find((day) => day.name === name)!.input);
const TYPICAL = dayOf("typical 1");
const HARD = dayOf("hard 1");
const FEW_DAYS = 2;
/** Ten in the morning, with a pot half gone. */
const [HOUSE] = TYPICAL.products;
const NOW = {
  ...TYPICAL,
  nowSlot: 48,
  pots: [
    {
      product: HOUSE!.name,
      cups: 6,
      vesselKind: HOUSE!.options[0]!.vesselKind,
      readySlot: 44,
      pourAtSlot: 68,
    },
  ],
};
const RULE = finished(ruleInTurns(TYPICAL));
const TUNED = finished(firstPlan({ ...TYPICAL, days: FEW_DAYS }));

/** What a day's plan takes in the worker: a usual day of three coffees, and a hard one of six. */
export const PLANNED: readonly (readonly [what: string, limit: number, work: () => unknown])[] = [
  ["a typical day, first levels", 250, () => finished(firstPlan({ ...TYPICAL, days: FEW_DAYS }))],
  ["a typical day, levels and 200 simulated days", 600, () => finished(firstPlan(TYPICAL))],
  ["a typical day after an edit", 400, () => finished(firstPlan(TYPICAL, TUNED))],
  ["a typical day, tuned, with all that it is held against", 4000, () => finished(planInTurns(TYPICAL))],
  ["a typical day's timetable", 4000, () => finished(timetableInTurns(TYPICAL))],
  ["what to do now, by the levels alone", 1, () => nextByLevels(readyDay(NOW), RULE)],
  ["what to do now, with its look ahead", 100, () => finished(nextInTurns(NOW, RULE))],
  ["a hard day, first levels", 750, () => finished(firstPlan({ ...HARD, days: FEW_DAYS }))],
  ["a hard day, levels and 200 simulated days", 1800, () => finished(firstPlan(HARD))],
  ["a hard day, tuned, with all that it is held against", 12_000, () => finished(planInTurns(HARD))],
];
