/** Ways to be cold, melting, glasses and the day's ice. */
export { aheadFor, iceBudgetSentences } from "./iceBudget.ts";
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
export { meltSentence, momentWords, STIRRING_WORDS, swirlTime } from "./melting.ts";
