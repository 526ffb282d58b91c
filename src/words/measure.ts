import type { DeliveryFailure, VesselFailure } from "#core/measure";
import { printNumber } from "#core/units";

export function vesselSentence({ code }: VesselFailure): string {
  return code === "workingAboveBrim"
    ? "The working fill is above the brim: weigh again, or change the two over."
    : "This is no more than the empty vessel: the scale's whole reading is wanted, vessel and water together.";
}

export function deliverySentence(failure: DeliveryFailure): string {
  if (failure.code === "noRuns") return "A line takes one run at least.";
  const share = printNumber(failure.slope * 100, 0);
  return `These runs would deliver ${share} % of what is set. Look for a figure that is ten times off.`;
}

export function densitySentence(densityGPerMl: number): string {
  return `${printNumber(densityGPerMl, 3)} g/ml is no coffee: beans have 0.3 to 0.45. Was the cup full to its line?`;
}

export const NOT_ON_THE_BENCH = "This is not on the bench any more.";
