import { fail, ok, type Result } from "#core/result";
import {
  basketVolumeMl,
  bedDepthMm,
  depthOfVolumeMm,
  USUAL_DENSITY_G_PER_ML,
  USUAL_SWELLING,
} from "./basket.ts";
import * as c from "./constants.ts";
import { darcyOf, viscosity } from "./flow.ts";
import { type BrewFailure, type BrewInput, type Clogging, USUAL_STEP_S } from "./input.ts";
import { begins, type Pour } from "./pours.ts";
import { sizeClasses, surfaceDiameterUm } from "./sizes.ts";

/** One step of the water, as the solids need it. One object a run, overwritten step by step. */
export interface WaterStep {
  readonly stepS: number;
  /** Since the first water, at the step's end. */
  readonly atS: number;
  /** In the bed, g; through its top and out of its bottom, g in this step. */
  readonly liquidG: number;
  readonly throughG: number;
  readonly outG: number;
  /** Of `outG` what reaches the vessel, 0 to 1: at the end of a brew that is lifted early the rest drips elsewhere. */
  readonly cupShare: number;
  /** Taken up by the grains in this step, g. */
  readonly soakedG: number;
  readonly tempC: number;
  /** The bed's and the pond's volume together, ml. */
  readonly standingMl: number;
}

/** Where all the water went. Times run from the first water. */
export interface WaterRun {
  /** Beverage that runs out as it is when the last step is over, g. */
  readonly lastG: number;
  readonly yieldG: number;
  /** Until the last drip. */
  readonly brewTimeS: number;
  /** Dry and level. */
  readonly bedDepthMm: number;
  /** The highest that the slurry stood above the bottom. */
  readonly highWaterMm: number;
  /** Water that ran over the rim. */
  readonly overflowG: number;
  readonly meanSlurryTempC: number;
  /** When the last pour ended. */
  readonly lastWaterS: number;
  /** How long water was with the coffee, on average. */
  readonly meanContactS: number;
  readonly pourStartsS: readonly number[];
  /** Water in less water accounted for, g: 0 but for rounding. */
  readonly waterBalanceG: number;
}

/** Nobody waits longer, and every loop ends. */
const MOST_S = 3600;
/** Sums of thousands of steps agree to so much. */
const ROUNDING = 1e-9;
/** The last drip: so much of what can move is left. */
const LAST_DRIP_SHARE = 0.02;
const MM3_PER_ML = 1000;

/**
 * The water's way: what can move, M = in − out − over the rim − what a drained bed holds, stands in the pores up to their
 * mobile capacity and above them as a pond. It leaves by Darcy's law, Q = k·ρ²·g/μ · head ÷ ∫dh/A; below a full
 * bed Q falls in proportion to what is left. Heat: one slurry, warmed by what is poured, cooled by grounds, basket
 * and air; implicit in the loss.
 *
 * How much is retained is a matter of the end alone: the vessel has water − over the rim − retained · dose, no more. What
 * a drained bed holds beyond that runs out last; what it holds less of drips elsewhere, when the brew is lifted.
 *
 * @param onStep is told each step as it is over
 */
