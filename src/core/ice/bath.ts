import { fail, ok, type Result } from "#core/result";
import { equilibrium, type WouldFreeze } from "./equilibrium.ts";
import type { Ice } from "./heat.ts";
import { meltingHeatJPerG, WATER_J_PER_G_K } from "./heat.ts";
import { thinned } from "./thinned.ts";

/** A full-strength batch in its closed vessel, in a bath of ice and water. */
export interface BathInput extends Ice {
  readonly coffeeG: number;
  readonly startTempC: number;
  /** Above the bath's end, °C. */
  readonly wantedTempC: number;
  /** The closed vessel, J/K; it starts at the coffee's temperature. */
  readonly vesselJPerK: number;
  /** Through its wall, W/K: how fast it gives heat to the bath; usual 15 to 40 left alone, 60 to 150 turned. */
  readonly wallWPerK: number;
  readonly bathWaterG: number;
  readonly bathWaterTempC: number;
  readonly bathIceG: number;
  readonly roomTempC: number;
}

export interface BathPoint {
  readonly atS: number;
  readonly coffeeTempC: number;
  readonly bathTempC: number;
  readonly iceLeftG: number;
}

export interface Bath {
  /** When the coffee has come down to what is wanted, s. */
  readonly doneS: number;
  readonly points: readonly BathPoint[];
}

export type BathFailure =
  | WouldFreeze
  /** However long it stands, this bath comes to rest above what is wanted. */
  | {
      readonly code: "bathTooSmall";
      readonly wantedTempC: number;
      readonly restTempC: number;
      /** More ice that would do, g. */
      readonly moreIceG: number;
    };

/** Heat that the room gives to an open bath of its size, W/K. */
const ROOM_W_PER_K = 1.5;
const STEP_S = 2;
const MOST_S = 14_400;
/** A bath that comes to rest exactly at what is wanted never gets there: so much below it, K. */
const BELOW_K = 0.5;

/**
 * The coffee's temperature while its closed vessel stands in a bath: nothing is diluted. Heat goes through the wall,
 * wall·(coffee − bath); ice and water of the bath are one temperature, 0 °C while there is ice.
 *
 * Balance at rest: `equilibrium` of coffee, vessel, bath water and ice. The bath also takes a little from the room.
 * @returns `bathTooSmall` with the ice that would do, where it cannot reach what is wanted, or not in four hours
 */
export function chillInBath(input: BathInput): Result<Bath, BathFailure> {
  const { coffeeG, startTempC, wantedTempC, vesselJPerK, wallWPerK, bathIceG, roomTempC } = input;
  const water = equilibrium({
    liquids: [{ massG: input.bathWaterG, tempC: input.bathWaterTempC }],
    iceG: bathIceG,
    iceTempC: input.iceTempC,
    iceWetShare: input.iceWetShare,
    vesselJPerK: 0,
    vesselTempC: 0,
  });
  if (!water.ok) return water;
  const coffeeJPerK = WATER_J_PER_G_K * coffeeG + vesselJPerK;
  let coffeeC = startTempC;
  let bathC = water.value.finalTempC;
  let iceG = water.value.iceLeftG;
  let liquidG = input.bathWaterG + water.value.meltedG;
  const steps: BathPoint[] = [];
  let doneS: number | undefined;
  for (let atS = 0; atS <= MOST_S; atS += STEP_S) {
    steps.push({ atS, coffeeTempC: coffeeC, bathTempC: bathC, iceLeftG: iceG });
    if (coffeeC <= wantedTempC) {
      doneS = atS;
      break;
    }
    const gaveJ = Math.max(0, wallWPerK * (coffeeC - bathC) * STEP_S);
    coffeeC -= gaveJ / coffeeJPerK;
    const heatJ = gaveJ + ROOM_W_PER_K * (roomTempC - bathC) * STEP_S;
    const melts = Math.min(iceG, heatJ / MELTING_AT_ZERO_J_PER_G);
    iceG -= melts;
    liquidG += melts;
    if (iceG === 0 && liquidG > 0) {
      bathC += (heatJ - melts * MELTING_AT_ZERO_J_PER_G) / (WATER_J_PER_G_K * liquidG);
    }
  }
  if (doneS !== undefined) return ok({ doneS, points: thinned(steps) });
  const moreIceG = bathIceFor(input) - bathIceG;
  return fail({ code: "bathTooSmall", wantedTempC, restTempC: coffeeC, moreIceG: Math.max(0, moreIceG) });
}

const MELTING_AT_ZERO_J_PER_G = meltingHeatJPerG({ iceTempC: 0, iceWetShare: 0 });

/**
 * The ice that a bath needs so that its rest lies a little below what is wanted, g: what coffee, vessel and bath water
 * give above it, over what a gram of this ice takes to become water of that temperature.
 */
export function bathIceFor({
  coffeeG,
  startTempC,
  wantedTempC,
  vesselJPerK,
  bathWaterG,
  bathWaterTempC,
  ...ice
}: Omit<BathInput, "bathIceG" | "wallWPerK" | "roomTempC">): number {
  const restC = Math.max(0, wantedTempC - BELOW_K);
  const heatJ =
    (WATER_J_PER_G_K * coffeeG + vesselJPerK) * (startTempC - restC) +
    WATER_J_PER_G_K * bathWaterG * (bathWaterTempC - restC);
  return Math.max(0, heatJ / (meltingHeatJPerG(ice) + WATER_J_PER_G_K * restC));
}
