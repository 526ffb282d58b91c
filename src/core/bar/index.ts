/** What stands at a bar: a pure fold from what happened to its pots, their age, warmth and strength. */
export { type DayAccount, dayOf, type PouredRest, type ProductDay, type WaitedBrew } from "./day.ts";
export {
  type BarEvent,
  DAY_LISTS,
  type DayList,
  type DayListItem,
  type Filling,
  type Happened,
  MOST_WAIT_MIN,
  POUR_REASONS,
  type PourReason,
} from "./events.ts";
export { eventsOf, type Followed, foldBar, follow, isInForce } from "./fold.ts";
export { type History, historyOf, type Sample, samplesAhead } from "./history.ts";
export { type PotNow, potNow, type ServingRules } from "./now.ts";
export type { Account, PotKit, Standing } from "./standing.ts";
export {
  type BarKit,
  type BarState,
  type Brewed,
  type Brewing,
  type Checked,
  EMPTY_BAR,
  type Ended,
  type Odd,
  type OddCode,
  type Pot,
  UNKNOWN_POT,
} from "./state.ts";
export { stepped } from "./step.ts";
