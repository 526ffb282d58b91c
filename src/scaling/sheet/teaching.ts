import type { Bench, BenchCoffee, BenchGrinder } from "#contract/bench.ts";
import { daysBetween } from "#contract/days.ts";
import type { Standard } from "#contract/standard.ts";
import { meanBedDepthMm } from "#core/brew";
import type { Bag, Lesson } from "#core/learn";
import type { Teaching } from "#core/outlook";
import { movesOf, settingSince } from "#scaling/choice";

/** A coffee's bag as it is on a day. */
export function bagOf(
  { densityGPerMl, roastLevel, roastedOn }: Pick<BenchCoffee, "densityGPerMl" | "roastLevel" | "roastedOn">,
  day: string,
): Bag {
  return {
    densityGPerMl,
    roast: roastLevel,
    daysSinceRoast: roastedOn === null ? null : daysBetween(roastedOn, day),
  };
}

/** Lessons of a grinder's approved batches for a coffee: those that were ground on the curve that it has now. */
export function teachingOf(bench: Bench, grinder: BenchGrinder, coffee: BenchCoffee): Teaching {
  return {
    lessons: bench.standards.flatMap((standard) =>
      teaches(standard, grinder) ? (lessonOf(standard, bench, grinder) ?? []) : [],
    ),
    coffee: { coffeeId: coffee.id, bag: bagOf(coffee, bench.today) },
  };
}

/** Whether a standard was ground on a grinder as its dial grinds now. */
export function teaches({ grinderId, curve }: Standard, grinder: BenchGrinder): boolean {
  return grinderId === grinder.id && (curve?.version ?? null) === grinder.curveVersion;
}

/** A standard as a lesson; undefined where its brewer or its coffee is gone, or its bed is not known. */
function lessonOf(standard: Standard, bench: Bench, grinder: BenchGrinder): Lesson | undefined {
  const { brewers, coffees } = bench;
  // A concentrate lies in its water: its setting says nothing of a bed.
  if (standard.method === "steep") return undefined;
  const brewer = brewers.find(({ id }) => id === standard.brewerId);
  const coffee = coffees.find(({ id }) => id === standard.coffeeId);
  if (!brewer?.basket || brewer.kind === "press" || !coffee) return undefined;
  const { doseG, waterG, iceG, dialSetting, batchId, brewedOn, roastedOn, proof } = standard;
  const densityGPerMl = standard.densityGPerMl ?? coffee.densityGPerMl;
  const depth = meanBedDepthMm({ doseG, densityGPerMl, basket: brewer.basket });
  if (!depth.ok) return undefined;
  return {
    batchId,
    setting: settingSince(proof?.setting ?? dialSetting, brewedOn, grinder, movesOf(bench, grinder)),
    ...(proof && { sdUnits: proof.sdUnits }),
    meanDepthMm: depth.value,
    shortfall: Math.log2((waterG + iceG) / waterG),
    coffeeId: coffee.id,
    bag: bagOf({ ...coffee, densityGPerMl, roastedOn }, brewedOn),
  };
}
