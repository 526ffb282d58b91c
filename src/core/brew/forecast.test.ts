import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { must } from "#core/result";
import { type BrewInput, forecastBrew } from "./index.ts";

const FLAT = { shape: "flat" as const, topDiameterMm: 108, bottomDiameterMm: 108, heightMm: 80 };
const CONE = { shape: "cone" as const, topDiameterMm: 116, bottomDiameterMm: 0, heightMm: 95 };
/** 70 g and 1.2 l in about four and a half minutes. */
const ANCHOR: BrewInput = {
  doseG: 70,
  grindUm: 800,
  waterTempC: 94,
  basket: FLAT,
  pours: [{ atS: 0, waterG: 1200, rateGPerS: 1200 / 270 }],
};
const brew = (change: Partial<BrewInput> = {}) => must(forecastBrew({ ...ANCHOR, ...change }));

describe("the anchor", () => {
  test("70 g and 1.2 l at 800 µm: extraction 17.5 to 21.5 %, strength 1.15 to 1.45 %", () => {
    const { extractionPct, strengthPct, yieldG } = brew();
    expect(extractionPct).toBeGreaterThan(17.5);
    expect(extractionPct).toBeLessThan(21.5);
    expect(strengthPct).toBeGreaterThan(1.15);
    expect(strengthPct).toBeLessThan(1.45);
    expect(yieldG).toBeCloseTo(1200 - 2.1 * 70, 6);
  });

  test("0.6 to 2 points of extraction per 100 µm there", () => {
    const per100 = brew({ grindUm: 750 }).extractionPct - brew({ grindUm: 850 }).extractionPct;
    expect(per100).toBeGreaterThan(0.6);
    expect(per100).toBeLessThan(2);
  });

  test("half the step or half the layer moves extraction by less than 0.1 point and time by less than 2 s", () => {
    const one = brew();
    for (const resolution of [{ stepS: 0.25 }, { layers: 32 }]) {
      const other = brew({ resolution });
      expect(Math.abs(other.extractionPct - one.extractionPct)).toBeLessThan(0.1);
      expect(Math.abs(other.brewTimeS - one.brewTimeS)).toBeLessThan(2);
    }
  });
});

describe("trends", () => {
  const grinds = [400, 550, 700, 850, 1000, 1200];
  const rising = (values: readonly number[]) =>
    values.every((value, i) => i === 0 || value >= values[i - 1]! - 1e-9);

  test("finer: more extraction, longer, a higher mark", () => {
    const brews = grinds.toReversed().map((grindUm) => brew({ grindUm }));
    expect(rising(brews.map(({ extractionPct }) => extractionPct))).toBe(true);
    expect(rising(brews.map(({ brewTimeS }) => brewTimeS))).toBe(true);
    expect(rising(brews.map(({ highWaterMm }) => highWaterMm))).toBe(true);
  });

  test("deeper at one ratio and grind: longer, more extraction", () => {
    const brews = [50, 60, 70, 80].map((doseG) =>
      brew({ doseG, pours: [{ atS: 0, waterG: (1200 / 70) * doseG, rateGPerS: 4.4 }] }),
    );
    expect(rising(brews.map(({ brewTimeS }) => brewTimeS))).toBe(true);
    expect(rising(brews.map(({ extractionPct }) => extractionPct))).toBe(true);
  });

  test("less water at one dose: less extraction, more strength", () => {
    const brews = [1200, 1000, 800].map((waterG) => brew({ pours: [{ atS: 0, waterG, rateGPerS: 4.4 }] }));
    expect(rising(brews.map(({ extractionPct }) => -extractionPct))).toBe(true);
    expect(rising(brews.map(({ strengthPct }) => strengthPct))).toBe(true);
  });

  test("hotter: more", () => {
    const brews = [80, 86, 92, 98].map((waterTempC) => brew({ waterTempC }));
    expect(rising(brews.map(({ extractionPct }) => extractionPct))).toBe(true);
    expect(rising(brews.map(({ meanSlurryTempC }) => meanSlurryTempC))).toBe(true);
  });

  test("a coarse fast brew is thin, and a fine deep one runs over", () => {
    expect(brew({ grindUm: 1400 }).strengthPct).toBeLessThan(0.9);
    const over = brew({ grindUm: 300, doseG: 90, pours: [{ atS: 0, waterG: 1500, rateGPerS: 8 }] });
    expect(over.overflowG).toBeGreaterThan(0);
    expect(over.highWaterMm).toBeCloseTo(FLAT.heightMm, 1);
  });
});

describe("whatever is poured", () => {
  const inputs = fc
    .record({
      doseG: fc.double({ min: 15, max: 80, noNaN: true }),
      grindUm: fc.double({ min: 450, max: 1500, noNaN: true }),
      waterTempC: fc.double({ min: 60, max: 100, noNaN: true }),
      basket: fc.constantFrom(FLAT, CONE),
      ratio: fc.double({ min: 8, max: 18, noNaN: true }),
      rateGPerS: fc.double({ min: 2, max: 10, noNaN: true }),
      retentionGPerG: fc.double({ min: 1.7, max: 2.5, noNaN: true }),
    })
    .map(({ ratio, rateGPerS, ...input }): BrewInput => {
      const waterG = ratio * input.doseG;
      return {
        ...input,
        pours: [
          { atS: 0, waterG: 0.15 * waterG, rateGPerS },
          { atS: 60, waterG: 0.35 * waterG, rateGPerS },
          { afterDropMm: 8, waterG: 0.3 * waterG, rateGPerS },
          { whenDrained: true, waterG: 0.2 * waterG, rateGPerS },
        ],
      };
    });

  test("water and solids balance, nothing is negative, nothing is above the soluble ceiling", () => {
    fc.assert(
      fc.property(inputs, (input) => {
        const answer = forecastBrew(input);
        if (!answer.ok) {
          expect(["doseOverBasket", "neverDrains", "poursOverlap"]).toContain(answer.failure.code);
          return;
        }
        const it = answer.value;
        const waterG = input.pours.reduce((sum, pour) => sum + pour.waterG, 0);
        expect(Math.abs(it.waterBalanceG) / waterG).toBeLessThan(1e-9);
        expect(Math.abs(it.solidsBalanceG) / input.doseG).toBeLessThan(1e-9);
        expect(Math.min(it.yieldG, it.strengthPct, it.overflowG, it.highWaterMm)).toBeGreaterThanOrEqual(0);
        expect(it.extractionPct).toBeLessThanOrEqual(29);
        expect(it.pourStartsS).toHaveLength(input.pours.length);
        expect(it.pourStartsS.toSorted((a, b) => a - b)).toEqual(it.pourStartsS);
        expect(it.brewTimeS).toBeGreaterThanOrEqual(it.lastWaterS - 1);
      }),
      { numRuns: 60 },
    );
  });
});

test("what cannot be brewed is said: too little water, too much coffee, pours at one time, a bed that never drains", () => {
  const code = (change: Partial<BrewInput>) => {
    const answer = forecastBrew({ ...ANCHOR, ...change });
    return answer.ok ? undefined : answer.failure.code;
  };
  expect(code({ pours: [{ atS: 0, waterG: 147, rateGPerS: 4 }] })).toBe("bedHoldsAllWater");
  expect(code({ doseG: 600 })).toBe("doseOverBasket");
  const twice = [
    { atS: 0, waterG: 600, rateGPerS: 4 },
    { atS: 60, waterG: 600, rateGPerS: 4 },
  ];
  expect(code({ pours: twice })).toBe("poursOverlap");
  expect(code({ grindUm: 40 })).toBe("neverDrains");
});
