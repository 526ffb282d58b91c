/** The day's plan: levels by time of day, what they bring by simulation, and what no way of running the day can do better than. */
export type { PlanRule } from "./counter.ts";
export { type LikelyBrew, type PlanForecast, RANGED_FIGURES } from "./forecast.ts";
export {
  type PlanForbidden,
  type PlanInput,
  type PlanOption,
  type PlanPin,
  type PlanPot,
  type PlanProduct,
  USUAL_PLAN,
} from "./input.ts";
export {
  firstPlan,
  type NextStep,
  nextInTurns,
  type Plan,
  type PlanHead,
  planInTurns,
  ruleInTurns,
  timetableInTurns,
  tunedPlan,
} from "./plan.ts";
export type { Timetable, TimetableBrew } from "./timetable.ts";
export type { Tuning } from "./tune.ts";
