import { type BrewRange, drawn, forecastBrew, RANGE_SAMPLES, type Spread, sampleRange } from "#core/brew";
import type { Random } from "#core/random";
import { brewInputOf, cupStrengthPct, type Plan } from "./plan.ts";
import type { Sweep } from "./sweep.ts";

/** How sure an outlook is, and what makes it unsure, the most first. */
export interface Sureness {
  readonly range: BrewRange;
  /** Of all that ends in the vessel. */
  readonly strengthPct: readonly [low: number, high: number];
  readonly because: readonly (keyof Spread)[];
}

/** Causes that move extraction by less than this share of the largest are not named. */
const NAMED_SHARE = 0.4;

/** A random source that is always one standard deviation up. */
const UP: Random = { share: () => 0, normal: () => 1 };

/**
 * The range of a plan at a grind, and its causes: each alone one standard deviation up, by how far it moves
 * the extraction.
 *
 * @param random handed in; the same seed gives the same range
 * @returns undefined when nothing drawn can be brewed
 */
export function* surenessOf(
  plan: Plan,
  grindUm: number,
  spread: Spread,
  random: Random,
): Sweep<Sureness | undefined> {
  const input = brewInputOf(plan, grindUm);
  const sampling = sampleRange(input, spread, random);
  let step = sampling.next();
  for (; !step.done; step = sampling.next()) yield { done: step.value, of: RANGE_SAMPLES };
  const forecast = forecastBrew(input);
  if (!step.value || !forecast.ok) return undefined;
  const moved = CAUSES.map((cause) => {
    const up = forecastBrew(drawn(input, { ...NOTHING, [cause]: spread[cause] }, UP));
    return { cause, by: up.ok ? Math.abs(up.value.extractionPct - forecast.value.extractionPct) : Infinity };
  }).toSorted((a, b) => b.by - a.by);
  const named = moved.filter(({ by }) => by > 0 && by >= NAMED_SHARE * moved[0]!.by);
  const thinned = cupStrengthPct(plan, forecast.value) / forecast.value.strengthPct;
  const [low, high] = step.value.strengthPct;
  return {
    range: step.value,
    strengthPct: [low * thinned, high * thinned],
    because: named.map(({ cause }) => cause),
  };
}

const NOTHING: Spread = {
  grindShare: 0,
  retentionGPerG: 0,
  densityGPerMl: 0,
  waterTempC: 0,
  permeabilityShare: 0,
  extractionShare: 0,
  unevenShare: 0,
};
const CAUSES = Object.keys(NOTHING) as readonly (keyof Spread)[];
