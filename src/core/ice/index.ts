/** Ice, heat and dilution: what a hot brew becomes on ice. */
export { type Equilibrium, equilibrium, type Liquid, type Mix, type WouldFreeze } from "./equilibrium.ts";
export { type GlassInput, type GlassPoint, glassCurve, USUAL_GLASS_GAIN_W_PER_K } from "./glass.ts";
export {
  ICE_J_PER_G_K,
  type Ice,
  MELTING_J_PER_G,
  meltingHeatJPerG,
  type VesselHeat,
  WATER_J_PER_G_K,
} from "./heat.ts";
export { type MeltInput, type MeltResult, melt } from "./melt.ts";
export {
  type MeltCurve,
  type MeltCurveInput,
  type MeltPoint,
  meltCurve,
  STIRRINGS,
  type Stirring,
} from "./meltCurve.ts";
