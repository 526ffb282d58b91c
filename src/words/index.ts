/** Codes to sentences: one voice for the interface, the API and `calc`. */
export { badInputSentence, calcSentence } from "./calc.ts";
export { type CardPrinters, cardTitle, cautionsOf, printSetting, stepsOf } from "./card.ts";
export { checkSentence } from "./checks.ts";
export {
  coolingSentence,
  deliverySentence,
  densitySentence,
  NOT_ON_THE_BENCH,
  retentionSentence,
  vesselSentence,
} from "./measure.ts";
export { listed, PIN_WORDS, printPin } from "./names.ts";
export {
  ACTION_WORDS,
  formerName,
  nameSentence,
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
export { freezeSentence, sheetFailureSentence } from "./sheet.ts";
