import { WATER_J_PER_G_K } from "./heat.ts";

/** A small cup by itself on the counter. */
export interface StandingCup {
  /** J/K; usual 60 to 200. */
  readonly cupJPerK: number;
  /** Heat lost to the room, W/K; usual 0.3 to 0.9, uncovered. */
  readonly lossWPerK: number;
  readonly roomTempC: number;
}

/** A stout cup of glass or china, J/K, and what it loses uncovered, W/K. */
export const USUAL_CUP = { cupJPerK: 160, lossWPerK: 0.8 } as const;

/** Water that a dry bed takes up before it drips, g per g; usual 1.8 to 2.1. */
const FIRST_TAKEN_UP_G_PER_G = 2;

/**
 * Of the bloom's water what drips through, per gram of dose: bloom less what the bed first takes up. At twice the dose
 * that is nothing. What a brew retains at its end is another matter.
 *
 * @param bloomPerDose bloom water, g per g of dose
 * @returns g per g of dose, 0 and above
 */
export function apartPerDose(bloomPerDose: number): number {
  return Math.max(0, bloomPerDose - FIRST_TAKEN_UP_G_PER_G);
}

/**
 * The temperature of a little coffee that stands in a cup for a while: it shares its heat with the cup, and both cool
 * towards the room by Newton's law, T = room + (T0 − room)·exp(−loss·t / (c·m + C)).
 *
 * @param massG g, 0 allowed: then it has the cup's own temperature
 * @param tempC as it drips, °C
 * @param standsS s
 */
export function standingTempC(
  { massG, tempC, standsS }: { readonly massG: number; readonly tempC: number; readonly standsS: number },
  { cupJPerK, lossWPerK, roomTempC }: StandingCup,
): number {
  const jPerK = WATER_J_PER_G_K * massG + cupJPerK;
  const startC = roomTempC + ((tempC - roomTempC) * WATER_J_PER_G_K * massG) / jPerK;
  return roomTempC + (startC - roomTempC) * Math.exp((-lossWPerK * standsS) / jPerK);
}
