import { fail, ok, type Result } from "#core/result";
import { type Arrival, atOnce, massOf } from "./arrival.ts";
import { equilibrium, type WouldFreeze } from "./equilibrium.ts";
import type { Ice, VesselHeat } from "./heat.ts";
import { levelMl } from "./level.ts";
import { iceIn, melted, poured, type Slush, strengthOf, tempOf, warmed } from "./slush.ts";
import { type Stirring, TRANSFER_W_PER_M2_K } from "./stirring.ts";
import { thinned } from "./thinned.ts";

export interface MeltCurveInput extends Ice, VesselHeat {
  /** 0 when there is none. */
  readonly iceG: number;
  /** Hot beverage as it comes, one after the other, at least one; above 0 g in all. */
  readonly arrives: readonly Arrival[];
  /** Beverage that was kept apart: it joins when the last drop has fallen. */
  readonly joins?: Omit<Arrival, "fromS" | "untilS"> | undefined;
  /** A piece of the ice, across, mm; 5 to 80. */
  readonly pieceMm: number;
  readonly stirring: Stirring;
  /** The ice in a heap with its gaps, g/ml. */
  readonly iceHeapGPerMl: number;
}

export interface MeltPoint {
  /** On the clock of what arrives, s. */
  readonly atS: number;
  readonly tempC: number;
  readonly iceLeftG: number;
  /** Of the liquid, %. */
  readonly strengthPct: number;
  /** How high the server is filled, ml. */
  readonly levelMl: number;
}

export interface MeltCurve {
  /** When all has melted that will, but for a hundredth; undefined when that takes longer than is looked at. */
  readonly doneS: number | undefined;
  /** From the first drop, evenly in time, the last one at the end of what is looked at. */
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
 * Ice, temperature and strength over time, from the first drop on, while hot beverage arrives on ice in one well-mixed
 * server.
 *
 * It melts as `melted` says; left long enough it ends where `melt` does. Each arrival has its own amount, heat and
 * strength; nothing is lost to the room, and nothing evaporates. The film of water on wet ice is washed off, and the
 * vessel's wall reached, in proportion to what has arrived.
 *
 * Source: lumped heat balance; coefficients of ice in moving water.
 * @returns `wouldFreeze` when the heat does not bring the ice to 0 °C
 */
export function meltCurve(input: MeltCurveInput): Result<MeltCurve, WouldFreeze> {
  const { arrives, joins, vesselJPerK, vesselTempC, pieceMm, stirring } = input;
  const all = joins ? [...arrives, { ...joins, fromS: 0, untilS: 0 }] : arrives;
  const end = equilibrium({ ...input, liquids: [atOnce(all)] });
  if (!end.ok) return fail(end.failure);
  const { liquidG: filmG, ...dry } = iceIn(input, 0);
  let slush: Slush = { ...dry, liquidG: 0 };
  const startIceG = slush.iceG;
  const willMeltG = end.value.meltedG - filmG;
  const arrivesG = atOnce(arrives).massG;
  // The part of the wall that the liquid has reached.
  let reachedJPerK = 0;
  const arrive = ({ massG, tempC, strengthPct }: Omit<Arrival, "fromS" | "untilS">) => {
    const share = massG / arrivesG;
    reachedJPerK += share * vesselJPerK;
    slush = poured(slush, { massG, tempC, strengthPct });
    slush = poured(slush, { massG: share * filmG, tempC: 0, strengthPct: 0 });
    slush = warmed(slush, share * vesselJPerK * vesselTempC);
  };
  const firstS = arrives[0]!.fromS;
  const lastS = arrives.at(-1)!.untilS;
  const begunAtOnce = arrives[0]!.untilS === firstS;
  let next = 0;
  const pourUntil = (afterS: number, upToS: number) => {
    for (; next < arrives.length; next++) {
      const arriving = arrives[next]!;
      arrive({ ...arriving, massG: massOf(arriving, afterS, upToS) });
      if (arriving.untilS > upToS) break;
    }
    if (joins && afterS <= lastS && lastS < upToS) slush = poured(slush, joins);
  };
  pourUntil(firstS - STEP_S, firstS);
  let doneS: number | undefined;
  const steps: MeltPoint[] = [];
  for (let step = 0; ; step++) {
    const atS = firstS + step * STEP_S;
    const { iceG: iceLeftG, liquidG } = slush;
    const tempC = tempOf(slush, reachedJPerK);
    const point = {
      atS,
      tempC,
      iceLeftG,
      strengthPct: strengthOf(slush),
      levelMl: levelMl({ iceG: iceLeftG, liquidG, liquidTempC: tempC }, input.iceHeapGPerMl),
    };
    // Before the first drop there is nothing to tell.
    if (step > 0 || begunAtOnce) steps.push(point);
    if (atS >= lastS && doneS === undefined && startIceG - iceLeftG >= (1 - DONE_SHARE) * willMeltG)
      doneS = atS;
    if (doneS !== undefined && atS >= doneS + Math.max(AFTER_S, AFTER_SHARE * (doneS - firstS))) break;
    if (atS - firstS > MOST_S) break;
    pourUntil(atS, atS + STEP_S);
    slush = melted(
      slush,
      { vesselJPerK: reachedJPerK, startIceG, pieceMm, transferWPerM2K: TRANSFER_W_PER_M2_K[stirring] },
      STEP_S,
    );
  }
  return ok({ doneS, points: thinned(steps), mostMl: Math.max(...steps.map((each) => each.levelMl)) });
}
