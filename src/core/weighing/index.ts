/** A scale beside a brew: which of its readings are of the brew, and when they say that it is over. */
export { isBelieved } from "./believed.ts";
export { hasDrained } from "./drained.ts";
export type { Reading } from "./reading.ts";
export { steadyG } from "./steady.ts";
