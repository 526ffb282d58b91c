/** What a message to the API is told. */
export { badInputSentence, calcSentence } from "./calc.ts";
