import { fail, ok, type Result } from "#core/result";
import {
  type Basket,
  bedDepthMm,
  depthOfVolumeMm,
  USUAL_DENSITY_G_PER_ML,
  USUAL_SWELLING,
} from "./basket.ts";
import * as c from "./constants.ts";
import { darcyOf, viscosity, volumeToMl } from "./flow.ts";
import { begins, type Pour } from "./pours.ts";
import { sizeClasses, surfaceDiameterUm } from "./sizes.ts";
import { arrhenius, carry, solidsOf } from "./solids.ts";

/** A brew before the water runs. */
export interface BrewInput {
  /** g, above 0 */
  readonly doseG: number;
  /** Median diameter, µm, above 0 */
  readonly grindUm: number;
  /** At the bed, °C, 40 to 100 */
  readonly waterTempC: number;
  /** In their order; none begins before the one before has ended. */
  readonly pours: readonly Pour[];
  readonly basket: Basket;
  /** Liquid retained, g per g of dose, net of what dissolves. */
  readonly retentionGPerG?: number | undefined;
  readonly densityGPerMl?: number | undefined;
  /** The house's own, 1 where nothing is known. */
  readonly factors?:
    | { readonly permeability?: number | undefined; readonly extraction?: number | undefined }
    | undefined;
  readonly resolution?:
    | { readonly layers?: number | undefined; readonly stepS?: number | undefined }
    | undefined;
}

export interface Brew {
  readonly yieldG: number;
  readonly strengthPct: number;
  readonly extractionPct: number;
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
  /** What went in less what is accounted for: 0 but for rounding. */
  readonly waterBalanceG: number;
  readonly solidsBalanceG: number;
}

export type BrewFailure =
  | { readonly code: "doseOverBasket"; readonly doseG: number; readonly capacityG: number }
  | { readonly code: "bedHoldsAllWater"; readonly ratio: number; readonly retentionGPerG: number }
  /** A pour's time comes before the pour before it has ended. */
  | { readonly code: "poursOverlap"; readonly pour: number }
  /** The bed still drips after an hour: ground too fine for this depth. */
  | { readonly code: "neverDrains"; readonly afterS: number };

export const USUAL_RETENTION_G_PER_G = 2.1;
const LAYERS = 16;
const STEP_S = 0.5;
/** Nobody waits longer, and every loop ends. */
const MOST_S = 3600;
/** The last drip: so much of what can move is left. */
const LAST_DRIP_SHARE = 0.02;
const MM3_PER_ML = 1000;

/**
 * The brew forecast: water through a bed of layers.
 *
 * Water: what can move, M = in − out − over the rim − retained · dose, stands in the pores up to their mobile
 * capacity and above them as a pond. It leaves by Darcy's law, Q = k·ρ·g/μ · head ÷ ∫dh/A, with Kozeny and
 * Carman's permeability of the surface-weighted diameter; below a full bed Q falls in proportion to what is left.
 * Solids: broken cells and the insides of grains give against the liquid around them, at rates ∝ 1 and 1/d²,
 * times an Arrhenius factor; the liquid is carried down, layer by layer. Heat: one slurry, warmed by what is
 * poured, cooled by grounds, basket and air.
 *
 * Each step is implicit in the concentrations, so that nothing turns negative however coarse the steps.
 */
