import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { must } from "#core/result";
import { forecastSteep, type SteepInput } from "./index.ts";

const PRESS: SteepInput = { doseG: 30, waterG: 480, grindUm: 800, waterTempC: 94, steepS: 240 };
const steep = (change: Partial<SteepInput> = {}) => must(forecastSteep({ ...PRESS, ...change }));

describe("a press", () => {
  test("30 g and 480 g for four minutes: a usual cup, and what the bed keeps stays there", () => {
    const { yieldG, extractionPct, strengthPct, endTempC } = steep();
    expect(yieldG).toBeCloseTo(480 - 1.9 * 30, 9);
    expect(extractionPct).toBeGreaterThan(15);
    expect(extractionPct).toBeLessThan(21);
    expect(strengthPct).toBeCloseTo((extractionPct * 30) / yieldG, 9);
    expect(endTempC).toBeLessThan(92);
    expect(endTempC).toBeGreaterThan(75);
  });

  test("its mean temperature is that of its time, between where it began and where it ends", () => {
    const { meanSlurryTempC, endTempC, curves } = steep();
    expect(meanSlurryTempC).toBeGreaterThan(endTempC);
    expect(meanSlurryTempC).toBeLessThan(PRESS.waterTempC);
    const { timeS, slurryTempC } = curves;
    const warm = timeS.reduce(
      (sum, atS, i) =>
        sum + (i === 0 ? 0 : ((slurryTempC[i]! + slurryTempC[i - 1]!) / 2) * (atS - timeS[i - 1]!)),
      slurryTempC[0]! * timeS[0]!,
    );
    expect(meanSlurryTempC).toBeCloseTo(warm / PRESS.steepS, 1);
  });

  test("left to drain it keeps more; unstirred it gives less", () => {
    expect(steep({ ending: "drained" }).yieldG).toBeLessThan(steep().yieldG);
    expect(steep({ stirred: false }).extractionPct).toBeLessThan(steep().extractionPct);
  });
});

test("a cold concentrate takes hours: less than hot water dissolves, and strong", () => {
  const cold = (hours: number) =>
    steep({ doseG: 100, waterG: 800, waterTempC: 18, steepS: 3600 * hours, ending: "drained" });
  expect(cold(16).strengthPct).toBeGreaterThan(2);
  expect(cold(16).extractionPct).toBeLessThan(0.72 * 29);
  expect(cold(1).extractionPct).toBeLessThan(cold(4).extractionPct);
});

test("too little water is all kept", () => {
  const dry = forecastSteep({ ...PRESS, waterG: 57 });
  expect(dry).toEqual({
    ok: false,
    failure: { code: "bedHoldsAllWater", ratio: 1.9, retentionGPerG: 1.9 },
  });
});

describe("whatever is steeped", () => {
  const inputs = fc.record({
    doseG: fc.double({ min: 5, max: 500, noNaN: true }),
    ratio: fc.double({ min: 4, max: 20, noNaN: true }),
    grindUm: fc.double({ min: 200, max: 1800, noNaN: true }),
    waterTempC: fc.double({ min: 2, max: 99, noNaN: true }),
    steepS: fc.double({ min: 30, max: 72_000, noNaN: true }),
    ending: fc.constantFrom("pressed" as const, "drained" as const),
  });
  const whole = ({ ratio, ...input }: { ratio: number } & Omit<SteepInput, "waterG">) =>
    must(forecastSteep({ ...input, waterG: ratio * input.doseG }));

  test("balances, and stays between nothing and the ceiling", () => {
    fc.assert(
      fc.property(inputs, (input) => {
        const it = whole(input);
        expect(Math.abs(it.solidsBalanceG) / input.doseG).toBeLessThan(1e-9);
        expect(it.strengthPct * it.yieldG).toBeCloseTo(it.extractionPct * input.doseG, 6);
        expect(it.extractionPct).toBeGreaterThanOrEqual(0);
        expect(it.extractionPct).toBeLessThanOrEqual(29);
      }),
    );
  });

  test("longer, finer and with more water it extracts more", () => {
    fc.assert(
      fc.property(inputs, (input) => {
        const { extractionPct } = whole(input);
        expect(whole({ ...input, steepS: 1.3 * input.steepS }).extractionPct).toBeGreaterThan(
          extractionPct - 1e-6,
        );
        expect(whole({ ...input, grindUm: 0.8 * input.grindUm }).extractionPct).toBeGreaterThan(
          extractionPct - 1e-6,
        );
        expect(whole({ ...input, ratio: 1.2 * input.ratio }).extractionPct).toBeGreaterThan(extractionPct);
      }),
    );
  });
});