export function runWater(input: BrewInput, onStep: (step: WaterStep) => void): Result<WaterRun, BrewFailure> {
  const { doseG, basket, waterTempC, retentionGPerG = c.USUAL_RETENTION_G_PER_G } = input;
  const pours = fromFirstWater(input.pours);
  const densityGPerMl = input.coffee?.densityGPerMl ?? USUAL_DENSITY_G_PER_ML;
  const stepS = input.resolution?.stepS ?? USUAL_STEP_S;
  const dry = bedDepthMm({ doseG, densityGPerMl, basket });
  if (!dry.ok) return dry;
  if (dry.value * c.UM_PER_MM < c.LEAST_GRAINS * input.grindUm) {
    return fail({ code: "bedTooThin", bedDepthMm: dry.value, grindUm: input.grindUm });
  }
  const waterG = pours.reduce((sum, pour) => sum + pour.waterG, 0);
  const keptG = retentionGPerG * doseG;
  if (!(waterG > keptG)) return fail({ code: "bedHoldsAllWater", ratio: waterG / doseG, retentionGPerG });

  // Grains and pores together hold what a drained bed does, and some more that drains.
  const packedMl = (doseG * USUAL_SWELLING) / densityGPerMl;
  const bedHoldsG = c.HELD_G_PER_G * doseG;
  const heldG = bedHoldsG - c.UPTAKE_G_PER_G * doseG;
  const poresG = Math.max(c.POROSITY * packedMl, heldG + c.LEAST_MOBILE_SHARE * c.POROSITY * packedMl);
  const mobileG = poresG - heldG;
  // A drained bed that keeps a little more lets less of what can move drip.
  const stayingG = Math.min(Math.max(0, keptG - bedHoldsG), c.MOST_STAYING_SHARE * mobileG);
  const dripsElsewhere = keptG > bedHoldsG;
  // Water that ran over the rim is missing in proportion where the rest drips elsewhere.
  const inVesselG = (overG: number) =>
    dripsElsewhere
      ? ((waterG - keptG) / (waterG - bedHoldsG)) * (waterG - overG - bedHoldsG)
      : waterG - overG - keptG;
  const bedMl = (1 - c.POROSITY) * packedMl + poresG;
  const wetMm = depthOfVolumeMm(basket, bedMl * MM3_PER_ML);
  const rimMl = basketVolumeMl(basket);
  if (bedMl > rimMl) return fail({ code: "doseOverBasket", doseG, capacityG: (doseG * rimMl) / bedMl });
  const darcy = darcyOf({
    basket,
    depthMm: wetMm,
    diameterUm: surfaceDiameterUm(sizeClasses(input.grindUm)),
    permeability: input.factors?.permeability ?? 1,
  });
  const openM2 = (Math.PI / 4) * (basket.topDiameterMm / c.MM_PER_M) ** 2;
  const lossJPerK = c.LOSS_W_PER_M2_K * openM2 * stepS;
  const groundsJPerK = (c.GROUNDS_J_PER_G_K + c.BASKET_J_PER_G_K) * doseG;

  const step = {
    stepS,
    atS: 0,
    liquidG: 0,
    throughG: 0,
    outG: 0,
    cupShare: 1,
    soakedG: 0,
    tempC: c.ROOM_C,
    standingMl: bedMl,
  };
  const pourStartsS: number[] = [];
  let [atS, inG, outG, cupG, overflowG, tempC] = [0, 0, 0, 0, 0, c.ROOM_C];
  let [bedLiquidG, uptakeG, highMl] = [0, 0, bedMl];
  // Of the pours: the next one, what of it has run, and how the one before ended.
  let [next, pouredG, leftAtMm, lastWaterS] = [0, 0, 0, 0];
  let [wetSecondsG, warmSeconds] = [0, 0];

  for (;;) {
    const movableG = Math.max(0, inG - outG - overflowG - bedHoldsG);
    const pondG = Math.max(0, movableG - mobileG);
    const drained = pondG === 0;
    const levelMm = drained ? wetMm : depthOfVolumeMm(basket, (bedMl + pondG) * MM3_PER_ML);
    const pour = pours[next];
    if (pour && pourStartsS.length === next) {
      // A pour begins and ends with a step: two of them are no overlap.
      if ("atS" in pour && pour.atS < lastWaterS - 2 * stepS)
        return fail({ code: "poursOverlap", pour: next });
      if (next === 0 && !("atS" in pour)) pourStartsS.push(atS);
      else if (begins(pour, { atS, levelMm, leftAtMm, drained })) pourStartsS.push(atS);
    }
    const isFull = inVesselG(overflowG) - cupG <= ROUNDING * waterG;
    if (!pour && (isFull || movableG - stayingG <= LAST_DRIP_SHARE * mobileG)) break;
    if (atS > MOST_S) return fail({ code: "neverDrains", afterS: MOST_S });

    let flowInG = 0;
    if (pour && pourStartsS.length > next) {
      flowInG = Math.min(pour.rateGPerS * stepS, pour.waterG - pouredG);
      inG += flowInG;
      pouredG += flowInG;
      if (pouredG >= pour.waterG) {
        lastWaterS = atS + flowInG / pour.rateGPerS;
        leftAtMm = levelMm;
        pouredG = 0;
        next++;
      }
    }
    // Darcy's flow by the level as it stands; an unsaturated bed empties exponentially.
    const availableG = Math.max(0, inG - outG - overflowG - bedHoldsG);
    const open = input.clogs ? openShare(input.clogs, atS) : 1;
    const fullG = ((open * darcy) / viscosity(tempC)) * levelMm * stepS;
    const flowOutG =
      availableG > mobileG
        ? Math.min(availableG, fullG)
        : Math.max(0, availableG - stayingG) * -Math.expm1(-fullG / mobileG);
    outG += flowOutG;
    const intoCupG = Math.min(flowOutG, Math.max(0, inVesselG(overflowG) - cupG));
    cupG += intoCupG;
    const standingMl = bedMl + Math.max(0, availableG - flowOutG - mobileG);
    if (standingMl > rimMl) overflowG += standingMl - rimMl;
    const underRimMl = Math.min(rimMl, standingMl);
    highMl = Math.max(highMl, underRimMl);

    // Water that the bed took up and holds now; the rest of what came in passed the layers.
    const wetted = inG < bedHoldsG ? inG / bedHoldsG : 1;
    const nowMovableG = Math.max(0, inG - outG - overflowG - bedHoldsG);
    const nextLiquidG = heldG * wetted + Math.min(mobileG, nowMovableG);
    const nextUptakeG = c.UPTAKE_G_PER_G * doseG * wetted;
    step.soakedG = nextUptakeG - uptakeG;
    const throughG = Math.max(0, nextLiquidG - bedLiquidG + step.soakedG + flowOutG);
    bedLiquidG = nextLiquidG;
    uptakeG = nextUptakeG;

    const slurryG = bedLiquidG + uptakeG + Math.max(0, nowMovableG - mobileG);
    const capacity = c.WATER_J_PER_G_K * slurryG + groundsJPerK;
    // Water that ran over the rim within its step warms nothing.
    const warmed = Math.min(capacity, flowInG * c.WATER_J_PER_G_K);
    // Before this step's water the slurry held the rest of the capacity.
    tempC =
      ((capacity - warmed) * tempC + warmed * waterTempC + lossJPerK * c.ROOM_C) / (capacity + lossJPerK);
    wetSecondsG += slurryG * stepS;
    warmSeconds += slurryG * tempC * stepS;

    atS += stepS;
    step.atS = atS;
    step.liquidG = bedLiquidG;
    step.throughG = throughG;
    step.outG = flowOutG;
    step.cupShare = flowOutG > 0 ? intoCupG / flowOutG : 1;
    step.tempC = tempC;
    step.standingMl = underRimMl;
    onStep(step);
  }
  const lastG = Math.max(0, inVesselG(overflowG) - cupG);
  const pondG = Math.max(0, inG - outG - overflowG - bedHoldsG - mobileG);
  return ok({
    lastG,
    yieldG: cupG + lastG,
    brewTimeS: atS,
    bedDepthMm: dry.value,
    highWaterMm: depthOfVolumeMm(basket, highMl * MM3_PER_ML),
    overflowG,
    meanSlurryTempC: wetSecondsG > 0 ? warmSeconds / wetSecondsG : c.ROOM_C,
    lastWaterS,
    meanContactS: wetSecondsG / waterG,
    pourStartsS,
    waterBalanceG: waterG - outG - overflowG - bedLiquidG - uptakeG - pondG,
  });
}

/** What a clogging bed lets through at a time, as a share of what it did: falling evenly on the logarithm. */
function openShare({ fromS, overS, share }: Clogging, atS: number): number {
  return share ** Math.min(1, Math.max(0, (atS - fromS) / overS));
}

/** The same pours on a clock that starts with the first of them. */
function fromFirstWater(pours: readonly Pour[]): readonly Pour[] {
  const [first] = pours;
  const fromS = first && "atS" in first ? first.atS : 0;
  return fromS === 0
    ? pours
    : pours.map((pour) => ("atS" in pour ? { ...pour, atS: pour.atS - fromS } : pour));
}
