import type { CurveFailure, TranslationFailure } from "#core/grind";
import type {
  CoolingFailure,
  DeliveryDoubt,
  DeliveryFailure,
  DripFailure,
  VesselFailure,
} from "#core/measure";
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

/** What is asked about a line through blank runs. */
export function doubtSentence(doubt: DeliveryDoubt, slope: number): string {
  return doubt === "runsClose"
    ? "These settings lie close together, and say little of the others: make a run far from them."
    : `For a litre more that is set ${printNumber(slope, 2)} l more would come. Was a run written down wrongly?`;
}

export function dripSentence(failure: DripFailure): string {
  return failure.code === "noReadings"
    ? "Read it off once at least: the brew water, and what drips."
    : "What drips is warmer than its water here: are the two changed over?";
}

export function densitySentence(densityGPerMl: number): string {
  return `${printNumber(densityGPerMl, 3)} g/ml is no coffee: beans have 0.3 to 0.45. Was the cup full to its line?`;
}

export function retentionSentence(retentionGPerG: number | undefined): string {
  if (retentionGPerG === undefined)
    return "Weigh a pot as it is brewed: the coffee, all the water, and what came out.";
  const retention = `${printNumber(retentionGPerG, 2)} g per g`;
  return retentionGPerG > 2
    ? `${retention} is far more than a bed keeps: was a pot spilt, or poured from before it was weighed? Look again, or say that it is so.`
    : `${retention} is far less than a bed keeps: was rinse water in the pot, or the vessel's weight? Look again, or say that it is so.`;
}

export function coolingSentence(failure: CoolingFailure): string {
  switch (failure.code) {
    case "tooFewReadings":
      return `A curve takes ${failure.least} readings at least, some time apart.`;
    case "readingsAtOnce":
      return "These readings are of one moment: read it again later.";
    case "belowRoom":
      return `${printNumber(failure.tempC, 1)} °C is no warmer than the room's ${printNumber(failure.roomC, 1)} °C.`;
    case "notCooling":
      return "By these readings it gets warmer. Is a time changed over, or is the plate on?";
  }
}

export const NOT_ON_THE_BENCH = "This is not on the bench any more.";

export function wetIceSentence(_failure: { readonly code: "drainedHeavier" }): string {
  return "There is more after draining than before: change the two over.";
}

export function curveSentence(failure: CurveFailure): string {
  if (failure.code === "tooFewPoints") return `A curve takes ${failure.least} points at least.`;
  const { first, second } = failure;
  return first.setting === second.setting
    ? `${printNumber(first.setting, 2)} stands there twice, with two sizes.`
    : `The curve turns back between ${printNumber(first.setting, 2)} and ${printNumber(second.setting, 2)}: one of the two is wrong.`;
}

export function pairsSentence(
  failure: TranslationFailure | { readonly code: "offTheDial"; readonly setting: number },
): string {
  switch (failure.code) {
    case "tooFewPairs":
      return "Two pairs at least make a translation.";
    case "offTheDial":
      return `${printNumber(failure.setting, 2)} is not on this dial.`;
    case "pairsTurnBack": {
      const { first, second } = failure;
      return `${printNumber(first.from, 2)} to ${printNumber(first.to, 2)} and ${printNumber(second.from, 2)} to ${printNumber(second.to, 2)} cannot both be: one of the two is wrong.`;
    }
  }
}
