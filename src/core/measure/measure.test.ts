import fc from "fast-check";
import { describe, expect, test } from "vitest";
import {
  boilingC,
  careDue,
  coolingTempC,
  deliveryDoubts,
  dripDrop,
  fitCooling,
  fitDelivery,
  heatCapacityJPerK,
  learnRetention,
  usualWorkingG,
  vesselFrom,
  wetShareFrom,
} from "#core/measure";
import { seeded } from "#core/random";
import { must } from "#core/result";

describe("blank runs", () => {
  const run = (setG: number, weighedG: number) => ({ setG, weighedG });

  test("one run, or several at one setting: through the origin", () => {
    expect(must(fitDelivery([run(2000, 1960)]))).toEqual({
      slope: 0.98,
      interceptG: 0,
      scatterG: undefined,
      outliers: [],
    });
    expect(must(fitDelivery([run(2000, 1950), run(2000, 1970)])).slope).toBeCloseTo(0.98, 12);
  });

  test("a line worked by hand: 1 to 3 l, off by 10, −20 and 10 g", () => {
    // Means 2000 and 1960; Σ(x−x̄)(y−ȳ) = 1 960 000; Σ(x−x̄)² = 2 000 000.
    const fit = must(fitDelivery([run(1000, 990), run(2000, 1940), run(3000, 2950)]));
    expect(fit.slope).toBeCloseTo(0.98, 12);
    expect(fit.interceptG).toBeCloseTo(0, 9);
    // Residuals 10, −20, 10: √(600 / 1).
    expect(fit.scatterG).toBeCloseTo(Math.sqrt(600), 9);
  });

  test("are asked about where they lie closer than a third of what can be set, or few brewers deliver so", () => {
    const doubts = (...runs: ReturnType<typeof run>[]) =>
      deliveryDoubts(runs, must(fitDelivery(runs)), [1200, 3600]);
    expect(doubts(run(1200, 1180), run(3400, 3330))).toEqual([]);
    // A third of 2 400 g is 800.
    expect(doubts(run(2000, 1960), run(2800, 2744))).toEqual([]);
    expect(doubts(run(2000, 1960), run(2790, 2734))).toEqual(["runsClose"]);
    expect(doubts(run(1200, 1180), run(3400, 2800))).toEqual(["slopeOdd"]);
    expect(doubts(run(1200, 1180), run(3400, 3900))).toEqual(["slopeOdd"]);
    expect(doubts(run(2000, 1600))).toEqual(["slopeOdd"]);
    expect(doubts(run(2000, 1960))).toEqual([]);
  });

  test("one wild run among five is marked, and does not move the line", () => {
    const good = [1200, 1800, 2400, 3600].map((setG) => run(setG, 8 + 0.976 * setG));
    const fit = must(fitDelivery([...good.slice(0, 2), run(3000, 300), ...good.slice(2)]));
    expect(fit.outliers).toEqual([2]);
    expect(fit.slope).toBeCloseTo(0.976, 9);
    expect(fit.interceptG).toBeCloseTo(8, 6);
  });

  test("runs at one setting beside others make no line by themselves", () => {
    const doubled = [1200, 1200, 1800, 2400, 2400, 3600].map((setG) => run(setG, 8 + 0.976 * setG));
    const fit = must(fitDelivery([...doubled, run(3600, 2000)]));
    expect(fit.outliers).toEqual([6]);
    expect(fit.slope).toBeCloseTo(0.976, 9);
  });

  test("many runs at few settings are judged by those that were set apart", () => {
    const good = [3600, 1200, 1200, 1200, 1200].map((setG) => run(setG, 8 + 0.976 * setG));
    const fit = must(fitDelivery([...good, run(1200, 700)]));
    expect(fit.outliers).toEqual([5]);
    expect(fit.slope).toBeCloseTo(0.976, 9);
  });

  test("ten times off, and none at all, are refused", () => {
    expect(fitDelivery([run(2000, 196)])).toMatchObject({ failure: { code: "implausibleRuns" } });
    expect(fitDelivery([run(2000, 19_600)])).toMatchObject({ failure: { code: "implausibleRuns" } });
    expect(fitDelivery([])).toEqual({ ok: false, failure: { code: "noRuns" } });
  });

  test("any true line is found again, in any order, with a fifth of the runs wild", () => {
    const setting = fc.integer({ min: 10, max: 40 }).map((dl) => dl * 100);
    fc.assert(
      fc.property(
        fc.double({ min: 0.9, max: 1.1, noNaN: true }),
        fc.double({ min: -20, max: 20, noNaN: true }),
        fc.uniqueArray(setting, { minLength: 6, maxLength: 12 }),
        fc.double({ min: 0.1, max: 0.6, noNaN: true }),
        (slope, interceptG, settings, spilt) => {
          const runs = settings.map((setG) => run(setG, interceptG + slope * setG));
          const wild = runs[1]!;
          runs[1] = run(wild.setG, wild.weighedG * spilt);
          const fit = must(fitDelivery(runs));
          expect(fit.outliers).toEqual([1]);
          expect(fit.slope).toBeCloseTo(slope, 9);
          expect(fit.interceptG).toBeCloseTo(interceptG, 5);
        },
      ),
    );
  });
});

