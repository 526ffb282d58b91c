/** Trials: what a batch's signs say, where on the dial it is right, and whether two coffees are told apart. */
export { type Ballot, ballotsOf } from "./ballots.ts";
export {
  type Belief,
  type BracketInput,
  beliefOf,
  bracket,
  bracketFrom,
  type JudgedBatch,
  type ProvedEnds,
  provedEnds,
  type TrialBracket,
  type Verdict,
  verdictAt,
} from "./bracket.ts";
export type { ChangeTo } from "./change.ts";
export { type CupPair, type Evidence, type JudgedCause, type Judgement, judge } from "./judge.ts";
export {
  batchesNeeded,
  drawnVerdict,
  type Future,
  futureOf,
  type Judging,
  type Needed,
  SURE_PCT,
} from "./needed.ts";
export {
  CAUSES,
  type Cause,
  CHANGEABLE,
  type Changeable,
  FACTS,
  type FactName,
  type Reading,
  SIGNS,
  type SignName,
  type Signs,
  TASTES,
  type TasteName,
  type Tasting,
  type TrialMethod,
} from "./reading.ts";
export { type CupTest, cupsToDecide, type SameCup, type SameCupInput, sameCup } from "./sameCup.ts";
export { MOST_SCORE, SCORED, type Scored, type ScoreInterval, scoreInterval } from "./scores.ts";
