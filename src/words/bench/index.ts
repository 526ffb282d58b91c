/** Things, their fields, and what was measured of them. */
export { careCautions, dueSentence } from "./care.ts";
export {
  coolingSentence,
  curveSentence,
  deliverySentence,
  densitySentence,
  doubtSentence,
  dripSentence,
  NOT_ON_THE_BENCH,
  pairsSentence,
  retentionSentence,
  vesselSentence,
  wetIceSentence,
} from "./measure.ts";
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
