/** A pot that stands: how warm, how much and how strong it is after a while. */
export { type MeasuredTau, type PotAfter, type PotBoiledDry, type PotInput, potAfter, tauAt } from "./pot.ts";
