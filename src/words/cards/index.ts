/** What a card says, and why none could be made. */
export { cardTitle, cautionsOf, firstPotNote, groundBy, stepsOf, stopsOf } from "./card.ts";
export {
  cardFailureSentence,
  followFailureSentence,
  otherCardSentence,
  staleCardSentence,
} from "./cardFailure.ts";
