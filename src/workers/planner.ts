import {
  firstPlan,
  type NextStep,
  nextInTurns,
  type Plan,
  type PlanHead,
  type PlanInput,
  type PlanRule,
  planInTurns,
  ruleInTurns,
  type Timetable,
  type Tuning,
  timetableInTurns,
  tunedPlan,
} from "#core/shift";
import type { Turns } from "#core/turns";
import type { Stopped } from "./forecaster.ts";

/** Turns that a whole plan of a usual day takes: what its progress is held against. */
const USUAL_TURNS = 2600;

/**
 * Plans days, one question at a time: a newer one ends what is under way.
 *
 * @param breathe called after every turn: lets messages in now and then, and says whether it did
 */
export function createPlanner(breathe: () => Promise<boolean>) {
  let newest = 0;

  async function run<T>(work: Turns<T>, heard: (turns: number) => void): Promise<T | Stopped> {
    const mine = ++newest;
    for (let turns = 0; ; turns++) {
      const turn = work.next();
      if (turn.done) return turn.value;
      if (await breathe()) heard(turns);
      if (mine !== newest) return "stopped";
    }
  }

  /** The levels of the day that was asked about last: they ask neither what time it is nor what stands there. */
  let known: { readonly day: string; readonly rule: PlanRule } | undefined;
  function* nextByRule(input: PlanInput): Turns<NextStep> {
    const whole = { ...input, nowSlot: 0, pots: [], brewing: [] };
    const day = JSON.stringify(whole);
    if (known?.day !== day) known = { day, rule: yield* ruleInTurns(whole) };
    return yield* nextInTurns(input, known.rule);
  }

  return {
    /** Levels and what they bring, tuned as they were before: soon there. */
    first(input: PlanInput, tuning: Tuning | undefined, heard: () => void): Promise<PlanHead | Stopped> {
      return run(firstPlan(input, tuning), heard);
    },

    /** The same, tuned. */
    tuned(input: PlanInput, heard: () => void): Promise<PlanHead | Stopped> {
      return run(tunedPlan(input), heard);
    },

    /** The whole plan; `heard` is told how far it is, a share. */
    plan(input: PlanInput, heard: (share: number) => void): Promise<Plan | Stopped> {
      const usual = (USUAL_TURNS * (input.vessels.length + 4) * input.days) / (6 * 200);
      return run(planInTurns(input), (turns) => heard(turns / (turns + usual / 3)));
    },

    /** A timetable of the day, where nobody counts. */
    timetable(input: PlanInput, tuning: Tuning, heard: () => void): Promise<Timetable | Stopped> {
      return run(timetableInTurns(input, tuning), heard);
    },

    /** What to do now, with the stock there is: the day's levels are tuned once, and looked up from then on. */
    next(input: PlanInput, heard: () => void): Promise<NextStep | Stopped> {
      return run(nextByRule(input), heard);
    },

    stop(): void {
      newest++;
    },
  };
}
export type Planner = ReturnType<typeof createPlanner>;
