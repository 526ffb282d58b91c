/** Scale: the sheet on one drawing. */
export { worthNext } from "./guesses.ts";
export { Scale } from "./scale.tsx";
export { canScale, chosenOf, firstState, readQuery } from "./state.ts";
