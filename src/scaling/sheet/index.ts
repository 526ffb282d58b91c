/** A choice as a sheet: solved, coupled with its forecast, and what else is asked of the core for it. */
export { approvedSetting, groundOf } from "./approved.ts";
export { askingOf, SAID_BY_FORECAST } from "./asking.ts";
export { callsForMore, type WayState, waysOf } from "./bigger.ts";
export { coupleAsked, solveCoupled, steepGrind } from "./coupling.ts";
export { type GrindAnswer, grindAnswer } from "./grindAnswer.ts";
export { guessesOf, worthNext } from "./guesses.ts";
export { type LoggedBrew, loggedBrew } from "./logged.ts";
export { factorsOf, recipeBenchOf } from "./recipeBench.ts";
export {
  brewedWith,
  type KitBrewer,
  kitOf,
  type Naming,
  namedOf,
  type RecipeKit,
  recipeBench,
} from "./recipeKit.ts";
export { brewTempOf, extractionOf, givenOf, pinOn, sheetInputOf, solveState } from "./solved.ts";
export { bagOf, teaches, teachingOf } from "./teaching.ts";
