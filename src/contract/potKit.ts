import type { PotKit } from "#core/bar";
import type { BenchVessel } from "./bench.ts";

const S_PER_MIN = 60;

/** In so long the distance to the room falls to 1/e, min, in a full vessel of each kind that nobody timed; usual ones. */
const USUAL_TAU_MIN: { readonly [kind in BenchVessel["kind"]]: number } = {
  dispenser: 700,
  pot: 600,
  glass: 100,
  steel: 180,
};

/** What plates hold coffee at, °C; usual ones. */
const PLATE_C = { low: 72, on: 80 } as const;

/** A vessel's ways with the coffee in it; what nobody measured is usual for its kind. */
export function potKitOf(
  vessel: Pick<
    BenchVessel,
    "kind" | "brimG" | "workingG" | "vesselJPerK" | "holdMin" | "plate" | "evaporationGPerH" | "coolingPerS"
  >,
): PotKit {
  const { kind, brimG, workingG, vesselJPerK, holdMin, plate, evaporationGPerH, coolingPerS } = vessel;
  const tauMin = coolingPerS === null ? USUAL_TAU_MIN[kind] : 1 / (S_PER_MIN * coolingPerS);
  return {
    brimG,
    holdMin,
    cooling: { tauMin, filledG: workingG, vesselJPerK },
    plate:
      plate === "none"
        ? null
        : { heldTempC: PLATE_C[plate === "on" ? "on" : "low"], evaporationGPerH: evaporationGPerH ?? 0 },
    plateIsOn: plate === "low" || plate === "on",
  };
}
