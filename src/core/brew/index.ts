/** The brew itself: the bed in its basket, and what water will do in it. */
export {
  type Basket,
  basketVolumeMl,
  bedDepthMm,
  type DoseInBasket,
  type DoseOverBasket,
  meanBedDepthMm,
  USUAL_DENSITY_G_PER_ML,
  USUAL_SWELLING,
} from "./basket.ts";
export { USUAL_RETENTION_G_PER_G } from "./constants.ts";
export type { BrewCurves } from "./curves.ts";
export { type DripCurve, forecastDrip } from "./drip.ts";
export {
  type ClockAndMeter,
  clockAndMeterAt,
  type FactorFit,
  type FitFailure,
  fitFactors,
  type Logged,
} from "./fit.ts";
export { type Brew, forecastBrew, forecastCurves } from "./forecast.ts";
export {
  type BrewFailure,
  type BrewInput,
  type Clogging,
  type Factors,
  type Resolution,
  USUAL_LAYERS,
  USUAL_STEP_S,
} from "./input.ts";
export { fitWithMove, type GrindMove, type GroundBrew, groundAt } from "./move.ts";
export { type Pour, type PourStart, startOf } from "./pours.ts";
export { modeFor, type SprayMode, sprayPours, usualSpray } from "./programme.ts";
export {
  type BrewRange,
  drawn,
  forecastRange,
  RANGE_SAMPLES,
  RANGED,
  type Ranged,
  type Spread,
  sampleRange,
  unevenShareOf,
} from "./range.ts";
export {
  handPours,
  type Pace,
  type Resized,
  type Rhythm,
  type RhythmPour,
  rescaled,
  usualRhythm,
  waterOf,
} from "./rhythm.ts";
export {
  forecastSteep,
  STEEP_ENDINGS,
  STEEP_RETENTION,
  type Steep,
  type SteepCurves,
  type SteepEnding,
  type SteepFailure,
  type SteepInput,
} from "./steep.ts";
export { FORECAST_VERSION } from "./version.ts";
