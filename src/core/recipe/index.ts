/** A cup that somebody made and wrote down: its water in its time, what it gives, and how its rhythm scales. */
export { bloomMultiple } from "./bloom.ts";
export { amountOf, type PourAct, poured } from "./editor.ts";
export { type BrewedWith, faultsOf, MOST_POURS, type RecipeFault } from "./faults.ts";
export {
  bedOf,
  forecastRecipe,
  poursOf,
  type RecipeBench,
  type RecipeForecast,
  type RecipeForecastFailure,
} from "./forecast.ts";
export {
  AGITATIONS,
  type Agitation,
  allWaterG,
  BLANK,
  HAND_ACTS,
  type HandAct,
  type HandStep,
  MOMENTS,
  type Moment,
  type Portions,
  type Pressing,
  RATIO_BASES,
  type RatioBasis,
  type Recipe,
  type RecipePour,
  ratioOf,
  SERVICES,
  type Service,
  toGrindG,
  WHERES,
  type Where,
  waterForRatio,
  weighedRetention,
} from "./recipe.ts";
export {
  asSpray,
  type Bed,
  type RhythmChange,
  type ScaledRhythm,
  scaledRhythm,
  stretchFor,
} from "./scaled.ts";
export { type Share, shared } from "./shares.ts";
export { SPOON_ML, type Spoon, type SpoonDose, spoonsToG } from "./spoons.ts";