describe("liquid retained", () => {
  const batch = (retained: number) => ({ doseG: 200, waterG: 3200, yieldG: 3200 - retained * 200 });
  const kept = Array.from({ length: 29 }, (_, i) => 2.12 + 0.02 * Math.sin(i * 2.4));

  test("the mean of what is near, and a spilt pot among thirty moves it by under 1 %", () => {
    const clean = must(learnRetention(kept.map(batch)));
    const spilt = must(learnRetention([...kept, 7.5].map(batch)));
    expect(clean.retentionGPerG).toBeCloseTo(2.12, 2);
    expect(Math.abs(spilt.retentionGPerG / clean.retentionGPerG - 1)).toBeLessThan(0.01);
    expect(spilt).toMatchObject({ outliers: [29], batches: 29, unusual: false });
  });

  test("one batch is taken as it is, without a scatter; none is none", () => {
    expect(must(learnRetention([batch(2.2)]))).toEqual({
      retentionGPerG: expect.closeTo(2.2, 12),
      scatterGPerG: undefined,
      batches: 1,
      outliers: [],
      unusual: false,
    });
    expect(learnRetention([])).toMatchObject({ failure: { code: "noBatches" } });
  });

  test("what no filter keeps is unusual", () => {
    expect(must(learnRetention([batch(1.2)])).unusual).toBe(true);
    expect(must(learnRetention([batch(3.4)])).unusual).toBe(true);
  });

  test("the order says nothing, and the answer lies among the batches", () => {
    const value = fc.double({ min: 1.6, max: 2.9, noNaN: true });
    fc.assert(
      fc.property(fc.array(value, { minLength: 1, maxLength: 40 }), (values) => {
        const there = must(learnRetention(values.map(batch))).retentionGPerG;
        const back = must(learnRetention(values.toReversed().map(batch))).retentionGPerG;
        expect(back).toBeCloseTo(there, 9);
        expect(there).toBeGreaterThanOrEqual(Math.min(...values) - 1e-9);
        expect(there).toBeLessThanOrEqual(Math.max(...values) + 1e-9);
      }),
    );
  });
});

describe("cooling", () => {
  test("a true curve is found again", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1e-6, max: 1e-3, noNaN: true }),
        fc.double({ min: 60, max: 95, noNaN: true }),
        (ratePerS, startC) => {
          const readings = [0, 600, 1800, 3600].map((atS) => ({
            atS,
            tempC: coolingTempC({ ratePerS, startC }, 21, atS),
          }));
          const fit = must(fitCooling(readings, 21));
          expect(fit.ratePerS).toBeCloseTo(ratePerS, 9);
          expect(fit.startC).toBeCloseTo(startC, 6);
        },
      ),
    );
  });

  test("three readings say how far one lies about the curve, two nothing of it", () => {
    const read = (off: number) =>
      [0, 1200, 2400].map((atS, i) => ({
        atS,
        tempC: coolingTempC({ ratePerS: 1e-4, startC: 85 }, 21, atS) + (i === 1 ? off : 0),
      }));
    expect(must(fitCooling(read(0), 21)).scatterC).toBeCloseTo(0, 6);
    // A middle reading that is off by 0.6 leaves two thirds of its square: √(0.36 · ⅔).
    expect(must(fitCooling(read(0.6), 21)).scatterC).toBeCloseTo(Math.sqrt(0.24), 2);
    expect(must(fitCooling(read(0.6).slice(0, 2), 21)).scatterC).toBeUndefined();
  });

  test("what cannot be a cooling pot is said", () => {
    const at = (atS: number, tempC: number) => ({ atS, tempC });
    expect(fitCooling([at(0, 80)], 21)).toMatchObject({ failure: { code: "tooFewReadings", least: 2 } });
    expect(fitCooling([at(60, 80), at(60, 79)], 21)).toMatchObject({ failure: { code: "readingsAtOnce" } });
    expect(fitCooling([at(0, 80), at(60, 20)], 21)).toMatchObject({ failure: { code: "belowRoom" } });
    expect(fitCooling([at(0, 70), at(60, 80)], 21)).toMatchObject({ failure: { code: "notCooling" } });
  });
});

