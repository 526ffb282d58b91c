import { fail, ok, type Result } from "#core/result";
import { median } from "./robust.ts";

/** A thermometer in the brew water and in what came of it. */
export interface DripReading {
  readonly waterTempC: number;
  readonly dripTempC: number;
  /** 1 where it was brewed beside, and is poured over the ice at once. */
  readonly beside: number;
}

/** By how much the coffee is cooler than its brew water, K, by the way it reaches the ice; undefined where nobody read it. */
export interface DripDrop {
  readonly dripDropC: number | undefined;
  readonly besideDropC: number | undefined;
}

export type DripFailure =
  | { readonly code: "noReadings" }
  | { readonly code: "warmerThanWater"; readonly place: number };

/**
 * The drop from brew water to what drips, for each way: the middle of its readings, so that one taken too early does not
 * move it. It is stored as a drop so that another recipe's water has its own drip.
 */
export function dripDrop(readings: readonly DripReading[]): Result<DripDrop, DripFailure> {
  if (readings.length === 0) return fail({ code: "noReadings" });
  const place = readings.findIndex(({ waterTempC, dripTempC }) => !(dripTempC <= waterTempC));
  if (place >= 0) return fail({ code: "warmerThanWater", place });
  const of = (beside: number) => {
    const drops = readings
      .filter((each) => each.beside === beside)
      .map(({ waterTempC, dripTempC }) => waterTempC - dripTempC);
    return drops.length > 0 ? median(drops) : undefined;
  };
  return ok({ dripDropC: of(0), besideDropC: of(1) });
}
