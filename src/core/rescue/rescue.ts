import { HOT_COFFEE_G_PER_ML, meltingHeatJPerG, WATER_J_PER_G_K } from "#core/ice";
import { fail, ok, type Result } from "#core/result";
import type { Serve } from "#core/sheet";
import { afterIt, type Standing, WENT_KINDS, type Went, type WentKind } from "./went.ts";

export { WENT_KINDS, type Went, type WentKind };

export interface RescueInput {
  /** What was to be brewed; masses in g, the yield with all ice melted. */
  readonly sheet: {
    readonly doseG: number;
    readonly brewWaterG: number;
    readonly bypassG: number;
    readonly iceG: number;
    /** Above 0. */
    readonly yieldG: number;
    readonly strengthPct: number;
  };
  readonly retentionGPerG: number;
  /** What the sheet takes out of its dose, %. */
  readonly extractionPct: number;
  /** Strength of what drips last, %; where the brew was forecast, its own curve's. */
  readonly lateStrengthPct: number;
  readonly serve: Serve;
  readonly went: Went;
  /** The small brew that a thin pot is strengthened with: water to coffee, and what it takes out of its dose, %. */
  readonly blend: { readonly ratio: number; readonly extractionPct: number };
  /** The vessel, by the mass of cold water that it holds, g; anything fits where it is not given. */
  readonly vessel?: { readonly brimG: number; readonly workingG: number } | undefined;
  readonly want?: { readonly strengthPct: readonly [low: number, high: number] } | undefined;
  /** An iced pot as it stands, and the ice that is there. */
  readonly heat?:
    | {
        readonly potTempC: number;
        readonly iceTempC: number;
        readonly iceWetShare: number;
        readonly vesselJPerK: number;
        readonly finalTempC: number;
      }
    | undefined;
}

export const RESCUE_KINDS = ["brewOn", "addIce", "addWater", "blend", "asIs", "pourOff", "pourAway"] as const;

/** A move that is left, and the pot after it. */
export interface RescueMove {
  readonly kind: (typeof RESCUE_KINDS)[number];
  readonly liquidG: number;
  /** Not of a pot that is poured away. */
  readonly strengthPct?: number;
  /** Where ice was added. */
  readonly tempC?: number;
  readonly fits?: boolean;
  /** Poured off. */
  readonly g?: number;
  readonly waterG?: number;
  readonly iceG?: number;
  readonly doseG?: number;
  readonly brewWaterG?: number;
}

export interface Rescue {
  readonly now: { readonly liquidG: number; readonly strengthPct: number };
  /** Best first. */
  readonly options: readonly RescueMove[];
}

/** More went missing than there was of it: no pot is left to save. */
export interface RescueFailure {
  readonly code: "moreThanThere";
  readonly liquidG: number;
  readonly solidsG: number;
}

/** Strength of the last drops of a drained brew, %; usual 0.3 to 0.7. */
export const USUAL_LATE_PCT = 0.5;
/** A small strong brew; usual ratios 8 to 12, of which 16 to 18 % are taken out. */
export const USUAL_BLEND = { ratio: 10, extractionPct: 17 } as const;
/** Masses up to this are none, g. */
const NO_MASS_G = 1e-6;
/** A pot so much warmer than wanted is cold enough, K. */
const WARM_WITHIN_K = 2;

/**
 * The moves that are left after one thing went wrong with a pot, each with what follows: mass and solids balance.
 *
 * @returns the pot as it is now and the moves, best first; or that nothing is left of it
 */
export function rescue(input: RescueInput): Result<Rescue, RescueFailure> {
  const standing = afterIt(input);
  const { liquidG, solidsG } = standing;
  if (!(liquidG > NO_MASS_G && solidsG > NO_MASS_G)) return fail({ code: "moreThanThere", liquidG, solidsG });
  const now = { liquidG, strengthPct: strengthOf(standing) };
  const moves = [
    ...brewnOn(input, standing),
    ...iced(input, standing),
    ...thinnedOrBlended(input, standing),
    { kind: "asIs", ...now, fits: fits(liquidG, input) } as const,
    ...pouredOff(input, now),
  ];
  const asIs = moves.find(({ kind }) => kind === "asIs")!;
  const first = isGoodAsIs(input, asIs) ? [asIs, ...moves.filter((move) => move !== asIs)] : moves;
  const inOrder = [...first.filter((move) => move.fits), ...first.filter((move) => !move.fits)];
  const away = { kind: "pourAway", liquidG: 0 } as const;
  // Cooked coffee is not thinned: it tastes of it.
  return ok({ now, options: input.went.kind === "cooked" ? [away, ...inOrder] : [...inOrder, away] });
}

