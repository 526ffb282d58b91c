/** Words of the forecast and of lessons on a brew. */
export { handsSentence, tookSentence, WAY_WORDS, wasteSentence } from "./bigger.ts";
export { brewFailureSentence, extractionMissSentence, fitFailureSentence } from "./brew.ts";
export { factorsSentence, fitSentences } from "./fit.ts";
export { learnedSentences, movedSentence, otherBurrsSentence, otherBurrsWords } from "./learned.ts";
export {
  ANSWER_WORDS,
  dialReason,
  differSentences,
  mendedSentence,
  mendSentence,
  missingSentence,
  missSentence,
  NOTHING_MENDS,
  outlookSentence,
  outlookWords,
  pullWords,
  rangeSentence,
  surenessSentence,
} from "./outlook.ts";
export { siteWhys } from "./sites.ts";
