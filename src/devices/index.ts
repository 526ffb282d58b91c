/** Scale, thermometer and the like: ports that a real device could fill, and a simulated one of each. */
export type { Device, DeviceUnit } from "./port.ts";
export { type SimulatedDevice, simulatedDevice } from "./simulated.ts";
