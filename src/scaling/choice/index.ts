/** Scale's state: what is chosen, how it starts, and the link that it is kept in. */
export { bloomedPours, canKeepBloom } from "./bloom.ts";
export { fromBag } from "./fromBag.ts";
export {
  bloomPerDose,
  cupOverIce,
  dropOf,
  icedCupOf,
  icedInputFrom,
  icedQuery,
  serveOf,
  USUAL_PIECE_MM,
} from "./icedInput.ts";
export { queryOf } from "./link.ts";
export { aimsAtRatio, heldPins, isCoupled, isSteeped, judgedInGlass, withoutIce } from "./method.ts";
export { curveNow, movesOf, type SettingNow, settingNow, settingSince, shareUntil } from "./moves.ts";
export { readIced, readQuery } from "./readLink.ts";
export { methodAs, schooled, schoolOf } from "./schools.ts";
export { nearestSetting, settable } from "./setting.ts";
export { standardAt } from "./standardAt.ts";
export { benchForScale, canScale, firstIced, firstState } from "./start.ts";
export {
  type Chosen,
  chosenOf,
  firstPins,
  fromRecipe,
  type GrindPick,
  groundOn,
  into,
  recipeRatio,
  type ScaleState,
  serveAs,
  withoutBypass,
} from "./state.ts";
