/** Codes to sentences: one voice for the interface, the API and `calc`. */

export { batchSentence, ICED_SERVED_WORDS, SAMPLED_WORDS } from "./batch.ts";
export { handsSentence, tookSentence, WAY_WORDS, wasteSentence } from "./bigger.ts";
export { brewFailureSentence, extractionMissSentence, fitFailureSentence } from "./brew.ts";
export { badInputSentence, calcSentence } from "./calc.ts";
export {
  cardTitle,
  cautionsOf,
  firstPotNote,
  groundBy,
  stepsOf,
  stopsOf,
} from "./card.ts";
export {
  cardFailureSentence,
  followFailureSentence,
  otherCardSentence,
  staleCardSentence,
} from "./cardFailure.ts";
export { careCautions, dueSentence } from "./care.ts";
export { checkSentence } from "./checks.ts";
export {
  evidenceSentences,
  FIRST_CHECKS,
  NOTHING_WATCHED,
  quietSentence,
  SIGNAL_WORDS,
  verdictSentence,
} from "./drift.ts";
export { factorsSentence, fitSentences } from "./fit.ts";
export { aheadFor, clockWords, iceBudgetSentences } from "./iceBudget.ts";
export { GLASS_PIN_WORDS, icedFailureSentence, PLACE_WORDS } from "./iced.ts";
export {
  bathFailureSentence,
  correctionSentence,
  coupledSentence,
  FAULT_WORDS,
  GLASS_WORDS,
  glassStrengthSentence,
  ICED_METHOD_WORDS,
  SCHOOL_WORDS,
} from "./icedService.ts";
export { learnedSentences, otherBurrsSentence, otherBurrsWords } from "./learned.ts";
export {
  coolingSentence,
  curveSentence,
  deliverySentence,
  densitySentence,
  dripSentence,
  NOT_ON_THE_BENCH,
  pairsSentence,
  retentionSentence,
  vesselSentence,
  wetIceSentence,
} from "./measure.ts";
export { meltSentence, momentWords, STIRRING_WORDS, swirlTime } from "./melting.ts";
export { listed, PIN_WORDS, printPin } from "./names.ts";
export {
  ANSWER_WORDS,
  differSentences,
  type MissingForForecast,
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
export {
  ACTION_WORDS,
  formerName,
  nameSentence,
  otherPersonSentence,
  peopleSentence,
  pinSentence,
  ROLE_WORDS,
  rightSentence,
  SCOPE_WORDS,
  SIGN_IN_SENTENCE,
  SUBJECT_WORDS,
  waitSentence,
} from "./people.ts";
export { quantitySentence } from "./quantity.ts";
export {
  AGITATION_WORDS,
  BASIS_WORDS,
  DRAFT_GONE,
  fileFailureSentence,
  HAND_ACT_WORDS,
  importLineSentence,
  METHOD_WORDS,
  MOMENT_WORDS,
  NOT_A_RECIPE,
  pressCautions,
  RECIPE_NAME_TAKEN,
  recipeForecastSentence,
  recipeSentence,
  rhythmSentence,
  SERVICE_WORDS,
  STATE_WORDS,
} from "./recipe.ts";
export { printSetting } from "./setting.ts";
export { freezeSentence, sheetFailureSentence } from "./sheet.ts";
export { type SiteFacts, siteWhys } from "./sites.ts";
export {
  followedSentence,
  labelCaution,
  placeTitle,
  standardNote,
  standardSentence,
  withdrawnSentence,
} from "./standard.ts";
export {
  ASPECT_WORDS,
  FIELD_WORDS,
  type FieldWords,
  KIND_WORDS,
  OPTION_WORDS,
  TYPICAL_WORDS,
  thingSentence,
  typicalSentence,
  unsoundSentence,
} from "./things.ts";
