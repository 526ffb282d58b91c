/** A sheet kept to be brewed from: made, made anew, for a new bag's first pot, and logged from. */
export { batchOfCard } from "./batchOfCard.ts";
export {
  type CardForecast,
  cardForecastOf,
  type MadeCard,
  makeCard,
  poursFor,
} from "./card.ts";
export { type BagEffect, type Bagged, bagEffect, firstPotCard } from "./newBag.ts";
export { remade } from "./remade.ts";
export { sharedPots, shiftCardOf } from "./shiftCard.ts";
