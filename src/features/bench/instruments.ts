"use client";

import { createContext, useContext } from "react";
import { printNumber } from "#core/units";
import type { Device } from "#devices/index.ts";

interface Instruments {
  readonly scale: Device;
  readonly thermometer: Device;
}

export const InstrumentsContext = createContext<Instruments | undefined>(undefined);

/** The scale and the thermometer that stand beside the bench, if any do. */
export function useInstruments(): Instruments | undefined {
  return useContext(InstrumentsContext);
}

/** A reading as it is typed into a field. */
export function printReading(reading: number, { unit }: Pick<Device, "unit">): string {
  return `${unit === "g" ? reading : printNumber(reading, 1)} ${unit}`;
}
