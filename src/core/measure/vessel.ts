import { fail, ok, type Result } from "#core/result";

/** Weighings of one vessel, each in g: empty, full of cold water to the brim, and to its working fill. */
export interface VesselWeighing {
  /** Null where its water was poured into a jug and weighed there: then the others are that water. */
  readonly emptyG: number | null;
  readonly brimfulG: number;
  readonly workingG: number;
}

export type VesselFailure = {
  readonly code: "emptyVesselHeavier" | "workingAboveBrim";
  readonly field: "brimfulG" | "workingG";
};

/** A fill that pours well and loses no heat to the air above it, as a share of the brim. */
const USUAL_WORKING_SHARE = 0.92;

/** The working fill that is usual for a brim, in whole tens; g */
export function usualWorkingG(brimG: number): number {
  return 10 * Math.round((USUAL_WORKING_SHARE * brimG) / 10);
}

/**
 * Capacity of a vessel, from three weighings.
 *
 * @returns g of cold water to the brim, and to the working fill
 */
export function vesselFrom({
  emptyG: weighedEmptyG,
  brimfulG,
  workingG,
}: VesselWeighing): Result<{ readonly brimG: number; readonly workingG: number }, VesselFailure> {
  const emptyG = weighedEmptyG ?? 0;
  if (!(brimfulG > emptyG)) return fail({ code: "emptyVesselHeavier", field: "brimfulG" });
  if (!(workingG > emptyG)) return fail({ code: "emptyVesselHeavier", field: "workingG" });
  if (!(workingG <= brimfulG)) return fail({ code: "workingAboveBrim", field: "workingG" });
  return ok({ brimG: brimfulG - emptyG, workingG: workingG - emptyG });
}
