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

/** The mode that a brewer sprays so much water by, g: the smallest that reaches it, else the largest. At least one mode. */
export function modeFor(waterG: number, modes: readonly SprayMode[]): SprayMode {
  const bySize = modes.toSorted((a, b) => a.upToG - b.upToG);
  const mode = bySize.find(({ upToG }) => waterG <= upToG) ?? bySize.at(-1);
  if (!mode) throw new Error("no spray mode");
  return mode;
}

/**
 * A batch's water as its brewer sprays it: the bloom, its pause, and the rest in even pulses.
 *
 * @param modes at least one; the smallest that reaches the batch counts, else the largest
 */
export function sprayPours(waterG: number, modes: readonly SprayMode[]): readonly Pour[] {
  const mode = modeFor(waterG, modes);
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
