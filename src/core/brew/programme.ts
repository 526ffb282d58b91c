import type { Pour } from "./pours.ts";

/** How a brewer sprays batches up to a size. */
export interface SprayMode {
  readonly upToG: number;
  /** While it sprays on, after the bloom, pauses between pulses counted in. */
  readonly rateGPerS: number;
  /** Of the water, before the first pause; 0 for none. */
  readonly bloomPct: number;
  readonly bloomS: number;
  /** 1 when it sprays on. */
  readonly pulses: number;
}

/** Of a pulse's time, so much is spray and the rest a pause; usual 0.5 to 0.9. */
const SPRAYED_SHARE = 0.7;

/**
 * A batch's water as its brewer sprays it: the bloom, its pause, and the rest in even pulses.
 *
 * @param modes at least one; the smallest that reaches the batch counts, else the largest
 */
export function sprayPours(waterG: number, modes: readonly SprayMode[]): readonly Pour[] {
  const bySize = modes.toSorted((a, b) => a.upToG - b.upToG);
  const mode = bySize.find(({ upToG }) => waterG <= upToG) ?? bySize.at(-1);
  if (!mode) throw new Error("no spray mode");
  const bloomG = (mode.bloomPct / 100) * waterG;
  const restFromS = bloomG > 0 ? bloomG / mode.rateGPerS + mode.bloomS : 0;
  const pulseG = (waterG - bloomG) / mode.pulses;
  const rateGPerS = mode.pulses === 1 ? mode.rateGPerS : mode.rateGPerS / SPRAYED_SHARE;
  const pulses = Array.from({ length: mode.pulses }, (_, i) => ({
    atS: restFromS + (i * pulseG) / mode.rateGPerS,
    waterG: pulseG,
    rateGPerS,
  }));
  return bloomG > 0 ? [{ atS: 0, waterG: bloomG, rateGPerS: mode.rateGPerS }, ...pulses] : pulses;
}

/** A brewer whose spray nobody weighed: its water runs in four minutes, as batch brewers are commonly set. */
export function usualSpray(waterG: number): SprayMode {
  return { upToG: waterG, rateGPerS: waterG / USUAL_SPRAY_S, bloomPct: 0, bloomS: 0, pulses: 1 };
}
/** Usual 200 to 300 s. */
const USUAL_SPRAY_S = 240;

/** A hand brew as it was written down. */
export interface HandRhythm {
  readonly doseG: number;
  readonly waterG: number;
  /** 0 for none. */
  readonly bloomG: number;
  readonly bloomS: number;
  /** From the first water to the last drip. */
  readonly doneS: number;
}

/** After the bloom a hand pours until so much of the rest of the time is gone; then the bed draws down. */
const POURING_SHARE = 0.7;
/** A kettle's stream over a bloom, g/s; usual 4 to 10. */
const KETTLE_G_PER_S = 8;

/** A hand recipe's water: the bloom at the kettle's pace, then one even pour. */
export function handPours(rhythm: HandRhythm): readonly Pour[] {
  return rescaledPours(rhythm, rhythm);
}

/**
 * The same hand at another dose and water: the bloom keeps its multiple of the dose and its time, and the pour
 * its pace per gram of coffee, so that a short brew is over sooner.
 */
export function rescaledPours(
  { doseG: sourceDoseG, waterG: sourceG, bloomG, bloomS, doneS }: HandRhythm,
  { doseG, waterG }: { readonly doseG: number; readonly waterG: number },
): readonly Pour[] {
  const scale = doseG / sourceDoseG;
  const bloomRate = KETTLE_G_PER_S * scale;
  const blooms = bloomG > 0 && bloomG < sourceG && bloomG * scale < waterG;
  const restFromS = blooms ? Math.max(bloomS, bloomG / KETTLE_G_PER_S) : 0;
  const pouredG = blooms ? bloomG : 0;
  const pace = ((sourceG - pouredG) / Math.max(1, POURING_SHARE * (doneS - restFromS))) * scale;
  const rest = { atS: restFromS, waterG: waterG - pouredG * scale, rateGPerS: pace };
  return blooms ? [{ atS: 0, waterG: bloomG * scale, rateGPerS: bloomRate }, rest] : [rest];
}
