/** Words of a brew guide: its steps, how a running brew goes, and what helps. */
export { afterwardsSentence, helpSentence, paceOf, type Running, runningSentence } from "./live.ts";
export { guideSentence } from "./refusals.ts";
export { firstWaterWords, onWords, type StepWords, startWords, stepWords } from "./steps.ts";
