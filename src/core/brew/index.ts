/** The brew itself; for now the geometry of the bed. */
export {
  type Basket,
  basketVolumeMl,
  bedDepthMm,
  type DoseInBasket,
  type DoseOverBasket,
  USUAL_DENSITY_G_PER_ML,
  USUAL_SWELLING,
} from "./basket.ts";
