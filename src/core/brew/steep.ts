import { fail, ok, type Result } from "#core/result";
import * as c from "./constants.ts";
import type { Factors } from "./input.ts";
import { merged, poolsOf } from "./pools.ts";
import { sizeClasses } from "./sizes.ts";
import { arrhenius } from "./solids.ts";
import { solubleShare } from "./solubility.ts";

/** Coffee that lies in its water: an immersion press, or a cold concentrate. */
export interface SteepInput {
  /** g, above 0 */
  readonly doseG: number;
  readonly waterG: number;
  /** Median diameter, µm, 50 to 3000 */
  readonly grindUm: number;
  /** As it is poured on, °C, 0 to 100 */
  readonly waterTempC: number;
  /** From the water to the press or the drain, s, above 0 */
  readonly steepS: number;
  /** A bed that nobody stirs gives more slowly. */
  readonly stirred?: boolean | undefined;
  /** Pressed off through a filter, or left to drain: each keeps its own liquid. */
  readonly ending?: SteepEnding | undefined;
  /** g per g; the ending's usual one where it is not given. */
  readonly retentionGPerG?: number | undefined;
  readonly roomTempC?: number | undefined;
  readonly factors?: Pick<Factors, "extraction"> | undefined;
}

export const STEEP_ENDINGS = ["pressed", "drained"] as const;
export type SteepEnding = (typeof STEEP_ENDINGS)[number];

export interface Steep {
  readonly yieldG: number;
  readonly strengthPct: number;
  readonly extractionPct: number;
  readonly meanSlurryTempC: number;
  /** When it is pressed or drained. */
  readonly endTempC: number;
  readonly waterBalanceG: number;
  readonly solidsBalanceG: number;
}

export interface SteepCurves {
  readonly timeS: readonly number[];
  /** Of the liquid around the grains. */
  readonly strengthPct: readonly number[];
  readonly extractionPct: readonly number[];
  readonly slurryTempC: readonly number[];
}

export type SteepFailure = {
  readonly code: "bedHoldsAllWater";
  readonly ratio: number;
  readonly retentionGPerG: number;
};

/** g per g */
export const STEEP_RETENTION: { readonly [ending in SteepEnding]: number } = {
  pressed: c.PRESSED_G_PER_G,
  drained: c.DRAINED_G_PER_G,
};
/** Fine at the start, when the broken cells give, and coarse in the hours after. */
const STEPS = 400;
const G_PER_M3 = 1e6;

/**
 * Steeping: one well-mixed liquid around grains of several sizes. Each pool gives k·(n − C·w) as in the bed; the
 * liquid keeps what it gets; slurry and vessel cool towards the room. At the end the bed keeps its liquid, with
 * what is dissolved in it.
 *
 * Steps grow with the square of their number, and each is implicit in C.
 */
export function forecastSteep(
  input: SteepInput,
): Result<Steep & { readonly curves: SteepCurves }, SteepFailure> {
  const { doseG, waterG, waterTempC, steepS, stirred = true, ending = "pressed" } = input;
  const retentionGPerG = input.retentionGPerG ?? STEEP_RETENTION[ending];
  if (!(waterG > Math.max(retentionGPerG, c.UPTAKE_G_PER_G) * doseG)) {
    return fail({ code: "bedHoldsAllWater", ratio: waterG / doseG, retentionGPerG });
  }
  const roomTempC = input.roomTempC ?? c.ROOM_C;
  const factor = (input.factors?.extraction ?? 1) * (stirred ? 1 : c.UNSTIRRED_RATE);
  const pools = merged(poolsOf(sizeClasses(input.grindUm)));
  const solubleG = (c.SOLUBLE_PCT / 100) * doseG * solubleShare(waterTempC);
  const liquidG = waterG - c.UPTAKE_G_PER_G * doseG;
  const heldG = pools.map(({ part }) => part * solubleG);
  const ownG = pools.map(({ part }) => c.UPTAKE_G_PER_G * doseG * part);

  const jPerK = c.WATER_J_PER_G_K * waterG + c.GROUNDS_J_PER_G_K * doseG;
  const lossPerS = (c.WALL_W_PER_M2_K * surfaceM2(waterG)) / jPerK;
  // The grounds come from the room.
  const startC = (c.WATER_J_PER_G_K * waterG * waterTempC + c.GROUNDS_J_PER_G_K * doseG * roomTempC) / jPerK;
  const tempAtC = (atS: number) => roomTempC + (startC - roomTempC) * Math.exp(-lossPerS * atS);

  const curves = {
    timeS: [] as number[],
    strengthPct: [] as number[],
    extractionPct: [] as number[],
    slurryTempC: [] as number[],
  };
  let [dissolvedG, atS, warmSeconds] = [0, 0, 0];
  for (let step = 1; step <= STEPS; step++) {
    const untilS = steepS * (step / STEPS) ** 2;
    const stepS = untilS - atS;
    const tempC = tempAtC(atS + stepS / 2);
    const rate = factor * arrhenius(tempC);
    let [gives, takes] = [dissolvedG, liquidG];
    pools.forEach(({ perS }, j) => {
      const share = (perS * rate * stepS) / (1 + perS * rate * stepS);
      gives += share * heldG[j]!;
      takes += share * ownG[j]!;
    });
    const perG = gives / takes;
    pools.forEach(({ perS }, j) => {
      const k = perS * rate * stepS;
      heldG[j] = (heldG[j]! + k * perG * ownG[j]!) / (1 + k);
    });
    dissolvedG = perG * liquidG;
    atS = untilS;
    warmSeconds += tempC * stepS;
    curves.timeS.push(atS);
    curves.strengthPct.push(100 * perG);
    curves.extractionPct.push((100 * dissolvedG) / doseG);
    curves.slurryTempC.push(tempAtC(atS));
  }
  const yieldG = waterG - retentionGPerG * doseG;
  // A press can squeeze no more out of the grains than runs around them.
  const outG = dissolvedG * Math.min(1, yieldG / liquidG);
  const leftG = dissolvedG - outG + heldG.reduce((sum, g) => sum + g, 0);
  return ok({
    yieldG,
    strengthPct: (100 * outG) / yieldG,
    extractionPct: (100 * outG) / doseG,
    meanSlurryTempC: warmSeconds / steepS,
    endTempC: tempAtC(steepS),
    waterBalanceG: waterG - yieldG - retentionGPerG * doseG,
    solidsBalanceG: solubleG - outG - leftG,
    curves,
  });
}

/** A vessel as wide as it is high: V = π/4 · d³, and its whole surface 3/2 · π · d². */
function surfaceM2(waterG: number): number {
  const d = Math.cbrt(((4 / Math.PI) * waterG) / G_PER_M3);
  return 1.5 * Math.PI * d ** 2;
}
