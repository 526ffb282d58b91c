import {
  type Basket,
  type Brew,
  type BrewFailure,
  type BrewInput,
  type Factors,
  forecastBrew,
  handPours,
  type Pour,
  type Rhythm,
  rescaled,
  type SprayMode,
  sprayPours,
} from "#core/brew";
import type { Curve, Dial } from "#core/grind";
import { ok, type Result } from "#core/result";
import { checksOf, type Limits, type OutlookCheck } from "./checks.ts";

/** A dial of which it is known what it grinds. */
export interface GroundDial extends Dial {
  readonly curve: Curve;
}

/** How the water comes: as a brewer sprays it, or as a hand pours it. */
export type Programme =
  | { readonly by: "spray"; readonly modes: readonly SprayMode[] }
  | {
      readonly by: "hand";
      readonly rhythm: Rhythm;
      /** How much slower than the rhythm the hand pours; by its water where it is not given. */
      readonly stretch?: number | undefined;
    };

/** A batch as it is planned, all but its grind. */
export interface Plan {
  readonly doseG: number;
  /** Through the bed, g. */
  readonly waterG: number;
  /** Bypass and melted ice that join below the bed, g. */
  readonly addedG: number;
  readonly programme: Programme;
  readonly basket: Basket;
  readonly waterTempC: number;
  readonly retentionGPerG: number;
  readonly densityGPerMl: number;
  readonly factors: Factors;
  readonly limits: Limits;
}

/** A plan's forecast at one grind. */
export interface Outlook {
  readonly brew: Brew;
  /** Of all that ends in the vessel, melted and mixed. */
  readonly strengthPct: number;
  readonly checks: readonly OutlookCheck[];
}

/** The plan at a grind, as the forecast takes it. */
export function brewInputOf(plan: Plan, grindUm: number): BrewInput {
  const { doseG, waterTempC, basket, retentionGPerG, densityGPerMl, factors } = plan;
  return {
    doseG,
    grindUm,
    waterTempC,
    basket,
    retentionGPerG,
    coffee: { densityGPerMl },
    factors,
    pours: poursOf(plan),
  };
}

function poursOf({ programme, doseG, waterG }: Plan): readonly Pour[] {
  return programme.by === "spray"
    ? sprayPours(waterG, programme.modes)
    : handPours(rescaled(programme.rhythm, { doseG, waterG, stretch: programme.stretch }));
}

/** The forecast of a plan at a grind, and what stands against it. */
export function outlookOf(plan: Plan, grindUm: number): Result<Outlook, BrewFailure> {
  const brew = forecastBrew(brewInputOf(plan, grindUm));
  return brew.ok ? ok(asOutlook(plan, brew.value)) : brew;
}

/** A brew of a plan with its strength in the vessel and its checks. */
export function asOutlook(plan: Plan, brew: Brew): Outlook {
  const strengthPct = cupStrengthPct(plan, brew);
  return { brew, strengthPct, checks: checksOf(brew, strengthPct, plan.limits) };
}

/** Dissolved solids in all that ends in the vessel, %: what joins below the bed thins it. */
export function cupStrengthPct({ doseG, addedG }: Pick<Plan, "doseG" | "addedG">, brew: Brew): number {
  return (brew.extractionPct * doseG) / (brew.yieldG + addedG);
}