test("water boils at 100 °C at the sea, near 98 at 614 m, near 95 at 1500 m", () => {
  expect(boilingC(0)).toBeCloseTo(100, 1);
  expect(boilingC(614)).toBeCloseTo(97.97, 1);
  expect(boilingC(1500)).toBeCloseTo(95, 0);
});

describe("other measures", () => {
  test("a drained scoop: 500 g that drains to 460 is 8 % water; more after than before is refused", () => {
    expect(must(wetShareFrom({ wholeG: 500, drainedG: 460 }))).toBeCloseTo(0.08, 12);
    expect(must(wetShareFrom({ wholeG: 500, drainedG: 500 }))).toBe(0);
    expect(wetShareFrom({ wholeG: 460, drainedG: 500 })).toMatchObject({ ok: false });
  });

  test("a 700 g steel server takes 350 J/K, an insulated one of twice the mass as much", () => {
    expect(heatCapacityJPerK({ material: "steel", massG: 700, insulated: false })).toBe(350);
    expect(heatCapacityJPerK({ material: "steel", massG: 1400, insulated: true })).toBe(350);
  });

  test("care is due by whatever is fullest, and exactly at its measure", () => {
    const since = { days: 3, litres: 1500, kg: 10 };
    expect(careDue({ days: 7, litres: 1500 }, since)).toEqual({ share: 1, by: "litres" });
    expect(careDue({ days: 4, kg: 60 }, since)).toEqual({ share: 0.75, by: "days" });
    expect(careDue({}, since).share).toBe(0);
  });

  test("one spilt pot among thirty moves what is retained by under 1 %, wherever it stands", () => {
    const random = seeded(7);
    const good = Array.from({ length: 29 }, () => ({
      doseG: 205,
      waterG: 3280,
      yieldG: 3280 - (2.12 + 0.04 * random.normal()) * 205,
    }));
    const alone = must(learnRetention(good)).retentionGPerG;
    for (const place of [0, 14, 29]) {
      const spilt = good.toSpliced(place, 0, { doseG: 205, waterG: 3280, yieldG: 2300 });
      const learned = must(learnRetention(spilt));
      expect(Math.abs(learned.retentionGPerG / alone - 1)).toBeLessThan(0.01);
      expect(learned.outliers).toEqual([place]);
      expect(learned.batches).toBe(29);
    }
  });
});

describe("the drop from brew water to drip", () => {
  const read = (waterTempC: number, dripTempC: number, beside = 0) => ({ waterTempC, dripTempC, beside });

  test("is the middle of the readings, each way by itself", () => {
    expect(must(dripDrop([read(92, 77), read(93, 78.5), read(92, 60), read(92, 71, 1)]))).toEqual({
      dripDropC: 15,
      besideDropC: 21,
    });
    expect(must(dripDrop([read(92, 72, 1)]))).toEqual({ dripDropC: undefined, besideDropC: 20 });
  });

  test("of nothing, or warmer than its water, there is none", () => {
    expect(dripDrop([])).toMatchObject({ failure: { code: "noReadings" } });
    expect(dripDrop([read(92, 80), read(80, 92)])).toMatchObject({
      failure: { code: "warmerThanWater", place: 1 },
    });
  });
});

test("a vessel's water that was poured into a jug needs no empty weight; its usual fill is a little under the brim", () => {
  const poured = { emptyG: null, brimfulG: 3100, workingG: 2850 };
  expect(must(vesselFrom(poured))).toEqual({ brimG: 3100, workingG: 2850 });
  expect(vesselFrom({ ...poured, workingG: 3200 })).toMatchObject({ failure: { code: "workingAboveBrim" } });
  expect([3100, 2050, 750].map(usualWorkingG)).toEqual([2850, 1890, 690]);
});
