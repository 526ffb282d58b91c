import type { Ice, VesselHeat } from "./heat.ts";
import { iceIn, type Melter, melted, poured, type Slush, strengthOf, tempOf, warmed } from "./slush.ts";
import { TRANSFER_W_PER_M2_K } from "./stirring.ts";

/** How a glass is served: what goes into it beside the coffee, and the room that it stands in. */
export interface GlassServe extends Ice, VesselHeat {
  /** Coffee poured into the glass, g. */
  readonly coffeeG: number;
  /** In the glass, g; 0 for none. */
  readonly iceG: number;
  readonly pieceMm: number;
  /** Shaken with as much ice of the same kind first; s, 0 for not. */
  readonly shakenS: number;
  /** The drink was shaken: its ice stays in the shaker. */
  readonly strained: boolean;
  /** Water or milk on top, g; 0 for none. Milk counts with the heat of water. */
  readonly topOffG: number;
  readonly topOffTempC: number;
  readonly roomTempC: number;
  /** Heat that the glass takes from the room, W/K; usual 0.2 to 0.6. */
  readonly gainWPerK: number;
}

/** Coffee over ice in a glass. */
export interface GlassInput extends GlassServe {
  /** As it is poured. */
  readonly coffeeTempC: number;
  readonly strengthPct: number;
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
/** When somebody first drinks from a glass that has been put before them, s. */
export const FIRST_SIP_S = 30;
/** Ice and coffee beaten together, W/m²/K; usual 2000 to 5000. */
const SHAKEN_W_PER_M2_K = 3000;
/** Short against the quickest: small pieces in a little coffee take ten seconds and more. */
const STEP_S = 1;
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
  const { pieceMm, vesselJPerK, roomTempC, gainWPerK } = input;
  let slush = served(input);
  const melter: Melter = {
    vesselJPerK,
    startIceG: slush.iceG,
    pieceMm,
    transferWPerM2K: TRANSFER_W_PER_M2_K.still,
  };
  const points: GlassPoint[] = [];
  for (let step = 0; step * STEP_S <= MOST_S && points.length < atS.length; step++) {
    for (let due = atS[points.length]; due !== undefined && due <= step * STEP_S; due = atS[points.length]) {
      points.push(pointOf(slush, due, vesselJPerK));
    }
    const gainJ = gainWPerK * (roomTempC - tempOf(slush, vesselJPerK)) * STEP_S;
    slush = melted(warmed(slush, gainJ), melter, STEP_S);
  }
  return points;
}

/** The glass as it is first drunk from. */
export function firstSip(input: GlassInput): GlassPoint {
  return glassCurve(input, [FIRST_SIP_S])[0]!;
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

/** All that goes into the glass, at the moment in which it does. */
function served(input: GlassInput): Slush {
  const { vesselJPerK, vesselTempC, topOffG, topOffTempC, strained } = input;
  const inGlass = iceIn(input, vesselJPerK * vesselTempC);
  const beaten = shaken(input);
  const coffee = {
    massG: beaten.liquidG,
    tempC: tempOf(beaten, NO_VESSEL_J_PER_K),
    strengthPct: strengthOf(beaten),
  };
  const mixed = poured(poured(inGlass, coffee), { massG: topOffG, tempC: topOffTempC, strengthPct: 0 });
  return strained ? mixed : { ...mixed, iceG: mixed.iceG + beaten.iceG, coldJ: mixed.coldJ + beaten.coldJ };
}

/** The coffee as it leaves the shaker, with the shaker's ice; as it is and without ice where nobody shakes. */
function shaken(input: GlassInput): Slush {
  const { coffeeG, coffeeTempC, strengthPct, shakenS, pieceMm, iceTempC, iceWetShare } = input;
  const iceG = shakenS > 0 ? coffeeG : 0;
  const coffee = { massG: coffeeG, tempC: coffeeTempC, strengthPct };
  let slush = poured(iceIn({ iceG, iceTempC, iceWetShare }, 0), coffee);
  const melter: Melter = {
    vesselJPerK: NO_VESSEL_J_PER_K,
    startIceG: slush.iceG,
    pieceMm,
    transferWPerM2K: SHAKEN_W_PER_M2_K,
  };
  for (let t = 0; t < shakenS; t += STEP_S) slush = melted(slush, melter, STEP_S);
  return slush;
}
