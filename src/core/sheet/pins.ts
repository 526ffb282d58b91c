import { meltingHeatJPerG, WATER_J_PER_G_K } from "#core/ice";
import type { Row } from "./linear.ts";
import { type Given, type Masses, PIN_NAMES, type PinName, type Pins } from "./types.ts";

interface Pin {
  /** The pin at `value` as one equation in the masses, linear in the value too. */
  readonly row: (value: number, given: Given) => Row;
  /** How much a miss matters in rounding; 0 for a mass, which is never missed. */
  readonly weight: number;
  readonly icedOnly?: true;
  /** The pin leaves the size open: its equation also holds for half the batch. */
  readonly scaleFree?: true;
}

/** Ratios, shares and strength are what is tasted; a few grams of yield are not. */
const TASTED = 4;
const WEIGHED = 1;

export function yieldOf({ doseG, brewWaterG, bypassG, iceG }: Masses, { retentionGPerG }: Given): number {
  return brewWaterG + bypassG + iceG - retentionGPerG * doseG;
}

/** Hot beverage that leaves the bed, g, before bypass and ice join it. */
export function hotBeverageG({ doseG, brewWaterG }: Masses, { retentionGPerG }: Given): number {
  return brewWaterG - retentionGPerG * doseG;
}

/** The melt's balance: heat of the hot beverage, the bypass and the vessel down to `finalTempC`, less the ice's. */
function finalTempRow(finalTempC: number, { heat, retentionGPerG }: Given): Row {
  if (!heat) throw new Error("finalTempC without heat is refused before it is solved");
  const { dripTempC, bypassTempC = dripTempC, vesselJPerK, vesselTempC, apart } = heat;
  const hotJPerG = WATER_J_PER_G_K * (dripTempC - finalTempC);
  // The bloom that was kept apart brings less heat than it dripped with.
  const apartJPerG = apart ? apart.gPerG * WATER_J_PER_G_K * (dripTempC - apart.tempC) : 0;
  return {
    of: [
      -retentionGPerG * hotJPerG - apartJPerG,
      hotJPerG,
      WATER_J_PER_G_K * (bypassTempC - finalTempC),
      -(meltingHeatJPerG(heat) + WATER_J_PER_G_K * finalTempC),
    ],
    rhs: -vesselJPerK * (vesselTempC - finalTempC),
  };
}

/** Every pin: its equation and its weight. The equations are the contract of the sheet. */
export const PINS: { readonly [name in PinName]: Pin } = {
  doseG: { row: (d) => ({ of: [1, 0, 0, 0], rhs: d }), weight: 0 },
  brewWaterG: { row: (w) => ({ of: [0, 1, 0, 0], rhs: w }), weight: 0 },
  bypassG: { row: (b) => ({ of: [0, 0, 1, 0], rhs: b }), weight: 0 },
  iceG: { row: (i) => ({ of: [0, 0, 0, 1], rhs: i }), weight: 0, icedOnly: true },
  brewRatio: { row: (r) => ({ of: [-r, 1, 1, 0], rhs: 0 }), weight: TASTED, scaleFree: true },
  totalRatio: { row: (r) => ({ of: [-r, 1, 1, 1], rhs: 0 }), weight: TASTED, scaleFree: true },
  yieldG: { row: (y, { retentionGPerG }) => ({ of: [-retentionGPerG, 1, 1, 1], rhs: y }), weight: WEIGHED },
  yieldRatio: {
    row: (r, { retentionGPerG }) => ({ of: [-retentionGPerG - r, 1, 1, 1], rhs: 0 }),
    weight: TASTED,
    scaleFree: true,
  },
  iceShare: {
    row: (s) => ({ of: [0, -s, -s, 1 - s], rhs: 0 }),
    weight: TASTED,
    icedOnly: true,
    scaleFree: true,
  },
  bypassShare: { row: (s) => ({ of: [0, -s, 1 - s, 0], rhs: 0 }), weight: TASTED, scaleFree: true },
  strengthPct: {
    row: (t, { extractionPct = Number.NaN, retentionGPerG }) => ({
      of: [extractionPct + t * retentionGPerG, -t, -t, -t],
      rhs: 0,
    }),
    weight: TASTED,
    scaleFree: true,
  },
  finalTempC: { row: finalTempRow, weight: WEIGHED, icedOnly: true },
};

/** A sum of the masses with a constant: dose, brew water, bypass, ice, constant. */
export type Form = readonly [number, number, number, number, number];

/** A pin's value by given masses, in its own unit, as one form over another. */
export interface Measure {
  readonly over: Form;
  readonly under: Form;
}

/**
 * A pin's equation read the other way round. It is linear in the value v, row(v) = over − v · under, so two
 * values give both forms, and the v at which it holds for given masses is over / under.
 */
export function measureOf(name: PinName, given: Given): Measure {
  const missOf = (value: number): Form => {
    const { of, rhs } = PINS[name].row(value, given);
    return [of[0], of[1], of[2], of[3], -rhs];
  };
  const over = missOf(0);
  const atOne = missOf(1);
  return { over, under: over.map((term, i) => term - atOne[i]!) as unknown as Form };
}

/** The value of a form at these masses. */
export function formAt(form: Form, { doseG, brewWaterG, bypassG, iceG }: Masses): number {
  return form[0] * doseG + form[1] * brewWaterG + form[2] * bypassG + form[3] * iceG + form[4];
}

/** The value of a pin that these masses have. Below 0 °C nothing melts on: a final temperature ends at 0. */
export function measure(name: PinName, masses: Masses, given: Given): number {
  const { over, under } = measureOf(name, given);
  const value = formAt(over, masses) / formAt(under, masses);
  return name === "finalTempC" ? Math.max(0, value) : value;
}

/** The pins that carry a value, in the fixed order of `PIN_NAMES`. */
export function namesOf(pins: { readonly [name in PinName]?: unknown }): readonly PinName[] {
  return PIN_NAMES.filter((name) => pins[name] !== undefined);
}

const NO_BYPASS: Row = { of: [0, 0, 1, 0], rhs: 0 };
const NO_ICE: Row = { of: [0, 0, 0, 1], rhs: 0 };

/** Equations that hold without being pinned: no bypass unless a pin names it, and no ice in a hot sheet. */
export function impliedRows(names: readonly PinName[], given: Given): readonly Row[] {
  const bypassPinned = names.includes("bypassG") || names.includes("bypassShare");
  return [...(bypassPinned ? [] : [NO_BYPASS]), ...(given.serve === "hot" ? [NO_ICE] : [])];
}

/** Each named pin's equation, with nothing implied. */
export function pinRows(names: readonly PinName[], pins: Pins, given: Given): readonly Row[] {
  return names.map((name) => PINS[name].row(pins[name]!, given));
}
