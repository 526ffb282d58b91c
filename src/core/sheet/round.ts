import { latticesAround, settingAt, settingFor } from "./lattice.ts";
import { massesAt, nearestChoice } from "./search.ts";
import type { Bands, Given, Masses, Pins, Rounding } from "./types.ts";

/** A working fill is a soft line: this much over it still counts as full. */
export const WORKING_FILL_SLACK = 1.01;

export interface RoundingTask {
  readonly exact: Masses;
  readonly pins: Pins;
  /** Of pins that are bands, both ends. */
  readonly bands?: Bands | undefined;
  readonly given: Given;
  readonly rounding: Rounding;
  /** The vessel's working fill, g; Infinity without a vessel. */
  readonly workingG: number;
}

/**
 * The masses that a scale and a brewer can do, nearest to what is pinned (`nearestChoice`), with the brewer's
 * setting when it is known. A pinned mass stays as typed. The yield keeps to the working fill where any
 * candidate does, and what was pinned as a band stays inside it where any candidate does; where none does, the nearest is taken all the
 * same, and a check says so.
 */
export function roundMasses(task: RoundingTask): { readonly masses: Masses; readonly settingG?: number } {
  const { exact, pins, bands, given, rounding, workingG } = task;
  const lattices = latticesAround(exact, { pins, bands }, rounding);
  const search = { lattices, pins, given };
  const yieldLimitG = WORKING_FILL_SLACK * workingG;
  const choice =
    (bands && nearestChoice({ ...search, bands, yieldLimitG })) ??
    nearestChoice({ ...search, yieldLimitG }) ??
    nearestChoice({ ...search, yieldLimitG: Infinity });
  // Steps so coarse that nothing near could be brewed: better the exact figures than none.
  const masses = choice ? massesAt(lattices, choice) : exact;
  if (!rounding.brewWater) return { masses };
  const water = lattices[1]!;
  const chosen = choice && water.stepG > 0;
  return {
    masses,
    settingG: chosen ? settingAt(water, choice[1]) : settingFor(masses.brewWaterG, rounding.brewWater),
  };
}
