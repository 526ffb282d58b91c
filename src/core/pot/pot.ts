import { WATER_J_PER_G_K } from "#core/ice";
import { fail, ok, type Result } from "#core/result";

/** Coffee that stands in a pot, and what the pot does to it. */
export interface PotInput {
  /** g, above 0 */
  readonly liquidG: number;
  /** % by mass */
  readonly strengthPct: number;
  readonly tempC: number;
  readonly roomTempC: number;
  /** How long it stands, min, 0 and above. */
  readonly minutes: number;
  /** The vessel's own at this fill: in so long the distance to the room falls to 1/e, min, above 0. */
  readonly tauMin?: number | undefined;
  /** Water alone that leaves, g/h; usual 20 to 120 on a plate, about 0 under a lid. */
  readonly evaporationGPerH?: number | undefined;
  /** On a plate that holds it at a temperature, °C, instead of `tauMin`. */
  readonly heldTempC?: number | undefined;
}

export interface PotAfter {
  readonly liquidG: number;
  readonly strengthPct: number;
  readonly tempC: number;
}

/** Nothing would be left, from so many minutes on. */
export interface PotBoiledDry {
  readonly code: "potBoiledDry";
  readonly afterMin: number;
}

const MIN_PER_H = 60;

/**
 * A pot after it has stood for a while: T(t) = room + (T0 − room) · exp(−t/τ), or held on a plate; what evaporates is
 * water alone, so that the solids stay: liquid L − g·t, strength S/L.
 *
 * Source: Newton's law of cooling; balance of mass.
 */
export function potAfter(input: PotInput): Result<PotAfter, PotBoiledDry> {
  const { tempC, roomTempC, minutes, tauMin, heldTempC, evaporationGPerH = 0 } = input;
  const liquidG = input.liquidG - (evaporationGPerH * minutes) / MIN_PER_H;
  if (!(liquidG > 0)) {
    return fail({ code: "potBoiledDry", afterMin: (MIN_PER_H * input.liquidG) / evaporationGPerH });
  }
  const standing =
    tauMin === undefined ? tempC : roomTempC + (tempC - roomTempC) * Math.exp(-minutes / tauMin);
  return ok({
    liquidG,
    strengthPct: (input.strengthPct * input.liquidG) / liquidG,
    tempC: heldTempC ?? standing,
  });
}

/** A cooling time that was measured, and the fill that it was measured at. */
export interface MeasuredTau {
  /** min, above 0 */
  readonly tauMin: number;
  readonly filledG: number;
  /** The vessel's own heat, J/K. */
  readonly vesselJPerK: number;
}

/**
 * A vessel's cooling time at another fill, min: it goes with the heat that pot and coffee hold together, its loss being
 * the same.
 *
 * @param liquidG g, 0 and above
 */
export function tauAt({ tauMin, filledG, vesselJPerK }: MeasuredTau, liquidG: number): number {
  const heldJPerK = (massG: number) => WATER_J_PER_G_K * massG + vesselJPerK;
  return (tauMin * heldJPerK(liquidG)) / heldJPerK(filledG);
}