function strengthOf({ liquidG, solidsG }: Standing): number {
  return (100 * solidsG) / liquidG;
}

function fits(liquidG: number, { vessel, serve }: RescueInput): boolean {
  const gPerMl = serve === "hot" ? HOT_COFFEE_G_PER_ML : 1;
  return !vessel || liquidG / gPerMl <= vessel.brimG;
}

/** Whatever is warm enough, strong enough and fits stays as it is. */
function isGoodAsIs({ want, heat }: RescueInput, { strengthPct, fits: isIn }: RescueMove): boolean {
  if (!want || strengthPct === undefined || !isIn) return false;
  const [low, high] = want.strengthPct;
  const isWarm = heat !== undefined && heat.potTempC > heat.finalTempC + WARM_WITHIN_K;
  return strengthPct >= low && strengthPct <= high && !isWarm;
}

/** The water that was left in the tank goes through the bed after all. */
function brewnOn(input: RescueInput, { liquidG }: Standing): readonly RescueMove[] {
  const { went, extractionPct, sheet } = input;
  if (went.kind !== "lessWater" || went.g <= NO_MASS_G) return [];
  const whole = { liquidG: liquidG + went.g, solidsG: (extractionPct / 100) * sheet.doseG };
  return [
    {
      kind: "brewOn",
      brewWaterG: went.g,
      liquidG: whole.liquidG,
      strengthPct: strengthOf(whole),
      fits: fits(whole.liquidG, input),
    },
  ];
}

/** So much ice that the pot, its vessel and the ice end at the temperature wanted. */
function iced(input: RescueInput, { liquidG, solidsG }: Standing): readonly RescueMove[] {
  const { heat } = input;
  if (!heat || heat.potTempC <= heat.finalTempC) return [];
  const { potTempC, finalTempC, vesselJPerK } = heat;
  const heatJ = (liquidG * WATER_J_PER_G_K + vesselJPerK) * (potTempC - finalTempC);
  const iceG = heatJ / (meltingHeatJPerG(heat) + WATER_J_PER_G_K * finalTempC);
  if (iceG <= NO_MASS_G) return [];
  const after = { liquidG: liquidG + iceG, solidsG };
  return [
    {
      kind: "addIce",
      iceG,
      liquidG: after.liquidG,
      strengthPct: strengthOf(after),
      tempC: finalTempC,
      fits: fits(after.liquidG, input),
    },
  ];
}

/** Back to the sheet's strength: water into a strong pot, a small strong brew into a thin one. */
function thinnedOrBlended(input: RescueInput, { liquidG, solidsG }: Standing): readonly RescueMove[] {
  const { sheet, blend, retentionGPerG } = input;
  const strength = sheet.strengthPct / 100;
  const waterG = solidsG / strength - liquidG;
  if (Math.abs(waterG) <= NO_MASS_G) return [];
  if (waterG > 0) {
    const after = { liquidG: liquidG + waterG, solidsG };
    return [
      {
        kind: "addWater",
        waterG,
        liquidG: after.liquidG,
        strengthPct: strengthOf(after),
        fits: fits(after.liquidG, input),
      },
    ];
  }
  const yieldPerDose = blend.ratio - retentionGPerG;
  const gain = blend.extractionPct / 100 - strength * yieldPerDose;
  const doseG = (strength * liquidG - solidsG) / gain;
  // A blend no stronger than the sheet never gets there.
  if (!(gain > 0 && yieldPerDose > 0 && doseG > NO_MASS_G)) return [];
  const after = {
    liquidG: liquidG + doseG * yieldPerDose,
    solidsG: solidsG + (doseG * blend.extractionPct) / 100,
  };
  return [
    {
      kind: "blend",
      doseG,
      brewWaterG: blend.ratio * doseG,
      liquidG: after.liquidG,
      strengthPct: strengthOf(after),
      fits: fits(after.liquidG, input),
    },
  ];
}

/** A pot that is over its brim is poured off down to its working fill. */
function pouredOff(input: RescueInput, now: Rescue["now"]): readonly RescueMove[] {
  const { vessel } = input;
  if (!vessel || fits(now.liquidG, input) || now.liquidG - vessel.workingG <= NO_MASS_G) return [];
  const { workingG: liquidG } = vessel;
  return [
    {
      kind: "pourOff",
      g: now.liquidG - liquidG,
      liquidG,
      strengthPct: now.strengthPct,
      fits: fits(liquidG, input),
    },
  ];
}
