/** Words of a card, and of a card that could not be made. */
export { cardTitle, firstPotNote, groundBy, stepsOf, stopsOf } from "./card.ts";
export {
  cardFailureSentence,
  followFailureSentence,
  otherCardSentence,
  staleCardSentence,
} from "./cardFailure.ts";
export { cautionsOf, closeEnough, closeShareOf } from "./cautions.ts";
