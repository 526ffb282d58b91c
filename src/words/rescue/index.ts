/** Words of a pot that something went wrong with. */
export {
  moveReason,
  moveSentence,
  nothingLeftSentence,
  type RescuePrinters,
  rescueCaution,
  WENT_WORDS,
} from "./rescue.ts";
