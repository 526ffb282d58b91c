import type { Ice, VesselHeat } from "./heat.ts";
import { TRANSFER_W_PER_M2_K } from "./meltCurve.ts";
import { iceIn, type Melter, melted, poured, type Slush, strengthOf, tempOf } from "./slush.ts";

/** Coffee over ice in a glass. */
export interface GlassInput extends Ice, VesselHeat {
  /** Poured into the glass, g, at its temperature and strength. */
  readonly coffeeG: number;
  readonly coffeeTempC: number;
  readonly strengthPct: number;
  /** In the glass, g; 0 for none. */
  readonly iceG: number;
  readonly pieceMm: number;
  /** Shaken with as much ice of the same kind first, and strained; s, 0 for not. */
  readonly shakenS: number;
  readonly roomTempC: number;
  /** What the glass takes from the room, W/K; usual 0.2 to 0.6. */
  readonly gainWPerK: number;
}

export interface GlassPoint {
  readonly atS: number;
  readonly tempC: number;
  readonly strengthPct: number;
  readonly iceLeftG: number;
  /** To drink, g. */
  readonly liquidG: number;
}

/** A glass of a third of a litre on a table, W/K. */
export const USUAL_GLASS_GAIN_W_PER_K = 0.4;
/** Ice and coffee beaten together, W/m²/K; usual 2000 to 5000. */
const SHAKEN_W_PER_M2_K = 3000;
const STEP_S = 0.5;
/** Longer than anybody drinks at a glass that is called iced. */
const MOST_S = 3600;
/** A shaker's own warmth counts for nothing: it is emptied cold. */
const NO_VESSEL_J_PER_K = 0;

/**
 * Strength and temperature in the glass while it is drunk: ice that cools, dilutes and melts on by what the glass takes
 * from the room. Nothing evaporates, so that the strength never rises.
 *
 * @param atS rising, up to an hour
 * @returns a point for each moment asked for
 */
export function glassCurve(input: GlassInput, atS: readonly number[]): readonly GlassPoint[] {
  const { iceWetShare, iceG, pieceMm, vesselJPerK, vesselTempC, roomTempC, gainWPerK } = input;
  const melter: Melter = {
    vesselJPerK,
    startIceG: iceG * (1 - iceWetShare),
    pieceMm,
    transferWPerM2K: TRANSFER_W_PER_M2_K.still,
  };
  let slush = poured(iceIn(input, vesselJPerK * vesselTempC), shaken(input));
  const points: GlassPoint[] = [];
  for (let step = 0; step * STEP_S <= MOST_S && points.length < atS.length; step++) {
    for (let due = atS[points.length]; due !== undefined && due <= step * STEP_S; due = atS[points.length]) {
      points.push(pointOf(slush, due, vesselJPerK));
    }
    const gainJ = gainWPerK * (roomTempC - tempOf(slush, vesselJPerK)) * STEP_S;
    slush = melted({ ...slush, heatJ: slush.heatJ + gainJ }, melter, STEP_S);
  }
  return points;
}

function pointOf(slush: Slush, atS: number, vesselJPerK: number): GlassPoint {
  return {
    atS,
    tempC: tempOf(slush, vesselJPerK),
    strengthPct: strengthOf(slush),
    iceLeftG: slush.iceG,
    liquidG: slush.liquidG,
  };
}

/** The coffee as it leaves the shaker: colder, weaker and more of it; as it is where nobody shakes. */
function shaken({ coffeeG, coffeeTempC, strengthPct, shakenS, pieceMm, iceTempC, iceWetShare }: GlassInput) {
  const before = { massG: coffeeG, tempC: coffeeTempC, strengthPct };
  if (!(shakenS > 0)) return before;
  let slush = poured(iceIn({ iceG: coffeeG, iceTempC, iceWetShare }, 0), before);
  const melter: Melter = {
    vesselJPerK: NO_VESSEL_J_PER_K,
    startIceG: slush.iceG,
    pieceMm,
    transferWPerM2K: SHAKEN_W_PER_M2_K,
  };
  for (let t = 0; t < shakenS; t += STEP_S) slush = melted(slush, melter, STEP_S);
  return { massG: slush.liquidG, tempC: tempOf(slush, NO_VESSEL_J_PER_K), strengthPct: strengthOf(slush) };
}
