/** Words of the log and of the standards. */
export {
  BED_WORDS,
  batchSentence,
  brewedSentence,
  ICED_SERVED_WORDS,
  SAMPLED_WORDS,
  signsLine,
  TASTE_WORDS,
  unusualSentence,
  WALL_WORDS,
} from "./batch.ts";
export {
  evidenceSentences,
  FIRST_CHECKS,
  NOTHING_WATCHED,
  quietSentence,
  SIGNAL_WORDS,
  verdictSentence,
} from "./drift.ts";
export {
  approvedSentence,
  followedSentence,
  labelCaution,
  placeTitle,
  standardNote,
  standardSentence,
  withdrawnSentence,
} from "./standard.ts";
