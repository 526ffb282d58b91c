import { fail, ok, type Result } from "#core/result";
import { equilibrium, type Liquid, type WouldFreeze } from "./equilibrium.ts";
import { levelMl } from "./level.ts";
import type { MeltInput } from "./melt.ts";
import { iceIn, melted, poured, strengthOf, tempOf } from "./slush.ts";
import { type Stirring, TRANSFER_W_PER_M2_K } from "./stirring.ts";
import { thinned } from "./thinned.ts";

export interface MeltCurveInput extends MeltInput {
  /** A piece of the ice, across, mm; 5 to 80. */
  readonly pieceMm: number;
  /** How long the hot beverage takes to arrive, evenly, s; 0 when it is poured over at once. */
  readonly arrivesS: number;
  readonly stirring: Stirring;
  /** The ice in a heap with its gaps, g/ml. */
  readonly iceHeapGPerMl: number;
  /** Hot beverage that was kept apart, beside `hotG`: it joins when the last drop has fallen. */
  readonly joins?: Liquid | undefined;
}

export interface MeltPoint {
  readonly atS: number;
  readonly tempC: number;
  readonly iceLeftG: number;
  /** Of the liquid that is there, %; 0 while there is none. */
  readonly strengthPct: number;
  /** How high the server is filled, ml. */
  readonly levelMl: number;
}

export interface MeltCurve {
  /** When all has melted that will, but for a hundredth; undefined when that takes longer than is looked at. */
  readonly doneS: number | undefined;
  /** From the start, evenly in time, the last one at the end of what is looked at. */
  readonly points: readonly MeltPoint[];
  /** The highest that the server was filled, ml. */
  readonly mostMl: number;
}

/** Share of the melting that is left when it counts as done. */
const DONE_SHARE = 0.01;
/** Short against any melt that is watched; a curve is drawn from so many of the steps. */
const STEP_S = 0.25;
const MOST_S = 1800;
/** Beyond the end it is looked on for so long, as a share of the time until then, and at least so long. */
const AFTER_SHARE = 0.25;
const AFTER_S = 30;

/**
 * Ice, temperature and strength over time, while hot beverage arrives on ice in one well-mixed server.
 *
 * It melts as `melted` says; left long enough it ends where `melt` does. The beverage arrives at one temperature and
 * one strength, nothing is lost to the room, and nothing evaporates.
 *
 * Source: lumped heat balance; coefficients of ice in moving water.
 * @returns `wouldFreeze` when the heat does not bring the ice to 0 °C
 */
export function meltCurve(input: MeltCurveInput): Result<MeltCurve, WouldFreeze> {
  const { hotG, hotTempC, strengthPct, iceG, vesselJPerK, vesselTempC, pieceMm, arrivesS, stirring } = input;
  const { joins = { massG: 0, tempC: 0 } } = input;
  const end = equilibrium({ ...input, liquids: [{ massG: hotG, tempC: hotTempC }, joins] });
  if (!end.ok) return fail(end.failure);
  let slush = iceIn(input, vesselJPerK * vesselTempC);
  const startIceG = slush.iceG;
  const willMeltG = end.value.meltedG - (iceG - startIceG);
  const melter = { vesselJPerK, startIceG, pieceMm, transferWPerM2K: TRANSFER_W_PER_M2_K[stirring] };
  const arrive = ({ massG, tempC }: Liquid) => {
    slush = poured(slush, { massG, tempC, strengthPct });
  };
  if (arrivesS === 0) arrive({ massG: hotG, tempC: hotTempC });
  let joined = false;
  let doneS: number | undefined;
  const steps: MeltPoint[] = [];
  for (let step = 0; step * STEP_S <= MOST_S; step++) {
    const atS = step * STEP_S;
    const { iceG: iceLeftG, liquidG } = slush;
    const tempC = tempOf(slush, vesselJPerK);
    steps.push({
      atS,
      tempC,
      iceLeftG,
      strengthPct: strengthOf(slush),
      levelMl: levelMl({ iceG: iceLeftG, liquidG, liquidTempC: tempC }, input.iceHeapGPerMl),
    });
    const arrived = atS >= arrivesS;
    if (arrived && !joined) {
      arrive(joins);
      joined = true;
    }
    if (arrived && doneS === undefined && startIceG - slush.iceG >= (1 - DONE_SHARE) * willMeltG) doneS = atS;
    if (doneS !== undefined && atS >= doneS + Math.max(AFTER_S, AFTER_SHARE * doneS)) break;
    if (!arrived) arrive({ massG: (hotG * Math.min(STEP_S, arrivesS - atS)) / arrivesS, tempC: hotTempC });
    slush = melted(slush, melter, STEP_S);
  }
  return ok({ doneS, points: thinned(steps), mostMl: Math.max(...steps.map((each) => each.levelMl)) });
}
