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

/** A copy that may be changed. Field by field: of an object with so many numbers a spread takes ten times as long. */
export function copyOf(standing: Standing): { -readonly [Name in keyof Standing]: Standing[Name] } {
  return {
    fillId: standing.fillId,
    coffeeId: standing.coffeeId,
    serve: standing.serve,
    cardId: standing.cardId,
    batchId: standing.batchId,
    brewedMs: standing.brewedMs,
    holdMin: standing.holdMin,
    cost: standing.cost,
    cups: standing.cups,
    onPlate: standing.onPlate,
    asOfMs: standing.asOfMs,
    liquidG: standing.liquidG,
    strengthPct: standing.strengthPct,
    tempC: standing.tempC,
    brewedG: standing.brewedG,
    servedG: standing.servedG,
    asideG: standing.asideG,
    evaporatedG: standing.evaporatedG,
    unseenG: standing.unseenG,
  };
}

/** Coffee as it stands at a later moment: cooler, and on a plate less and stronger; as it is where the moment is earlier. */
export function standingAt(
  standing: Standing,
  kit: PotKit,
  atMs: number,
  roomTempC: number,
): ReturnType<typeof copyOf> {
  const next = copyOf(standing);
  const minutes = (atMs - standing.asOfMs) / MS_PER_MIN;
  if (!(minutes > 0)) return next;
  next.asOfMs = atMs;
  const { liquidG, tempC } = standing;
  if (liquidG <= 0) return next;
  const plate = standing.onPlate ? kit.plate : null;
  const after = potAfter({
    liquidG,
    strengthPct: standing.strengthPct ?? 0,
    tempC,
    roomTempC,
    minutes,
    tauMin: plate ? undefined : tauAt(kit.cooling, liquidG),
    heldTempC: plate?.heldTempC,
    evaporationGPerH: plate?.evaporationGPerH,
  });
  next.liquidG = after.ok ? after.value.liquidG : 0;
  next.evaporatedG = standing.evaporatedG + liquidG - next.liquidG;
  if (!after.ok) return next;
  next.tempC = after.value.tempC;
  if (standing.strengthPct !== null) next.strengthPct = after.value.strengthPct;
  return next;
}
