/** Words of refused messages to the API. */
export { badInputSentence, calcSentence } from "./calc.ts";
