import { describe, expect, test } from "vitest";
import { must } from "#core/result";
import { LOFT } from "#tests/brews.ts";
import { type BrewInput, type Factors, fitFactors, forecastBrew, type Logged } from "./index.ts";

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
