/** Words of trials: signs, causes, changes, and what a trial does not take. */
export {
  intervalScores,
  pairSentence,
  pairWords,
  SCORED_WORDS,
  SWITCH_WORDS,
  scoreSentence,
} from "./pairs.ts";
export {
  CAUSE_WORDS,
  CHANGE_WORDS,
  FACT_WORDS,
  PROMISE_WORDS,
  SIGN_WORDS,
  signWords,
  TRIAL_TASTE_WORDS,
  tastingWords,
} from "./signs.ts";
export {
  ballotSentence,
  changeSentence,
  confoundedSentence,
  leadingSentence,
  notComparedSentence,
  PRIOR_WORDS,
  proofWords,
  sameCupSentence,
  trialSentence,
  trialTitle,
  whyNotSentence,
} from "./trials.ts";
