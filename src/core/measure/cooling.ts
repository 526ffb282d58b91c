import { fail, ok, type Result } from "#core/result";

/** A thermometer in a standing pot. */
export interface CoolingReading {
  /** Since the pot was filled, s, from 0. */
  readonly atS: number;
  /** °C */
  readonly tempC: number;
}

export interface Cooling {
  /** Newton's rate: temp = room + (start − room) · e^(−rate · t), per second. */
  readonly ratePerS: number;
  /** Where the fitted curve begins, °C. */
  readonly startC: number;
  /** Standard deviation of a reading about the curve, °C; undefined below three readings. */
  readonly scatterC: number | undefined;
}

export type CoolingFailure =
  | { readonly code: "tooFewReadings"; readonly least: number }
  | { readonly code: "readingsAtOnce" }
  | { readonly code: "belowRoom"; readonly tempC: number; readonly roomC: number }
  | { readonly code: "notCooling" };

const LEAST_READINGS = 2;
/** Nearer to the room than this, a reading tells nothing of the rate. */
const NEAREST_TO_ROOM_C = 1;

/**
 * How fast a pot cools, from readings over time: a straight line through ln(temp − room), each reading
 * weighted by (temp − room)², because a thermometer errs in degrees and not in their logarithm.
 *
 * @param roomC °C
 */
export function fitCooling(
  readings: readonly CoolingReading[],
  roomC: number,
): Result<Cooling, CoolingFailure> {
  if (readings.length < LEAST_READINGS) return fail({ code: "tooFewReadings", least: LEAST_READINGS });
  const cold = readings.find(({ tempC }) => !(tempC >= roomC + NEAREST_TO_ROOM_C));
  if (cold) return fail({ code: "belowRoom", tempC: cold.tempC, roomC });
  const points = readings.map(({ atS, tempC }) => ({
    atS,
    log: Math.log(tempC - roomC),
    weight: (tempC - roomC) ** 2,
  }));
  const total = points.reduce((sum, { weight }) => sum + weight, 0);
  const meanS = points.reduce((sum, { atS, weight }) => sum + weight * atS, 0) / total;
  const meanLog = points.reduce((sum, { log, weight }) => sum + weight * log, 0) / total;
  const spread = points.reduce((sum, { atS, weight }) => sum + weight * (atS - meanS) ** 2, 0);
  if (!(spread > 0)) return fail({ code: "readingsAtOnce" });
  const together = points.reduce(
    (sum, { atS, log, weight }) => sum + weight * (atS - meanS) * (log - meanLog),
    0,
  );
  const ratePerS = -together / spread;
  if (!(ratePerS >= 0)) return fail({ code: "notCooling" });
  const startC = roomC + Math.exp(meanLog + ratePerS * meanS);
  const squares = readings.reduce(
    (sum, { atS, tempC }) => sum + (tempC - coolingTempC({ ratePerS, startC }, roomC, atS)) ** 2,
    0,
  );
  const free = readings.length - 2;
  return ok({ ratePerS, startC, scatterC: free > 0 ? Math.sqrt(squares / free) : undefined });
}

/** Temperature of a standing pot after a time, °C. */
export function coolingTempC(
  { ratePerS, startC }: Pick<Cooling, "ratePerS" | "startC">,
  roomC: number,
  atS: number,
): number {
  return roomC + (startC - roomC) * Math.exp(-ratePerS * atS);
}
