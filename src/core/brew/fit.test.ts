import { describe, expect, test } from "vitest";
import { seeded } from "#core/random";
import { must } from "#core/result";
import { LOFT } from "#tests/brews.ts";
import { expectPrinted } from "#tests/printed.ts";
import { type BrewInput, type Factors, fitFactors, forecastBrew, type Logged } from "./index.ts";

const TRUTHS = [
  { permeability: 1.3, extraction: 0.97 },
  { permeability: 0.7, extraction: 1.1 },
  { permeability: 1.6, extraction: 0.9 },
  { permeability: 1, extraction: 1.2 },
];

const at = (input: BrewInput) => (factors: Required<Factors>) => {
  const brew = forecastBrew({ ...input, factors });
  return brew.ok ? { timeS: brew.value.brewTimeS, strengthPct: brew.value.strengthPct } : undefined;
};
const madeWith = (truth: Required<Factors>, input = LOFT): Logged => ({
  measured: at(input)(truth)!,
  forecast: at(input),
});

describe("the two factors of a house", () => {
  test.each([
    { permeability: 1.5, extraction: 1.1 },
    { permeability: 0.75, extraction: 0.9 },
  ])("one cup moves them most of the way to $permeability and $extraction", (truth) => {
    const { factors, before, after } = must(fitFactors([madeWith(truth)]));
    const nearer = (name: "permeability" | "extraction") =>
      Math.abs(Math.log(factors[name] / truth[name])) / Math.abs(Math.log(truth[name]));
    expect(nearer("permeability")).toBeLessThan(0.6);
    const off = (outcome: (typeof before)[number]) =>
      Math.abs(outcome!.timeS! - madeWith(truth).measured.timeS!);
    expect(off(after[0])).toBeLessThan(0.4 * off(before[0]));
  });

  test("ten cups move them all the way", () => {
    const truth = { permeability: 1.4, extraction: 1.15 };
    const cups = Array.from({ length: 10 }, (_, i) => madeWith(truth, { ...LOFT, grindUm: 700 + 25 * i }));
    const { factors } = must(fitFactors(cups));
    expect(factors.permeability).toBeCloseTo(truth.permeability, 1);
    expect(factors.extraction).toBeCloseTo(truth.extraction, 1);
  });

  /** Twenty batches of one house, as days scatter them. */
  const noisy = (truth: Required<Factors>, seed: number, count = 20) => {
    const random = seeded(seed);
    return Array.from({ length: count }, () => {
      const { measured, forecast } = madeWith(truth, { ...LOFT, grindUm: 700 + 250 * random.share() });
      const scattered = {
        timeS: measured.timeS! * Math.exp(0.04 * random.normal()),
        strengthPct: random.share() < 0.5 ? measured.strengthPct! * Math.exp(0.02 * random.normal()) : null,
      };
      return { measured: scattered, forecast };
    });
  };

  test("twenty noisy batches give the true factors within a tenth", () => {
    const worst = { permeability: 0, extraction: 0 };
    for (const [seed, truth] of TRUTHS.entries()) {
      const { factors } = must(fitFactors(noisy(truth, seed + 1)));
      for (const name of ["permeability", "extraction"] as const) {
        worst[name] = Math.max(worst[name], Math.abs(factors[name] / truth[name] - 1));
      }
    }
    expect(worst.permeability).toBeLessThan(0.1);
    expect(worst.extraction).toBeLessThan(0.1);
    expectPrinted([
      `| permeability | ${(100 * worst.permeability).toFixed(1)} % |`,
      `| extraction rate | ${(100 * worst.extraction).toFixed(1)} % |`,
    ]);
  });

  test("one odd batch among them does not turn the fit, and is named", () => {
    const truth = { permeability: 1.3, extraction: 0.95 };
    const good = noisy(truth, 5);
    const straight = must(fitFactors(good));
    expect(straight.odd).toEqual([]);
    for (const timeS of [60, 900]) {
      const spilt = good.map((each, i) =>
        i === 7 ? { ...each, measured: { timeS, strengthPct: 0.6 } } : each,
      );
      const { factors, odd } = must(fitFactors(spilt));
      expect(odd).toEqual([7]);
      expect(Math.abs(factors.permeability / straight.factors.permeability - 1)).toBeLessThan(0.03);
      expect(Math.abs(factors.extraction / straight.factors.extraction - 1)).toBeLessThan(0.03);
    }
  });

  test("a cup that is as forecast moves nothing", () => {
    const { factors } = must(fitFactors([madeWith({ permeability: 1, extraction: 1 })]));
    expect(factors.permeability).toBeCloseTo(1, 2);
    expect(factors.extraction).toBeCloseTo(1, 2);
  });

  test("a cup that was only metered leaves the flow nearly where it was", () => {
    const { measured, forecast } = madeWith({ permeability: 1, extraction: 1.15 });
    const { factors } = must(fitFactors([{ measured: { ...measured, timeS: null }, forecast }]));
    expect(factors.extraction).toBeGreaterThan(1.03);
    expect(Math.abs(Math.log(factors.permeability))).toBeLessThan(0.25);
  });

  test("nothing measured, and a brew that cannot be, are said", () => {
    const nothing = { measured: { timeS: null, strengthPct: null }, forecast: at(LOFT) };
    expect(fitFactors([nothing])).toEqual({ ok: false, failure: { code: "nothingMeasured" } });
    const impossible = { measured: { timeS: 190, strengthPct: 1.38 }, forecast: () => undefined };
    expect(fitFactors([impossible])).toEqual({ ok: false, failure: { code: "noForecast" } });
  });
});
