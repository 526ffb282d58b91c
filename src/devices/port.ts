/** Unit of a scale, of a thermometer, or of a strength meter. */
export type DeviceUnit = "g" | "°C" | "%";

/**
 * Something that is read off beside the counter. A real one speaks by cable or radio; whoever uses it sees
 * only this.
 */
export interface Device {
  readonly name: string;
  readonly unit: DeviceUnit;
  /** The present reading, in its unit. */
  readonly read: () => number;
  /** Calls with every new reading; returns what ends that. */
  readonly watch: (listener: () => void) => () => void;
}
