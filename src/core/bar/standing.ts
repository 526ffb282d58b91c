import { type MeasuredTau, potAfter, tauAt } from "#core/pot";
import type { Serve } from "#core/sheet";

/** A vessel's own ways with the coffee in it. */
export interface PotKit {
  readonly brimG: number;
  /** How long coffee is sold from it, min; null where the house has not said. */
  readonly holdMin: number | null;
  readonly cooling: MeasuredTau;
  /** Its plate: the temperature that it holds, and the water that leaves on it; null without one. */
  readonly plate: { readonly heldTempC: number; readonly evaporationGPerH: number } | null;
  /** Whether the plate is on when the pot is filled. */
  readonly plateIsOn: boolean;
}

/** What became of a pot's coffee, g: brewed and received = served + set aside + poured + evaporated + moved + unseen + left. */
export interface Account {
  readonly brewedG: number;
  readonly servedG: number;
  readonly asideG: number;
  readonly evaporatedG: number;
  /** Gone without having been tapped, by a weighing or by running out; below 0 where there was more than thought. */
  readonly unseenG: number;
}

/** Coffee that stands in a vessel, as of one moment. */
export interface Standing extends Account {
  /** The event that filled it: its account goes on by this id, whatever vessel it stands in. */
  readonly fillId: string;
  readonly coffeeId: string | null;
  readonly serve: Serve;
  readonly cardId: string | null;
  readonly batchId: string | null;
  /** The oldest coffee's in it, ms. */
  readonly brewedMs: number;
  readonly holdMin: number | null;
  readonly cost: number | null;
  /** Cups that were tapped. */
  readonly cups: number;
  readonly onPlate: boolean;
  readonly asOfMs: number;
  readonly liquidG: number;
  readonly strengthPct: number | null;
  readonly tempC: number;
}

const MS_PER_MIN = 60_000;

/** Coffee as it stands at a later moment: cooler, and on a plate less and stronger; as it is where the moment is earlier. */
export function standingAt(standing: Standing, kit: PotKit, atMs: number, roomTempC: number): Standing {
  const minutes = (atMs - standing.asOfMs) / MS_PER_MIN;
  if (!(minutes > 0)) return standing;
  const { liquidG, tempC } = standing;
  if (liquidG <= 0) return { ...standing, asOfMs: atMs };
  const plate = standing.onPlate ? kit.plate : null;
  const after = potAfter({
    liquidG,
    strengthPct: standing.strengthPct ?? 0,
    tempC,
    roomTempC,
    minutes,
    ...(plate
      ? { heldTempC: plate.heldTempC, evaporationGPerH: plate.evaporationGPerH }
      : { tauMin: tauAt(kit.cooling, liquidG) }),
  });
  if (!after.ok) {
    return { ...standing, asOfMs: atMs, liquidG: 0, evaporatedG: standing.evaporatedG + liquidG };
  }
  return {
    ...standing,
    asOfMs: atMs,
    liquidG: after.value.liquidG,
    tempC: after.value.tempC,
    strengthPct: standing.strengthPct === null ? null : after.value.strengthPct,
    evaporatedG: standing.evaporatedG + liquidG - after.value.liquidG,
  };
}
