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
import { type BrewFailure, type BrewInput, USUAL_STEP_S } from "./input.ts";
import { begins } from "./pours.ts";
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
  readonly tempC: number;
  /** The bed's and the pond's volume together, ml. */
  readonly standingMl: number;
}

/** Where all the water went. */
export interface WaterRun {
  readonly waterG: number;
  /** Beverage dripped when the last step was over, g. */
  readonly lastG: number;
  readonly yieldG: number;
  /** From the first water to the last drip. */
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
/** The last drip: so much of what can move is left. */
const LAST_DRIP_SHARE = 0.02;
const MM3_PER_ML = 1000;

/**
 * The water's way: what can move, M = in − out − over the rim − retained · dose, stands in the pores up to their
 * mobile capacity and above them as a pond. It leaves by Darcy's law, Q = k·ρ²·g/μ · head ÷ ∫dh/A; below a full
 * bed Q falls in proportion to what is left. Heat: one slurry, warmed by what is poured, cooled by grounds, basket
 * and air; implicit in the loss.
 *
 * @param onStep is told each step as it is over
 */
export function runWater(input: BrewInput, onStep: (step: WaterStep) => void): Result<WaterRun, BrewFailure> {
  const { doseG, basket, pours, waterTempC, retentionGPerG = c.USUAL_RETENTION_G_PER_G } = input;
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

  // Grains and pores together hold what is retained, and some more that drains: a bed that keeps much is looser.
  const packedMl = (doseG * USUAL_SWELLING) / densityGPerMl;
  const heldG = Math.max(0, retentionGPerG - c.UPTAKE_G_PER_G) * doseG;
  const poresG = Math.max(c.POROSITY * packedMl, heldG + c.LEAST_MOBILE_SHARE * c.POROSITY * packedMl);
  const mobileG = poresG - heldG;
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

  const step = { stepS, atS: 0, liquidG: 0, throughG: 0, outG: 0, tempC: c.ROOM_C, standingMl: bedMl };
  const pourStartsS: number[] = [];
  let [atS, inG, outG, overflowG, tempC] = [0, 0, 0, 0, c.ROOM_C];
  let [bedLiquidG, uptakeG, highMl] = [0, 0, bedMl];
  // Of the pours: the next one, what of it has run, and how the one before ended.
  let [next, pouredG, leftAtMm, lastWaterS] = [0, 0, 0, 0];
  let [wetSecondsG, warmSeconds] = [0, 0];

  for (;;) {
    const movableG = Math.max(0, inG - outG - overflowG - keptG);
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
    if (!pour && movableG <= LAST_DRIP_SHARE * mobileG) break;
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
    const availableG = Math.max(0, inG - outG - overflowG - keptG);
    const fullG = (darcy / viscosity(tempC)) * levelMm * stepS;
    const flowOutG =
      availableG > mobileG ? Math.min(availableG, fullG) : availableG * -Math.expm1(-fullG / mobileG);
    outG += flowOutG;
    const standingMl = bedMl + Math.max(0, availableG - flowOutG - mobileG);
    if (standingMl > rimMl) overflowG += standingMl - rimMl;
    const underRimMl = Math.min(rimMl, standingMl);
    highMl = Math.max(highMl, underRimMl);

    // Water that the bed took up and holds now; the rest of what came in passed the layers.
    const wetted = inG < keptG ? inG / keptG : 1;
    const nowMovableG = Math.max(0, inG - outG - overflowG - keptG);
    const nextLiquidG = heldG * wetted + Math.min(mobileG, nowMovableG);
    const nextUptakeG = c.UPTAKE_G_PER_G * doseG * wetted;
    const throughG = Math.max(0, nextLiquidG - bedLiquidG + nextUptakeG - uptakeG + flowOutG);
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
    step.tempC = tempC;
    step.standingMl = underRimMl;
    onStep(step);
  }
  // The last drips run out as they are.
  const lastG = Math.max(0, inG - outG - overflowG - keptG);
  return ok({
    waterG,
    lastG,
    yieldG: outG + lastG,
    brewTimeS: atS,
    bedDepthMm: dry.value,
    highWaterMm: depthOfVolumeMm(basket, highMl * MM3_PER_ML),
    overflowG,
    meanSlurryTempC: wetSecondsG > 0 ? warmSeconds / wetSecondsG : c.ROOM_C,
    lastWaterS,
    meanContactS: wetSecondsG / waterG,
    pourStartsS,
    waterBalanceG: waterG - outG - lastG - overflowG - keptG,
  });
}
