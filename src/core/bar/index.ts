/** What stands at a bar: a pure fold from what happened to its pots, their age, warmth and strength. */
export {
  type BarEvent,
  type Filling,
  type Happened,
  inOrder,
  POUR_REASONS,
  type PourReason,
} from "./events.ts";
export { type Followed, foldBar, follow, isInForce, NOTHING_YET } from "./fold.ts";
export { type History, historyOf, type Sample } from "./history.ts";
export { type PotNow, potNow, type ServingRules } from "./now.ts";
export { type Account, type PotKit, type Standing, standingAt } from "./standing.ts";
export {
  type BarKit,
  type BarState,
  type Brewing,
  EMPTY_BAR,
  type Ended,
  ODD_CODES,
  type Odd,
  type OddCode,
  type Pot,
  UNKNOWN_POT,
} from "./state.ts";
export { stepped } from "./step.ts";
