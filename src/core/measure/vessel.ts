import { fail, ok, type Result } from "#core/result";

/** Weighings of one vessel, each in g: empty, full of cold water to the brim, and to its working fill. */
export interface VesselWeighing {
  readonly emptyG: number;
  readonly brimfulG: number;
  readonly workingG: number;
}

export type VesselFailure = {
  readonly code: "emptyVesselHeavier" | "workingAboveBrim";
  readonly field: "brimfulG" | "workingG";
};

/**
 * Capacity of a vessel, from three weighings.
 *
 * @returns g of cold water to the brim, and to the working fill
 */
export function vesselFrom({
  emptyG,
  brimfulG,
  workingG,
}: VesselWeighing): Result<{ readonly brimG: number; readonly workingG: number }, VesselFailure> {
  if (!(brimfulG > emptyG)) return fail({ code: "emptyVesselHeavier", field: "brimfulG" });
  if (!(workingG > emptyG)) return fail({ code: "emptyVesselHeavier", field: "workingG" });
  if (!(workingG <= brimfulG)) return fail({ code: "workingAboveBrim", field: "workingG" });
  return ok({ brimG: brimfulG - emptyG, workingG: workingG - emptyG });
}
