/** A day's plan in words. */
export { concentrateSentences, iceAheadSentence } from "./ahead.ts";
export { batchSentences, nextSentence } from "./batches.ts";
export { awayName, changeSentence, HOLDS, type Named, restsOnSentence, runningSentence } from "./known.ts";
export { levelReason } from "./levels.ts";
export { planFigures, shortSentences, timetableFigures } from "./outcome.ts";
export { salesProblem, salesSentence } from "./sales.ts";
