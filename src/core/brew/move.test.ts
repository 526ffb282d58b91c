import { describe, expect, test } from "vitest";
import { type Random, seeded } from "#core/random";
import { must } from "#core/result";
import { onFulmar } from "#tests/brews.ts";
import { fitWithMove, forecastBrew, type GroundBrew, groundAt } from "./index.ts";

/** Coarsely in depth and time, which is the same for a pot and its forecast. */
const POT = { ...onFulmar(202, 3229), resolution: { layers: 6, stepS: 2 } };
/** What the dial's curve says of the house's setting, µm; and a step of a dial of 24 there, in ln size. */
const GRIND_UM = 850;
const STEP = 0.024;
const TRUTH = { permeability: 1.2, extraction: 0.95 };
const RUNS = 12;

/** A pot as it is brewed, timed and perhaps metered in this house, its grinder off its curve by a share. */
function brewed(random: Random, grindShare: number, metered: boolean): GroundBrew {
  const grindUm = GRIND_UM * grindShare * (1 + 0.012 * random.normal());
  const { brewTimeS, strengthPct } = must(forecastBrew({ ...POT, grindUm, factors: TRUTH }));
  const [late, off] = [5 * random.normal(), 0.012 * random.normal()];
  return {
    measured: {
      timeS: Math.round(brewTimeS + late),
      strengthPct: metered ? Math.round(100 * (strengthPct + off)) / 100 : null,
    },
    forecast: groundAt({ ...POT, grindUm: GRIND_UM }, 0),
  };
}

/** Twenty-four pots before a move and eight after, those metered; fitted. */
function fitted(seed: number, steps: number) {
  const random = seeded(seed);
  const before = Array.from({ length: 24 }, (_, i) => brewed(random, 1, i % 2 === 0));
  const after = Array.from({ length: 8 }, () => brewed(random, Math.exp(-STEP * steps), true));
  return must(fitWithMove([...before, ...after]));
}
const known = new Map<number, readonly ReturnType<typeof fitted>[]>();
function runs(steps: number) {
  const all = known.get(steps) ?? Array.from({ length: RUNS }, (_, i) => fitted(100 + i, steps));
  known.set(steps, all);
  return all;
}
const median = (values: readonly number[]) =>
  values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)]!;

describe("a grinder that moves", () => {
  test("by a step of its dial is told within eight metered pots, and since when", () => {
    const found = runs(1).flatMap(({ move }) => move ?? []);
    expect(found.length).toBeGreaterThanOrEqual(0.75 * RUNS);
    const steps = median(found.map(({ grindShare }) => -Math.log(grindShare) / STEP));
    expect(steps).toBeGreaterThan(0.75);
    expect(steps).toBeLessThan(1.25);
    expect(Math.abs(median(found.map(({ since }) => since)) - 24)).toBeLessThanOrEqual(1);
  });

  test("does not make the coffee readier: extraction's factor moves by less than 3 %", () => {
    const still = median(runs(0).map(({ factors }) => factors.extraction));
    for (const steps of [1, 5]) {
      const moved = median(runs(steps).map(({ factors }) => factors.extraction));
      expect(Math.abs(moved / still - 1)).toBeLessThan(0.03);
    }
  });

  test("is not seen where none moved, but for one log in six, and then by little", () => {
    const seen = runs(0).flatMap(({ move }) => move ?? []);
    expect(seen.length).toBeLessThanOrEqual(RUNS / 6);
    for (const { grindShare } of seen) expect(Math.abs(Math.log(grindShare))).toBeLessThan(1.5 * STEP);
  });

  test("one spilt pot is no move", () => {
    const random = seeded(7);
    const pots = Array.from({ length: 30 }, () => brewed(random, 1, true));
    const spilt = pots.map((pot, i) =>
      i === 20 ? { ...pot, measured: { timeS: 500, strengthPct: 1.9 } } : pot,
    );
    expect(must(fitWithMove(spilt)).move).toBeUndefined();
  });
});
