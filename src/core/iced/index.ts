/** Iced service: heat, mass and strength together, from what is wanted in the glass back to what is weighed out. */
export {
  type CorrectFailure,
  type CorrectInput,
  type Correction,
  correctionOf,
  ICED_FAULTS,
  type IcedFault,
} from "./correct.ts";
export { type Coupled, type CoupledFailure, coupled } from "./couple.ts";
export { solveIced } from "./solve.ts";
export * from "./types.ts";
