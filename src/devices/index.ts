/** Scale, thermometer and the like: ports that a real device could fill, and a simulated one of each. */
export { simulatedBrewScale } from "./brewScale.ts";
export type { Device, DeviceUnit } from "./port.ts";
export { simulatedProbe } from "./probe.ts";
export { expressionOf, type LineFormat, serialScale, type TextPort } from "./serialScale.ts";
export { type SimulatedDevice, simulatedDevice } from "./simulated.ts";
export { simulatedTill, type Till } from "./till.ts";
export { simulatedWeather } from "./weather.ts";
