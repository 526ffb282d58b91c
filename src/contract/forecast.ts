/** The piece that a sheet's forecast is missing. */
export type MissingForForecast =
  /** The brewer's basket has no measures. */
  | "basket"
  /** The basket that the recipe was brewed in has none. */
  | "sourceBasket"
  /** The grinder's curve: what its dial grinds. */
  | "curve"
  /** The recipe's grind, on this dial. */
  | "matched"
  /** Coffee lies in its water: in this brewer, in the recipe's, or because it is steeped. */
  | "press"
  | "sourcePress"
  | "steep";
