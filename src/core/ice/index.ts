/** Ice, heat and dilution: what a hot brew becomes on ice, in its server, in a bath and in the glass. */
export { apartPerDose, type StandingCup, standingTempC, USUAL_CUP } from "./apart.ts";
export { type Arrival, arrivalsOf, atOnce, type Drip, type Dripped } from "./arrival.ts";
export {
  type Bath,
  type BathFailure,
  type BathInput,
  type BathPoint,
  bathIceFor,
  chillInBath,
} from "./bath.ts";
export { HOT_COFFEE_G_PER_ML, ICE_G_PER_ML } from "./density.ts";
export { type Equilibrium, equilibrium, type Liquid, type Mix, type WouldFreeze } from "./equilibrium.ts";
export {
  FIRST_SIP_S,
  firstSip,
  type GlassInput,
  type GlassPoint,
  type GlassServe,
  glassCurve,
  USUAL_GLASS_GAIN_W_PER_K,
} from "./glass.ts";
export {
  type Ice,
  meltingHeatJPerG,
  type VesselHeat,
  WATER_J_PER_G_K,
} from "./heat.ts";
export { levelMl, type Standing } from "./level.ts";
export { type MeltInput, type MeltResult, melt } from "./melt.ts";
export { type MeltCurve, type MeltCurveInput, type MeltPoint, meltCurve } from "./meltCurve.ts";
export { STIRRINGS, type Stirring } from "./stirring.ts";
