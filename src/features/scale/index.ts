/** Scale: the sheet on one drawing. */
export { worthNext } from "#scaling/guesses.ts";
export { benchForScale, canScale, chosenOf, firstState, readQuery } from "#scaling/state.ts";
export { Scale } from "./scale.tsx";
