/** Measurements that everything rests on: robust figures from a few weighings and readings. */
export { boilingC } from "./boiling.ts";
export { type CareDue, type CareEvery, type CareSince, careDue } from "./care.ts";
export {
  type Cooling,
  type CoolingFailure,
  type CoolingReading,
  coolingTempC,
  fitCooling,
} from "./cooling.ts";
export {
  type BlankRun,
  type Delivery,
  type DeliveryDoubt,
  type DeliveryFailure,
  deliveryDoubts,
  fitDelivery,
} from "./delivery.ts";
export { type DripDrop, type DripFailure, type DripReading, dripDrop } from "./drip.ts";
export { heatCapacityJPerK, SPECIFIC_HEAT, type VesselMaterial } from "./heat.ts";
export { BATCHES_TO_LEARN_FROM, type LoggedYield, learnRetention, type Retention } from "./retention.ts";
export { median, robustScatter } from "./robust.ts";
export { usualWorkingG, type VesselFailure, type VesselWeighing, vesselFrom } from "./vessel.ts";
export { type DrainedIce, wetShareFrom } from "./wetIce.ts";
