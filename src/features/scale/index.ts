/** Scale: the sheet on one drawing. */
export { worthNext } from "#scaling/guesses.ts";
export { readQuery } from "#scaling/link.ts";
export { benchForScale, canScale, chosenOf, firstState } from "#scaling/state.ts";
export { Scale } from "./scale.tsx";
