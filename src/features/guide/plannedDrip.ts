import { type BrewInput, forecastDrip } from "#core/brew";
import { drippedAt } from "#core/live";

/** A brew's planned drip, g by its clock; undefined where it is not forecast. */
export function plannedDrip(brew: BrewInput): ((clockS: number) => number) | undefined {
  const drip = forecastDrip(brew);
  return drip.ok ? (clockS) => drippedAt(drip.value, clockS) : undefined;
}
