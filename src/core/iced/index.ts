/** Iced service: heat, mass and strength together, from what is wanted in the glass back to what is weighed out. */
export {
  type CorrectFailure,
  type CorrectInput,
  type Correction,
  correctionOf,
  ICED_FAULTS,
  type IcedFault,
} from "./correct.ts";
export { type CoupleAsked, type Coupled, type CoupledFailure, coupled, extractionFor } from "./couple.ts";
export { serveFrom } from "./glassPins.ts";
export {
  GLASS_SERVICES,
  type GlassService,
  ICED_METHODS,
  ICED_RANGES,
  type IcedFigure,
  type IcedMethod,
  type IcedService,
  TOP_OFFS,
  type TopOff,
  USUAL_ICED,
} from "./service.ts";
export { solveIced } from "./solve.ts";
export * from "./types.ts";
