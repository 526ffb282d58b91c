import { type BrewFailure, type BrewInput, type DripCurve, forecastBrew, forecastDrip } from "#core/brew";
import { ok, type Result } from "#core/result";
import type { Reading } from "#core/weighing";

/** A brew's end as it is forecast while it runs. */
export interface LiveForecast {
  /** The bed's permeability, times what was forecast before the water ran; and how far that may be off, as a share. */
  readonly permeability: number;
  readonly permeabilityShare: number;
  readonly endS: number;
  /** Eight in ten. */
  readonly endRangeS: readonly [low: number, high: number];
  readonly yieldG: number;
  readonly strengthPct: number;
  readonly extractionPct: number;
  /** What has dripped at each time, as it goes now. */
  readonly drip: DripCurve;
}

/** Before anything has dripped: how far permeability is off what was forecast, as a share; usual 0.15 to 0.3. */
const PRIOR_SHARE = 0.25;
/** A scale on a counter and a model beside a bed: so many grams, and such a share of what has dripped. */
const SCALE_G = 2;
const MODEL_SHARE = 0.01;
/** Readings are thinned to so many: the curve between them says no more. */
const MOST_READINGS = 24;
/** Steps of the fit; the curve is nearly straight in the logarithm. */
const FIT_STEPS = 3;
const DIFFERENCE = 0.04;
/** Nobody's bed runs eight times as fast as forecast, or an eighth. */
const MOST_LOG = Math.log(8);
const RANGE_Z = 1.28;

/**
 * Forecasts a running brew anew from what has dripped so far: the one permeability that brings the curve onto the readings,
 * by Gauss and Newton on its logarithm with a normal prior; the range is the fit's own curvature.
 *
 * @param input as it was forecast before the water ran, with the pours as they were really poured
 * @param dripped readings of a scale under the vessel, in order of time; none: the plain forecast with the prior's range
 * @param from the permeability that was found a moment ago, where the fit begins
 */
export function liveForecast(
  input: BrewInput,
  dripped: readonly Reading[],
  from = 1,
): Result<LiveForecast, BrewFailure> {
  const readings = thinned(dripped);
  const before = input.factors?.permeability ?? 1;
  const openedBy = (log: number): BrewInput => ({
    ...input,
    factors: { ...input.factors, permeability: before * Math.exp(log) },
  });
  const drip = (log: number) => forecastDrip(openedBy(log));
  let log = readings.length > 0 ? Math.log(from) : 0;
  let curvature = 1 / PRIOR_SHARE ** 2;
  let best = drip(log);
  if (!best.ok) return best;
  for (let step = 0; step < FIT_STEPS && readings.length > 0; step++) {
    const beside = drip(log + DIFFERENCE);
    if (!beside.ok) return beside;
    let slope = -log / PRIOR_SHARE ** 2;
    curvature = 1 / PRIOR_SHARE ** 2;
    for (const { atS, massG } of readings) {
      const model = drippedAt(best.value, atS);
      const per = (drippedAt(beside.value, atS) - model) / DIFFERENCE;
      // Readings of one curve go wrong together: all of them weigh as a few.
      const weight = Math.min(1, EFFECTIVE / readings.length) / (SCALE_G ** 2 + (MODEL_SHARE * massG) ** 2);
      slope += weight * per * (massG - model);
      curvature += weight * per ** 2;
    }
    const next = Math.max(-MOST_LOG, Math.min(MOST_LOG, log + slope / curvature));
    const moved = drip(next);
    if (!moved.ok) break;
    const isThere = Math.abs(next - log) < DIFFERENCE / 10;
    [log, best] = [next, moved];
    if (isThere) break;
  }
  const brew = forecastBrew(openedBy(log));
  if (!brew.ok) return brew;
  const off = 1 / Math.sqrt(curvature);
  const ends = [drip(log + RANGE_Z * off), drip(log - RANGE_Z * off)].map((run) =>
    run.ok ? run.value.brewTimeS : NEVER_S,
  );
  const { brewTimeS, yieldG, strengthPct, extractionPct } = brew.value;
  return ok({
    permeability: Math.exp(log),
    permeabilityShare: off,
    endS: brewTimeS,
    endRangeS: [Math.min(...ends, brewTimeS), Math.max(...ends, brewTimeS)],
    yieldG,
    strengthPct,
    extractionPct,
    drip: best.value,
  });
}
/** Weight of all readings together, in readings, at most. */
const EFFECTIVE = 8;
/** A bed that never drains within the hour ends there. */
const NEVER_S = 3600;

/** Evenly chosen readings, the last one among them. */
function thinned(readings: readonly Reading[]): readonly Reading[] {
  const every = Math.max(1, Math.ceil(readings.length / MOST_READINGS));
  return readings.filter((_, i) => (readings.length - 1 - i) % every === 0);
}

/** What has dripped at a time by a curve, straight between its points; g. */
export function drippedAt({ timeS, yieldG }: Pick<DripCurve, "timeS" | "yieldG">, atS: number): number {
  const last = timeS.length - 1;
  if (last < 0 || atS <= 0) return 0;
  if (atS >= timeS[last]!) return yieldG[last]!;
  let [low, high] = [-1, last];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (timeS[middle]! < atS) low = middle;
    else high = middle;
  }
  const [fromS, fromG] = low < 0 ? [0, 0] : [timeS[low]!, yieldG[low]!];
  const share = (atS - fromS) / (timeS[high]! - fromS);
  return fromG + share * (yieldG[high]! - fromG);
}