export function forecastBrew(input: BrewInput): Result<Brew, BrewFailure> {
  const { doseG, basket, pours, waterTempC, retentionGPerG = USUAL_RETENTION_G_PER_G } = input;
  const densityGPerMl = input.densityGPerMl ?? USUAL_DENSITY_G_PER_ML;
  const { permeability = 1, extraction = 1 } = input.factors ?? {};
  const layers = input.resolution?.layers ?? LAYERS;
  const stepS = input.resolution?.stepS ?? STEP_S;
  const dry = bedDepthMm({ doseG, densityGPerMl, basket });
  const wet = bedDepthMm({ doseG, densityGPerMl, basket, swelling: USUAL_SWELLING });
  if (!dry.ok) return dry;
  if (!wet.ok) return wet;
  const waterG = pours.reduce((sum, pour) => sum + pour.waterG, 0);
  if (!(waterG > retentionGPerG * doseG)) {
    return fail({ code: "bedHoldsAllWater", ratio: waterG / doseG, retentionGPerG });
  }

  const bedMl = (doseG * USUAL_SWELLING) / densityGPerMl;
  const heldG = Math.max(0, retentionGPerG - c.UPTAKE_G_PER_G) * doseG;
  const poresG = c.POROSITY * bedMl;
  const mobileG = Math.max(poresG - heldG, c.LEAST_MOBILE_SHARE * poresG);
  const classes = sizeClasses(input.grindUm);
  const darcy = darcyOf({ basket, depthMm: wet.value, diameterUm: surfaceDiameterUm(classes), permeability });
  const rimMl = volumeToMl(basket, basket.heightMm);
  const openM2 = (Math.PI / 4) * (basket.topDiameterMm / c.MM_PER_M) ** 2;

  const solids = solidsOf(doseG, classes, layers);
  const solubleG = total(solids.inGrains);

  let atS = 0;
  let inG = 0;
  let outG = 0;
  let overflowG = 0;
  let solidsOutG = 0;
  let tempC = c.ROOM_C;
  let tempSum = 0;
  let contactSum = 0;
  let massSum = 0;
  let highMl = 0;
  let leftAtMm = 0;
  let lastWaterS = 0;
  let poured = 0;
  let next = 0;
  let bedLiquidG = 0;
  let uptakeG = 0;
  const pourStartsS: number[] = [];

  for (;;) {
    const movable = Math.max(0, inG - outG - overflowG - retentionGPerG * doseG);
    const pondG = Math.max(0, movable - mobileG);
    const drained = pondG === 0;
    const levelMm = depthOfVolumeMm(basket, (bedMl + pondG) * MM3_PER_ML);
    const pour = pours[next];
    if (pour && poured === 0) {
      const due = begins(pour, { atS, levelMm, leftAtMm, drained });
      if ("atS" in pour && next > 0 && pour.atS < lastWaterS - stepS)
        return fail({ code: "poursOverlap", pour: next });
      if (due) pourStartsS.push(atS);
      else if (!("atS" in pour) && next === 0) pourStartsS.push(atS);
    }
    const running = pour && pourStartsS.length > next;
    if (!pour && movable <= LAST_DRIP_SHARE * mobileG) break;
    if (atS > MOST_S) return fail({ code: "neverDrains", afterS: MOST_S });

    const flowInG = running ? Math.min(pour.rateGPerS * stepS, pour.waterG - poured) : 0;
    inG += flowInG;
    if (running) {
      poured += flowInG;
      if (poured >= pour.waterG) {
        lastWaterS = atS + flowInG / pour.rateGPerS;
        leftAtMm = levelMm;
        poured = 0;
        next++;
      }
    }
    // Darcy's flow by the level as it stands; an unsaturated bed empties exponentially.
    const available = Math.max(0, inG - outG - overflowG - retentionGPerG * doseG);
    const conductance = darcy / viscosity(tempC);
    const full = conductance * (drained ? wet.value : levelMm);
    const flowOutG =
      available > mobileG
        ? Math.min(available, full * stepS)
        : available * -Math.expm1((-full * stepS) / mobileG);
    outG += flowOutG;
    const standing = bedMl + Math.max(0, available - flowOutG - mobileG);
    if (standing > rimMl) {
      overflowG += standing - rimMl;
    }
    highMl = Math.max(highMl, Math.min(rimMl, standing));

    // What the bed took up and holds now; the rest of what came in passed the layers.
    const wetted = Math.min(1, inG / (retentionGPerG * doseG));
    const nowMobile = Math.min(mobileG, Math.max(0, inG - outG - overflowG - retentionGPerG * doseG));
    const nextLiquidG = heldG * wetted + nowMobile;
    const nextUptakeG = c.UPTAKE_G_PER_G * doseG * wetted;
    const throughG = Math.max(0, nextLiquidG - bedLiquidG + nextUptakeG - uptakeG + flowOutG);
    bedLiquidG = nextLiquidG;
    uptakeG = nextUptakeG;

    const pondNowG = Math.max(0, inG - outG - overflowG - retentionGPerG * doseG - mobileG);
    const capacity =
      c.WATER_J_PER_G_K * (bedLiquidG + uptakeG + pondNowG) +
      (c.GROUNDS_J_PER_G_K + c.BASKET_J_PER_G_K) * doseG;
    const warmed = flowInG * c.WATER_J_PER_G_K;
    const lost = c.LOSS_W_PER_M2_K * openM2 * stepS;
    // Before this step's water the slurry held the rest of the capacity; implicit in the loss.
    tempC = ((capacity - warmed) * tempC + warmed * waterTempC + lost * c.ROOM_C) / (capacity + lost);
    const wetMass = bedLiquidG + uptakeG + pondNowG;
    tempSum += wetMass * tempC * stepS;
    massSum += wetMass * stepS;
    contactSum += wetMass * stepS;

    const rate = extraction * arrhenius(tempC);
    solidsOutG += carry(solids, { stepS, rate, liquidG: bedLiquidG, throughG, flowOutG });
    atS += stepS;
  }
  // The last drips run out as they are.
  const lastG = Math.max(0, inG - outG - overflowG - retentionGPerG * doseG);
  if (lastG > 0) {
    const bottom = layers - 1;
    const there = solids.inLiquid[bottom]!;
    const leaves = Math.min(there, (there / (bedLiquidG / layers)) * lastG);
    solids.inLiquid[bottom] = there - leaves;
    solidsOutG += leaves;
    outG += lastG;
  }
  const leftG = total(solids.inLiquid) + total(solids.inGrains);
  return ok({
    yieldG: outG,
    strengthPct: (100 * solidsOutG) / outG,
    extractionPct: (100 * solidsOutG) / doseG,
    brewTimeS: atS,
    bedDepthMm: dry.value,
    highWaterMm: depthOfVolumeMm(basket, Math.max(highMl, bedMl) * MM3_PER_ML),
    overflowG,
    meanSlurryTempC: massSum > 0 ? tempSum / massSum : c.ROOM_C,
    lastWaterS,
    meanContactS: contactSum / waterG,
    pourStartsS,
    waterBalanceG: waterG - outG - overflowG - retentionGPerG * doseG,
    solidsBalanceG: solubleG - solidsOutG - leftG,
  });
}

function total(list: Float64Array): number {
  return list.reduce((sum, g) => sum + g, 0);
}
