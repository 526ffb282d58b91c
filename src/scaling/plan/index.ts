/** A day's plan: what a site can brew, and the plan as the core takes it. */
export { type DueByTimetable, dueByTimetable } from "./dueByTimetable.ts";
export {
  type DayAsked,
  dayAsked,
  firstMin,
  fromOpening,
  orderBegins,
  ordersShort,
  planInputOf,
} from "./input.ts";
export { cupsOfOthers, kitAhead, kitCards, kitProducts, kitVessels, productKey, unbrewedOf } from "./kit.ts";
export { type LevelStep, levelSteps } from "./levelSteps.ts";
export { type LiveVessel, livePots } from "./livePots.ts";
export { timetableBrews } from "./timetableBrews.ts";
