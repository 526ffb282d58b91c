import type { Bands, BrewWaterLattice, Masses, Pins, Range, Rounding } from "./types.ts";

/**
 * Masses that a scale or a button can do: interceptG + slope · setting, with setting = startG + stepG · k for
 * whole k from `first` to `last`. A scale's setting is the mass itself (intercept 0, slope 1).
 */
export interface Lattice {
  readonly startG: number;
  readonly stepG: number;
  readonly slope: number;
  readonly interceptG: number;
  readonly first: number;
  readonly last: number;
}

/** A candidate lies within so many steps of the exact mass, or within `REACH_SHARE` of it if that is more. */
const REACH_STEPS = 2;
const REACH_SHARE = 0.05;

/** A gram of a smaller dose is more than a sixtieth of it, and is tasted: scales for a cup show tenths. */
export const SMALL_DOSE = { belowG: 60, stepG: 0.1 } as const;

/** Step that a dose is weighed to, g: the house's `stepG`, or finer for a cup or two. */
export function doseStepG(doseG: number, stepG: number): number {
  return doseG < SMALL_DOSE.belowG ? Math.min(SMALL_DOSE.stepG, stepG) : stepG;
}

/** Steps such as 0.1 have no exact binary value: an index this close to a whole one counts as whole. */
const INDEX_SLACK = 1e-9;

const MASS_NAMES = ["doseG", "brewWaterG", "bypassG", "iceG"] as const;

/** A mass that stays as it is. */
function only(massG: number): Lattice {
  return { startG: massG, stepG: 0, slope: 1, interceptG: 0, first: 0, last: 0 };
}

export function settingAt({ startG, stepG }: Lattice, k: number): number {
  return startG + stepG * k;
}

export function massAt(lattice: Lattice, k: number): number {
  return lattice.interceptG + lattice.slope * settingAt(lattice, k);
}

/** The candidates of each mass around the exact ones, in the order dose, brew water, bypass, ice. */
export function latticesAround(
  exact: Masses,
  { pins, bands = {} }: { readonly pins: Pins; readonly bands?: Bands | undefined },
  rounding: Rounding,
): readonly Lattice[] {
  return MASS_NAMES.map((name) => {
    const massG = exact[name];
    const band = bands[name];
    if (massG === 0 || (pins[name] !== undefined && !band)) return only(massG);
    if (name === "brewWaterG") {
      const settings = rounding.brewWater ? waterAround(massG, rounding.brewWater) : only(massG);
      return band ? inBand(band, settings, massG) : settings;
    }
    const stepG =
      name === "doseG" && massG < SMALL_DOSE.belowG
        ? (rounding.smallDoseG ?? rounding.doseG)
        : rounding[name];
    // No ice or no bypass can be the nearest that a scoop does; no dose is none.
    const first = name === "doseG" ? 1 : 0;
    const scale = { startG: 0, stepG: stepG ?? 0, slope: 1, interceptG: 0, first, last: Infinity };
    if (stepG === undefined) return only(massG);
    if (band) return inBand(band, scale, massG);
    const [lowG, highG] = reachOf(massG, stepG);
    return within([name === "doseG" && rounding.doseUp ? massG : lowG, highG], scale);
  });
}

/**
 * Deliveries of the brewer near `massG`. Settings count from the lowest one. Where none of the brewer's
 * settings is near, the lattice goes on past its limits, so that the sheet keeps its pins and a check can
 * say that this brewer cannot do it.
 */
function waterAround(massG: number, brewer: BrewWaterLattice): Lattice {
  const { stepG, slope = 1, interceptG = 0, minSettingG = 0, maxSettingG = Infinity } = brewer;
  const reach = reachOf(massG, slope * stepG);
  const steps = (rangeG: number) => Math.floor(rangeG / stepG + INDEX_SLACK);
  const settings = {
    startG: minSettingG,
    stepG,
    slope,
    interceptG,
    first: 0,
    last: steps(maxSettingG - minSettingG),
  };
  const inside = within(reach, settings);
  if (inside.first <= inside.last) return inside;
  const beyond = within(reach, { ...settings, first: -steps(minSettingG), last: Infinity });
  return beyond.first <= beyond.last ? beyond : only(massG);
}

function reachOf(massG: number, stepG: number): readonly [lowG: number, highG: number] {
  const reachG = Math.max(REACH_STEPS * stepG, REACH_SHARE * massG);
  return [massG - reachG, massG + reachG];
}

/** What of a lattice lies within a band; a band between two of its masses has its middle alone. */
function inBand(band: Range, lattice: Lattice, middleG: number): Lattice {
  const inside = lattice.stepG > 0 ? within(band, lattice) : lattice;
  return inside.first <= inside.last ? inside : only(middleG);
}

/** The part of a lattice whose masses lie between the two; empty (first above last) when none does. */
function within([lowG, highG]: readonly [number, number], lattice: Lattice): Lattice {
  const indexOf = (massG: number) =>
    ((massG - lattice.interceptG) / lattice.slope - lattice.startG) / lattice.stepG;
  return {
    ...lattice,
    first: Math.max(lattice.first, Math.ceil(indexOf(lowG) - INDEX_SLACK)),
    last: Math.min(lattice.last, Math.floor(indexOf(highG) + INDEX_SLACK)),
  };
}

/** The setting that delivers `brewWaterG`; between two of the brewer's when the water is pinned there. */
export function settingFor(brewWaterG: number, { slope = 1, interceptG = 0 }: BrewWaterLattice): number {
  return (brewWaterG - interceptG) / slope;
}
