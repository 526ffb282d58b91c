/** The forecast of a planned batch: at one grind, along the dial, how surely, and what would mend it. */
export {
  type Asking,
  type First,
  firstOf,
  type Picked,
  pickedAlone,
  type Study,
  stretchedPlan,
  studySweep,
} from "./asking.ts";
export { compareWays, type Way, type WayAnswer, type WayAsked } from "./bigger.ts";
export {
  type Limits,
  OUTLOOK_CODES,
  type OutlookCheck,
  type OutlookCode,
  type Window,
} from "./checks.ts";
export {
  ANSWERS,
  type Answer,
  type DialPick,
  type Ladder,
  type LadderInput,
  ladderOf,
  outlookAt,
  type Rung,
  recommended,
  rungBy,
  suggestedRung,
} from "./ladder.ts";
export type { Teaching } from "./learned.ts";
export { type Mend, type MendInput, mendsOf } from "./mends.ts";
export {
  brewInputOf,
  cupStrengthPct,
  type GroundDial,
  type Outlook,
  outlookOf,
  type Plan,
  type Programme,
} from "./plan.ts";
export { type Sureness, surenessOf } from "./sureness.ts";
export {
  type Progress,
  type Sweep,
  type SweepPoint,
  sweepDial,
  sweepRatio,
  sweepWindow,
  type WindowRow,
} from "./sweep.ts";
