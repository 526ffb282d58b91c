/** A card as a guide follows it: its steps with their times, and its brew as the forecast takes it. */
export { brewOfCard } from "./brew.ts";
export { guideSteps } from "./steps.ts";
