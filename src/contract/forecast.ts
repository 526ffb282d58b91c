/** What a sheet's forecast cannot do without, and has not. */
export type MissingForForecast =
  /** The brewer's basket has no measures. */
  | "basket"
  /** The basket that the recipe was brewed in has none. */
  | "sourceBasket"
  /** What the dial grinds. */
  | "curve"
  /** What the recipe was ground at. */
  | "matched"
  /** Coffee lies in its water: in this brewer, in the recipe's, or because it is steeped. */
  | "press"
  | "sourcePress"
  | "steep";
