import type { Random } from "#core/random";
import { USUAL_DENSITY_G_PER_ML } from "./basket.ts";
import { USUAL_RETENTION_G_PER_G } from "./constants.ts";
import type { Brew } from "./forecast.ts";
import { forecastBrew } from "./forecast.ts";
import type { BrewInput } from "./input.ts";

/** How far what goes into a forecast may be off: standard deviations. */
export interface Spread {
  /** Of the grind's size, as a share of it. */
  readonly grindShare: number;
  readonly retentionGPerG: number;
  readonly densityGPerMl: number;
  readonly waterTempC: number;
  /** Of the model's own two factors, as shares: what no house has fitted. */
  readonly permeabilityShare: number;
  readonly extractionShare: number;
  /** Of the extraction rate, downwards only: water that finds its way past a bed too thin to spread it. */
  readonly unevenShare: number;
}

/** A bed this deep on average spreads its water evenly, mm; usual 8 to 15. */
const EVEN_MM = 10;
/** Standard deviation of what a bed half as deep loses; usual 0.05 to 0.2. */
const UNEVEN_AT_HALF = 0.1;

/** How unevenly a bed brews, by its mean depth, mm above 0: 0 where it is deep enough. */
export function unevenShareOf(meanDepthMm: number): number {
  return UNEVEN_AT_HALF * Math.max(0, EVEN_MM / meanDepthMm - 1);
}

/** Figures that a range is given of. */
export const RANGED = ["brewTimeS", "strengthPct", "extractionPct", "highWaterMm", "yieldG"] as const;
export type Ranged = (typeof RANGED)[number];

/** The middle 80 % of what may come: one in ten lies below, one in ten above. */
export interface BrewRange extends Readonly<Record<Ranged, readonly [low: number, high: number]>> {
  /** Of the samples, 0 to 1: those that never drain, or do not fit. */
  readonly failedShare: number;
}

const LOW_SHARE = 0.1;
export const RANGE_SAMPLES = 200;

/**
 * How sure a forecast is: the same brew many times, each with what is uncertain drawn anew.
 *
 * @param random handed in, so that the same seed gives the same range
 * @returns undefined when no sample could be brewed
 */
export function forecastRange(input: BrewInput, spread: Spread, random: Random): BrewRange | undefined {
  const sampling = sampleRange(input, spread, random);
  for (;;) {
    const step = sampling.next();
    if (step.done) return step.value;
  }
}

/** The same, brew by brew: it yields how many of `RANGE_SAMPLES` are done. */
export function* sampleRange(
  input: BrewInput,
  spread: Spread,
  random: Random,
): Generator<number, BrewRange | undefined, void> {
  const brews: Brew[] = [];
  for (let i = 0; i < RANGE_SAMPLES; i++) {
    const brew = forecastBrew(drawn(input, spread, random));
    if (brew.ok) brews.push(brew.value);
    yield i + 1;
  }
  if (brews.length === 0) return undefined;
  const middle = (read: (brew: Brew) => number): readonly [number, number] => {
    const sorted = brews.map(read).toSorted((a, b) => a - b);
    return [quantile(sorted, LOW_SHARE), quantile(sorted, 1 - LOW_SHARE)];
  };
  return {
    ...(Object.fromEntries(RANGED.map((name) => [name, middle((brew) => brew[name])])) as Record<
      Ranged,
      readonly [number, number]
    >),
    failedShare: 1 - brews.length / RANGE_SAMPLES,
  };
}

const [MOST_TEMP_C, LEAST_TEMP_C] = [100, 40];
/** No draw makes a dry sponge of the bed, or a factor that is nothing. */
const LEAST_SHARE = 0.2;

/** One draw, each thing off by its spread. Shares are drawn on their logarithm, so that none turns negative. */
export function drawn(input: BrewInput, spread: Spread, { normal }: Random): BrewInput {
  const about = (value: number, deviation: number) =>
    Math.max(LEAST_SHARE * value, value + deviation * normal());
  const times = (share: number) => Math.exp(share * normal());
  const { permeability = 1, extraction = 1 } = input.factors ?? {};
  const evenness = spread.unevenShare > 0 ? Math.exp(-spread.unevenShare * Math.abs(normal())) : 1;
  return {
    ...input,
    grindUm: input.grindUm * times(spread.grindShare),
    retentionGPerG: about(input.retentionGPerG ?? USUAL_RETENTION_G_PER_G, spread.retentionGPerG),
    coffee: {
      densityGPerMl: about(input.coffee?.densityGPerMl ?? USUAL_DENSITY_G_PER_ML, spread.densityGPerMl),
    },
    waterTempC: Math.min(
      MOST_TEMP_C,
      Math.max(LEAST_TEMP_C, input.waterTempC + spread.waterTempC * normal()),
    ),
    factors: {
      permeability: permeability * times(spread.permeabilityShare),
      extraction: extraction * times(spread.extractionShare) * evenness,
    },
  };
}

/** Between two neighbours in order, straight. */
function quantile(sorted: readonly number[], share: number): number {
  const at = share * (sorted.length - 1);
  const below = Math.floor(at);
  const above = Math.min(sorted.length - 1, below + 1);
  return sorted[below]! + (at - below) * (sorted[above]! - sorted[below]!);
}
