/** Scale: the sheet on one drawing. */
export { worthNext } from "#scaling/guesses.ts";
export { readQuery } from "#scaling/readLink.ts";
export { benchForScale, canScale, firstState } from "#scaling/start.ts";
export { chosenOf } from "#scaling/state.ts";
export { Scale } from "./scale.tsx";
