/** The brew itself: the bed in its basket, and what water will do in it. */
export {
  type Basket,
  basketVolumeMl,
  bedDepthMm,
  type DoseInBasket,
  type DoseOverBasket,
  USUAL_DENSITY_G_PER_ML,
  USUAL_SWELLING,
} from "./basket.ts";
export { type Brew, type BrewFailure, type BrewInput, forecastBrew } from "./forecast.ts";
export type { Pour, PourStart } from "./pours.ts";
