import { type Basket, forecastBrew, meanBedDepthMm } from "#core/brew";
import { dialUnit, settingAt, umAt } from "#core/grind";
import { type DialModel, type Learned, type Lesson, learnDial } from "#core/learn";
import { brewInputOf, type GroundDial, type Plan } from "./plan.ts";

/** The house's lessons for a plan's coffee. */
export interface Teaching {
  /** Approved on this grinder, on the curve that it has now. */
  readonly lessons: readonly Lesson[];
  readonly coffee: Pick<Lesson, "coffeeId" | "bag">;
}

/** A smaller batch at one ratio, and less of the water through the bed: what the slopes are read off. */
const SMALLER = 0.8;
const SHORTER = 0.85;
const COARSER_SHARE = 0.05;
/** Where no slope can be forecast, the usual rule's, units of a dial of 24; per doubling of depth, and of all water over hot. */
const USUAL_SLOPES = { perDoubling: 2, perShortfall: -1.2 };

/** The learned answer for a plan, counted from a setting that the forecast or the rule gives; undefined without a bed. */
export function learnedFor(
  plan: Plan,
  dial: GroundDial,
  from: number,
  { lessons, coffee }: Teaching,
): Learned | undefined {
  const depthMm = depthOf(plan);
  if (depthMm === undefined) return undefined;
  const target = { ...coffee, meanDepthMm: depthMm, shortfall: shortfallOf(plan) };
  return learnDial({ lessons, target, model: modelAt(plan, dial, from), dial });
}

/** How deep a plan's coffee lies dry, on average; undefined where it does not fit. */
function depthOf({ doseG, densityGPerMl, basket }: { doseG: number; densityGPerMl: number; basket: Basket }) {
  const depth = meanBedDepthMm({ doseG, densityGPerMl, basket });
  return depth.ok ? depth.value : undefined;
}

/** log₂ of all water over the water through the bed. */
function shortfallOf({ waterG, addedG }: Pick<Plan, "waterG" | "addedG">): number {
  return Math.log2((waterG + addedG) / waterG);
}

/**
 * The setting, and how it follows depth and water at one extraction, by the forecast: where E is the extraction,
 * d ln µm / dx = −(∂E/∂x) / (∂E/∂ln µm). Three brews, no search.
 */
function modelAt(plan: Plan, dial: GroundDial, setting: number): DialModel {
  const um = umAt(dial.curve, setting);
  const unit = dialUnit(dial);
  const usual = {
    setting,
    perDoubling: USUAL_SLOPES.perDoubling * unit,
    perShortfall: USUAL_SLOPES.perShortfall * unit,
  };
  const extraction = (other: Plan, grindUm: number) => {
    const brew = forecastBrew(brewInputOf(other, grindUm));
    return brew.ok && brew.value.overflowG === 0 ? brew.value.extractionPct : undefined;
  };
  const small = {
    ...plan,
    doseG: SMALLER * plan.doseG,
    waterG: SMALLER * plan.waterG,
    addedG: SMALLER * plan.addedG,
  };
  const moved = (1 - SHORTER) * plan.waterG;
  const short = { ...plan, waterG: plan.waterG - moved, addedG: plan.addedG + moved };
  const extractionHere = extraction(plan, um);
  const coarse = extraction(plan, um * (1 + COARSER_SHARE));
  if (extractionHere === undefined || coarse === undefined || coarse >= extractionHere) return usual;
  const perLn = (coarse - extractionHere) / Math.log1p(COARSER_SHARE);
  const sign = dial.higherIs === "coarser" ? 1 : -1;
  /** Dial units, towards coarser, that make up for what another plan extracts otherwise. */
  const units = (other: Plan) => {
    const extractionThere = extraction(other, um);
    if (extractionThere === undefined) return undefined;
    const otherUm = um * Math.exp(-(extractionThere - extractionHere) / perLn);
    return sign * (settingAt(dial.curve, otherUm) - setting);
  };
  const [forSmall, forShort] = [units(small), units(short)];
  const doublings = Math.log2((depthOf(small) ?? Number.NaN) / (depthOf(plan) ?? Number.NaN));
  return {
    setting,
    perDoubling: forSmall === undefined ? usual.perDoubling : forSmall / doublings,
    perShortfall:
      forShort === undefined ? usual.perShortfall : forShort / (shortfallOf(short) - shortfallOf(plan)),
  };
}
