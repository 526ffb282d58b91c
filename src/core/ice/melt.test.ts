import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { must } from "#core/result";
import { type MeltInput, melt } from "./index.ts";

const figure = (min: number, max: number) => fc.double({ min, max, noNaN: true });

const melts: fc.Arbitrary<MeltInput> = fc.record({
  hotG: figure(50, 4000),
  hotTempC: figure(20, 95),
  iceG: figure(0, 6000),
  iceTempC: figure(-30, 0),
  iceWetShare: figure(0, 0.4),
  vesselJPerK: figure(0, 2000),
  vesselTempC: figure(-5, 60),
  strengthPct: figure(0.5, 4),
});

test("mass, solids and heat close", () => {
  fc.assert(
    fc.property(melts, (input) => {
      const result = melt(input);
      fc.pre(result.ok);
      const { finalTempC, meltedG, iceLeftG, liquidG, strengthPct } = must(result);
      expect(meltedG + iceLeftG).toBeCloseTo(input.iceG, 8);
      expect(liquidG).toBeCloseTo(input.hotG + meltedG, 8);
      expect(strengthPct * liquidG).toBeCloseTo(input.strengthPct * input.hotG, 6);
      // Heat above water at 0 °C before and after, counted apart from the solver: ice left is ice at 0 °C.
      const before =
        4.19 * input.hotG * input.hotTempC +
        input.vesselJPerK * input.vesselTempC -
        input.iceG * (1 - input.iceWetShare) * (333.6 + 2.09 * -input.iceTempC);
      const after = (4.19 * liquidG + input.vesselJPerK) * finalTempC - 333.6 * iceLeftG;
      expect(Math.abs(after - before)).toBeLessThan(1e-9 * (Math.abs(before) + 333.6 * input.iceG + 1));
      expect(iceLeftG > 0 ? finalTempC : 0).toBe(0);
    }),
  );
});

test("more ice is never warmer and never stronger", () => {
  fc.assert(
    fc.property(melts, figure(1, 500), (input, moreG) => {
      const [less, more] = [melt(input), melt({ ...input, iceG: input.iceG + moreG })];
      fc.pre(less.ok && more.ok);
      expect(must(more).finalTempC).toBeLessThanOrEqual(must(less).finalTempC + 1e-9);
      if (must(more).iceLeftG === 0) expect(must(more).strengthPct).toBeLessThan(must(less).strengthPct);
    }),
  );
});

describe("edges", () => {
  const still: MeltInput = {
    hotG: 100,
    hotTempC: 80,
    iceG: 0,
    iceTempC: 0,
    iceWetShare: 0,
    vesselJPerK: 0,
    vesselTempC: 20,
    strengthPct: 2,
  };

  test("just enough ice at 0 °C ends at 0 °C with none left", () => {
    const iceG = (4.19 * 100 * 80) / 333.6;
    const result = must(melt({ ...still, iceG }));
    expect(result.finalTempC).toBeCloseTo(0, 9);
    expect(result.iceLeftG).toBeCloseTo(0, 9);
    expect(must(melt({ ...still, iceG: iceG + 10 })).iceLeftG).toBeCloseTo(10, 9);
  });

  test("ice too cold for the heat there is would freeze, with the heat that is missing", () => {
    const result = melt({ ...still, hotTempC: 5, iceG: 500, iceTempC: -20 });
    expect(result.ok).toBe(false);
    if (!result.ok) expect(result.failure.missingJ).toBeCloseTo(500 * 2.09 * 20 - 4.19 * 100 * 5, 9);
  });

  test("a frozen vessel alone can freeze the brew", () => {
    expect(melt({ ...still, hotTempC: 1, vesselJPerK: 2000, vesselTempC: -30 }).ok).toBe(false);
  });
});
