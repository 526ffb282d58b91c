import { drawnCount, type Random } from "#core/random";

interface Asked {
  readonly meanCups: readonly number[];
  readonly varianceToMean: number;
}

/** Cups that guests ask for on one simulated day, by product and slot. */
export type DayDemand = readonly Uint16Array[];

/**
 * Simulated days, the same for the same seed.
 *
 * @param dayFactors each day's demand is multiplied by one of them; they come as often as they weigh
 */
export function drawnDays(
  products: readonly Asked[],
  slots: number,
  dayFactors: readonly { readonly weight: number; readonly factor: number }[],
  days: number,
  random: Random,
): readonly DayDemand[] {
  return Array.from({ length: days }, (_, day) => {
    const factor = factorAt(dayFactors, (day + 0.5) / days);
    return products.map(({ meanCups, varianceToMean }) =>
      Uint16Array.from({ length: slots }, (__, slot) =>
        drawnCount((meanCups[slot] ?? 0) * factor, varianceToMean, random.share()),
      ),
    );
  });
}

function factorAt(
  dayFactors: readonly { readonly weight: number; readonly factor: number }[],
  share: number,
): number {
  const all = dayFactors.reduce((sum, { weight }) => sum + weight, 0);
  let sum = 0;
  for (const { weight, factor } of dayFactors) {
    sum += weight;
    if (share * all < sum) return factor;
  }
  return dayFactors.at(-1)?.factor ?? 1;
}
