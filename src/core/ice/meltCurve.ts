import { fail, ok, type Result } from "#core/result";
import type { WouldFreeze } from "./equilibrium.ts";
import { ICE_J_PER_G_K, MELTING_J_PER_G, WATER_J_PER_G_K } from "./heat.ts";
import { type MeltInput, melt } from "./melt.ts";

/** How the server is moved while its ice melts. */
export const STIRRINGS = ["still", "swirled", "stirred"] as const;
export type Stirring = (typeof STIRRINGS)[number];

export interface MeltCurveInput extends MeltInput {
  /** A piece of the ice, across, mm; 5 to 80. */
  readonly pieceMm: number;
  /** How long the hot beverage takes to arrive, evenly, s; 0 when it is poured over at once. */
  readonly arrivesS: number;
  readonly stirring: Stirring;
}

export interface MeltPoint {
  readonly atS: number;
  readonly tempC: number;
  readonly iceLeftG: number;
  /** Of the liquid that is there, %; 0 while there is none. */
  readonly strengthPct: number;
}

export interface MeltCurve {
  /** When all has melted that will, but for a hundredth; undefined when that takes longer than is looked at. */
  readonly doneS: number | undefined;
  /** From the start, evenly in time, the last one at the end of what is looked at. */
  readonly points: readonly MeltPoint[];
}

/** Heat from moving water to ice, W/m²/K: left alone, swirled and stirred; usual 200–800, 800–2000 and 1500–3000. */
const TRANSFER_W_PER_M2_K: { readonly [stirring in Stirring]: number } = {
  still: 400,
  swirled: 1200,
  stirred: 2000,
};
/** Solid ice, g per ml. */
const ICE_G_PER_ML = 0.917;
/** What of the melting is left when it counts as done. */
const DONE_SHARE = 0.01;
/** Short against any melt that is watched; a curve is drawn from so many of the steps. */
const STEP_S = 0.25;
const MOST_S = 1800;
/** Beyond the end it is looked on for so long, as a share of the time until then, and at least so long. */
const AFTER_SHARE = 0.25;
const AFTER_S = 30;
const POINTS = 120;

/**
 * Ice, temperature and strength over time, while hot beverage arrives on ice in one well-mixed server.
 *
 * Heat flows to the ice by transfer · area · (T − 0), first into what it is below 0 °C, then into melting; pieces keep
 * their number, so that the area falls as (ice left)^⅔. Heat above water at 0 °C and mass are book-kept exactly: left
 * long enough it ends where `melt` does. The beverage arrives at one temperature and one strength, nothing is lost to the
 * room, and nothing evaporates.
 *
 * Source: lumped heat balance; coefficients of ice in moving water.
 * @returns `wouldFreeze` when the heat does not bring the ice to 0 °C
 */
export function meltCurve(input: MeltCurveInput): Result<MeltCurve, WouldFreeze> {
  const end = melt(input);
  if (!end.ok) return fail(end.failure);
  const {
    hotG,
    hotTempC,
    iceG,
    iceTempC,
    iceWetShare,
    vesselJPerK,
    vesselTempC,
    pieceMm,
    arrivesS,
    stirring,
  } = input;
  const solidG = iceG * (1 - iceWetShare);
  const wetG = iceG - solidG;
  const willMeltG = end.value.meltedG - wetG;
  // Six faces of cubes: mm² of a gram over what a gram fills, in m².
  const areaM2 = (6 * solidG) / (ICE_G_PER_ML * pieceMm) / 1000;

  let liquidG = wetG;
  let solidLeftG = solidG;
  let solidsG = 0;
  /** Above water at 0 °C, of liquid and vessel. */
  let heatJ = vesselJPerK * vesselTempC;
  /** What the ice takes before it melts. */
  let coldJ = solidG * ICE_J_PER_G_K * -iceTempC;
  let doneS: number | undefined;
  const steps: MeltPoint[] = [];
  const pointNow = (atS: number): MeltPoint => ({
    atS,
    tempC: temperature(heatJ, liquidG, vesselJPerK),
    iceLeftG: solidLeftG,
    strengthPct: liquidG > 0 ? (100 * solidsG) / liquidG : 0,
  });

  const arrive = (massG: number) => {
    liquidG += massG;
    solidsG += (massG * input.strengthPct) / 100;
    heatJ += WATER_J_PER_G_K * massG * hotTempC;
  };
  if (arrivesS === 0) arrive(hotG);
  for (let step = 0; step * STEP_S <= MOST_S; step++) {
    const atS = step * STEP_S;
    steps.push(pointNow(atS));
    const arrived = atS >= arrivesS;
    if (arrived && doneS === undefined && solidG - solidLeftG >= (1 - DONE_SHARE) * willMeltG) doneS = atS;
    if (doneS !== undefined && atS >= doneS + Math.max(AFTER_S, AFTER_SHARE * doneS)) break;
    if (!arrived) arrive((hotG * Math.min(STEP_S, arrivesS - atS)) / arrivesS);
    const tempC = temperature(heatJ, liquidG, vesselJPerK);
    if (!(tempC > 0 && solidLeftG > 0)) continue;
    const wetted = areaM2 * (solidLeftG / solidG) ** (2 / 3);
    // No more than there is to give, nor than there is to take.
    const takesJ = coldJ + solidLeftG * MELTING_J_PER_G;
    const flowsJ = Math.min(heatJ, takesJ, TRANSFER_W_PER_M2_K[stirring] * wetted * tempC * STEP_S);
    const warmsJ = Math.min(coldJ, flowsJ);
    const meltsG = Math.min(solidLeftG, (flowsJ - warmsJ) / MELTING_J_PER_G);
    coldJ -= warmsJ;
    heatJ -= flowsJ;
    solidLeftG -= meltsG;
    liquidG += meltsG;
  }
  return ok({ doneS, points: thinned(steps) });
}

function temperature(heatJ: number, liquidG: number, vesselJPerK: number): number {
  const perK = WATER_J_PER_G_K * liquidG + vesselJPerK;
  return perK > 0 ? heatJ / perK : 0;
}

/** So many of the steps as draw a curve, the first and the last among them. */
function thinned(steps: readonly MeltPoint[]): readonly MeltPoint[] {
  const every = Math.max(1, Math.floor(steps.length / POINTS));
  return steps.filter((_, i) => i % every === 0 || i === steps.length - 1);
}
