/** Scale: the sheet on one drawing. */
export { worthNext } from "#scaling/guesses.ts";
export { canScale, chosenOf, firstState, readQuery, withFewRecipes } from "#scaling/state.ts";
export { Scale } from "./scale.tsx";
