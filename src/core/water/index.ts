/** Drinking water for brewing: what two waters come to, and what to add to one. */
export { type Blend, blendTo } from "./blend.ts";
export { type Concentrates, type Dosing, type DosingFailure, doseTo, USUAL_CONCENTRATES } from "./dose.ts";
export { GENTLE, type Water, type WaterTrouble, waterTroubles } from "./water.ts";
