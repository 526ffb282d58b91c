import type { BrewFailure, FitFailure, SteepFailure } from "#core/brew";
import type { GrindFailure } from "#core/grind";
import { printNumber, printPct, printTime } from "#core/units";
import { PLAIN, type Printers } from "#words/figures";

const mm = (lengthMm: number) => `${printNumber(lengthMm, 1)} mm`;
const um = (grindUm: number) => `${printNumber(grindUm, 0)} µm`;

/** Why a brew cannot be forecast, and what would make it possible. */
export function brewFailureSentence(
  failure: BrewFailure | SteepFailure,
  { mass, ratio }: Printers = PLAIN,
): string {
  switch (failure.code) {
    case "doseOverBasket":
      return `${mass(failure.doseG)} of coffee stands above the basket's rim: it takes ${mass(failure.capacityG)}. Brew less, or take a larger basket.`;
    case "bedTooThin":
      return `The bed would be ${mm(failure.bedDepthMm)} deep, hardly more than its grains of ${um(failure.grindUm)}: water runs past them. Brew more, or take a narrower basket.`;
    case "bedHoldsAllWater":
      return `At a ratio of ${ratio(failure.ratio)} the bed keeps all its water (${printNumber(failure.retentionGPerG, 2)} g per g): no coffee comes out. Take more water.`;
    case "poursOverlap":
      return `Pour ${failure.pour + 1} begins before the one before it has ended. Start it later, or pour faster.`;
    case "neverDrains":
      return `It would still be running after ${printTime(failure.afterS)}. Grind coarser, brew less, or pour faster.`;
  }
}

const LIMIT_WORDS = {
  finest: "Even ground as fine as can be it does not get there.",
  coarsest: "Even ground as coarse as can be it stays above that.",
  stalls: "Ground finer it stalls or runs over before it gets there.",
  pace: "The pour sets the pace: ground coarser it gets no shorter.",
} as const;

/** Why no grind extracts the target like its source, and the nearest that one gets. */
export function extractionMissSentence({
  wanted,
  nearest,
  nearestUm,
  limit,
}: Extract<GrindFailure, { code: "outOfReach" }>): string {
  return `An extraction of ${printPct(wanted)} is out of reach. ${LIMIT_WORDS[limit]} The nearest is ${printPct(nearest)} at ${um(nearestUm)}.`;
}

/** Why nothing was fitted. */
export function fitFailureSentence({ code }: FitFailure): string {
  return code === "nothingMeasured"
    ? "Nothing to fit to: none of these brews was timed or metered."
    : "None of these brews can be forecast: look at basket, dose and grind.";
}
