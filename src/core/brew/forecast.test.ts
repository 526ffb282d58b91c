import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { must } from "#core/result";
import { ANCHOR } from "#tests/brews.ts";
import { SATURATED_G_PER_G } from "./constants.ts";
import { type Brew, type BrewInput, forecastBrew, forecastCurves } from "./index.ts";
import { plainSolids } from "./plain.ts";
import { fastSolids } from "./solids.ts";
import { runWater } from "./water.ts";

const FLAT = ANCHOR.basket;
const CONE = { shape: "cone" as const, topDiameterMm: 116, bottomDiameterMm: 0, heightMm: 95 };
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
});

const rising = (values: readonly number[]) =>
  values.every((value, i) => i === 0 || value >= values[i - 1]! - 1e-9);

describe("trends", () => {
  const grinds = [400, 550, 700, 850, 1000, 1200];

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

const BIG = { shape: "flat" as const, topDiameterMm: 160, bottomDiameterMm: 134, heightMm: 96 };

describe("what a brew keeps", () => {
  const big = (retentionGPerG: number) =>
    brew({
      basket: BIG,
      doseG: 202,
      grindUm: 850,
      waterTempC: 93,
      retentionGPerG,
      pours: [{ atS: 0, waterG: 3229, rateGPerS: 12 }],
    });

  test("is a matter of its end: it does not raise the slurry in the middle", () => {
    const [drained, lifted] = [big(2.12), big(3.5)];
    expect(Math.abs(lifted.highWaterMm - drained.highWaterMm)).toBeLessThan(1);
    expect(lifted.yieldG).toBeCloseTo(3229 - 3.5 * 202, 6);
    expect(lifted.brewTimeS).toBeLessThan(drained.brewTimeS - 30);
    expect(lifted.strengthPct).toBeGreaterThan(drained.strengthPct);
  });

  test("pressed out, the last of it is weak and comes on top", () => {
    const [drained, pressed] = [big(2.1), big(1.2)];
    expect(pressed.yieldG - drained.yieldG).toBeCloseTo(0.9 * 202, 6);
    expect(pressed.strengthPct).toBeLessThan(drained.strengthPct);
    expect(pressed.extractionPct).toBeGreaterThan(drained.extractionPct);
  });
});

test("colder water costs: 80 instead of 93 °C about a point", () => {
  const [hot, cold] = [93, 80].map((waterTempC) =>
    brew({
      doseG: 31.5,
      grindUm: 700,
      waterTempC,
      basket: CONE,
      pours: [
        { atS: 0, waterG: 80, rateGPerS: 6 },
        { atS: 45, waterG: 212, rateGPerS: 6 },
        { atS: 95, waterG: 212, rateGPerS: 6 },
      ],
    }),
  );
  expect(hot!.extractionPct - cold!.extractionPct).toBeGreaterThan(0.8);
  expect(hot!.extractionPct - cold!.extractionPct).toBeLessThan(1.4);
});

describe("whatever is poured", () => {
  const inputs = fc
    .record({
      share: fc.double({ min: 0.1, max: 1, noNaN: true }),
      grindUm: fc.double({ min: 500, max: 1500, noNaN: true }),
      waterTempC: fc.double({ min: 60, max: 99, noNaN: true }),
      basket: fc.constantFrom(FLAT, CONE, BIG),
      ratio: fc.double({ min: 8, max: 18, noNaN: true }),
      pourS: fc.double({ min: 90, max: 300, noNaN: true }),
      retentionGPerG: fc.double({ min: 1.7, max: 2.5, noNaN: true }),
      byHand: fc.boolean(),
    })
    .map(({ share, ratio, pourS, byHand, ...input }): BrewInput => {
      const doseG = (input.basket === BIG ? 210 : input.basket === FLAT ? 80 : 34) * (0.2 + 0.8 * share);
      const waterG = ratio * doseG;
      const rateGPerS = waterG / pourS;
      const pours = byHand
        ? [
            { atS: 0, waterG: 0.15 * waterG, rateGPerS },
            { atS: 60, waterG: 0.35 * waterG, rateGPerS },
            { afterDropMm: 8, waterG: 0.3 * waterG, rateGPerS },
            { whenDrained: true as const, waterG: 0.2 * waterG, rateGPerS },
          ]
        : [{ atS: 0, waterG, rateGPerS }];
      return { ...input, doseG, pours };
    });
  const whole = (input: BrewInput) => {
    const answer = forecastBrew(input);
    return answer.ok ? answer.value : undefined;
  };

  test("water and solids balance, nothing is negative, nothing is above the soluble ceiling", () => {
    fc.assert(
      fc.property(inputs, (input) => {
        const answer = forecastBrew(input);
        if (!answer.ok) {
          expect(["neverDrains", "poursOverlap"]).toContain(answer.failure.code);
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
    );
  });

  test("no liquid is stronger than a saturated one, and no slurry hotter than its water", () => {
    fc.assert(
      fc.property(inputs, fc.double({ min: 150, max: 1500, noNaN: true }), (input, grindUm) => {
        const answer = forecastCurves({ ...input, grindUm });
        if (!answer.ok) return;
        const { strengthPct, slurryTempC } = answer.value.curves;
        expect(Math.max(...strengthPct)).toBeLessThanOrEqual(100 * SATURATED_G_PER_G);
        expect(Math.max(...slurryTempC)).toBeLessThanOrEqual(input.waterTempC + 1e-9);
      }),
    );
  });

  test("times run from the first water, whenever the first pour is written down", () => {
    fc.assert(
      fc.property(inputs, fc.double({ min: 1, max: 60, noNaN: true }), (input, lateS) => {
        const later = input.pours.map((pour) => ("atS" in pour ? { ...pour, atS: pour.atS + lateS } : pour));
        const [now, then] = [whole(input), whole({ ...input, pours: later })];
        if (!now || !then) return;
        expect(Math.abs(then.brewTimeS - now.brewTimeS)).toBeLessThan(1.1);
        expect(then.pourStartsS[0]).toBe(0);
      }),
    );
  });

  test("fast is plain", () => {
    fc.assert(
      fc.property(inputs, (input) => {
        const [fast, plain] = [forecastBrew(input), forecastBrew(input, plainSolids)];
        if (!fast.ok || !plain.ok) {
          expect(fast).toEqual(plain);
          return;
        }
        for (const name of Object.keys(plain.value) as (keyof Brew)[]) {
          if (name === "pourStartsS" || name === "solidsBalanceG") continue;
          const [one, other] = [fast.value[name], plain.value[name]];
          expect(Math.abs(one - other), name).toBeLessThanOrEqual(1e-9 * Math.abs(other));
        }
      }),
      { numRuns: 40 },
    );
  });

  test("fast is plain at every step, too", () => {
    const [fast, plain] = [fastSolids(ANCHOR), plainSolids(ANCHOR)];
    let most = 0;
    runWater(ANCHOR, (step) => {
      fast.onStep(step);
      plain.onStep(step);
      expect(Math.abs(fast.outG() - plain.outG())).toBeLessThanOrEqual(1e-9 * plain.outG());
      most = plain.outG();
    });
    expect(most).toBeGreaterThan(10);
  });

  test("what the plain way gives is what it took: nothing of the dose's solids is lost or made", () => {
    fc.assert(
      fc.property(inputs, (input) => {
        const plain = forecastBrew(input, plainSolids);
        if (plain.ok) expect(Math.abs(plain.value.solidsBalanceG) / input.doseG).toBeLessThan(1e-9);
      }),
      { numRuns: 15 },
    );
  });

  test("half the step, or half the layer, moves extraction by less than 0.1 point and time by less than 2 s", () => {
    fc.assert(
      fc.property(inputs, (input) => {
        const one = whole(input);
        if (!one) return;
        for (const resolution of [{ stepS: 0.25 }, { layers: 32 }]) {
          const other = whole({ ...input, resolution })!;
          expect(Math.abs(other.extractionPct - one.extractionPct)).toBeLessThan(0.1);
          expect(Math.abs(other.brewTimeS - one.brewTimeS)).toBeLessThan(2);
        }
      }),
    );
  });

  // Pours that wait for the bed begin on a step, which moves a figure by so little.
  const SLACK_PCT = 0.03;
  // A brew ends with a step: of two that end at nearly the same moment either may be the one that ends a step later.
  const STEP_S = 0.5;
  const pourEvenly = (input: BrewInput): BrewInput => ({
    ...input,
    pours: [{ atS: 0, waterG: input.pours.reduce((sum, { waterG }) => sum + waterG, 0), rateGPerS: 5 }],
  });
  const trend = (change: (input: BrewInput) => BrewInput, holds: (less: Brew, more: Brew) => void) =>
    fc.assert(
      fc.property(inputs.map(pourEvenly), (input) => {
        const [less, more] = [whole(input), whole(change(input))];
        // What runs over the rim is lost to the cup: then finer need not be more.
        if (less && more && less.overflowG === 0 && more.overflowG === 0) holds(less, more);
      }),
    );

  test("a finer grind extracts more, takes longer and stands higher", () => {
    trend(
      (input) => ({ ...input, grindUm: 0.9 * input.grindUm }),
      (coarse, fine) => {
        expect(fine.extractionPct).toBeGreaterThan(coarse.extractionPct);
        expect(fine.brewTimeS).toBeGreaterThanOrEqual(coarse.brewTimeS - STEP_S);
        expect(fine.highWaterMm).toBeGreaterThanOrEqual(coarse.highWaterMm - 1e-9);
      },
    );
  });

  test("a deeper bed at one ratio and grind takes longer and extracts more", () => {
    trend(
      (input) => ({
        ...input,
        doseG: 1.15 * input.doseG,
        pours: input.pours.map((pour) => ({ ...pour, waterG: 1.15 * pour.waterG })),
      }),
      (shallow, deep) => {
        expect(deep.brewTimeS).toBeGreaterThan(shallow.brewTimeS);
        expect(deep.extractionPct).toBeGreaterThan(shallow.extractionPct - SLACK_PCT);
      },
    );
  });

  test("less water extracts less and is stronger; hotter water extracts more", () => {
    trend(
      (input) => ({ ...input, pours: input.pours.map((pour) => ({ ...pour, waterG: 0.85 * pour.waterG })) }),
      (much, little) => {
        expect(little.extractionPct).toBeLessThan(much.extractionPct);
        expect(little.strengthPct).toBeGreaterThan(much.strengthPct);
      },
    );
    trend(
      (input) => ({ ...input, waterTempC: Math.max(50, input.waterTempC - 8) }),
      (hot, cool) => expect(cool.extractionPct).toBeLessThan(hot.extractionPct),
    );
  });

  test("the curves end where the figures do, and never turn back", () => {
    const { curves, ...figures } = must(forecastCurves(ANCHOR));
    expect(figures).toEqual(brew());
    expect(curves.timeS.length).toBeLessThanOrEqual(240);
    expect(curves.timeS.at(-1)).toBe(figures.brewTimeS);
    expect(curves.extractionPct.at(-1)).toBeCloseTo(figures.extractionPct, 1);
    expect(Math.max(...curves.levelMm)).toBeLessThanOrEqual(figures.highWaterMm + 1e-9);
    for (const list of [curves.timeS, curves.yieldG, curves.extractionPct]) expect(rising(list)).toBe(true);
    // What drips first is strong: from a minute on it only thins.
    const warm = curves.timeS.findIndex((timeS) => timeS > 60);
    expect(rising(curves.strengthPct.slice(warm).map((pct) => -pct))).toBe(true);
  });
});

describe("the house's own factors", () => {
  test("a freer bed runs faster, and readier coffee extracts more in the same time", () => {
    expect(brew({ factors: { permeability: 2 } }).brewTimeS).toBeLessThan(brew().brewTimeS);
    const ready = brew({ factors: { extraction: 1.2 } });
    expect(ready.extractionPct).toBeGreaterThan(brew().extractionPct);
    expect(ready.brewTimeS).toBe(brew().brewTimeS);
  });
});

test("what cannot be brewed is said", () => {
  const code = (change: Partial<BrewInput>) => {
    const answer = forecastBrew({ ...ANCHOR, ...change });
    return answer.ok ? undefined : answer.failure.code;
  };
  expect(code({ pours: [{ atS: 0, waterG: 147, rateGPerS: 4 }] })).toBe("bedHoldsAllWater");
  expect(code({ doseG: 600 })).toBe("doseOverBasket");
  expect(code({ doseG: 2, grindUm: 900 })).toBe("bedTooThin");
  const twice = [
    { atS: 0, waterG: 600, rateGPerS: 4 },
    { atS: 60, waterG: 600, rateGPerS: 4 },
  ];
  expect(code({ pours: twice })).toBe("poursOverlap");
  expect(code({ grindUm: 50, factors: { permeability: 0.05 } })).toBe("neverDrains");
  expect(code({ pours: [{ atS: 0, waterG: 1200, rateGPerS: 0.1 }] })).toBe("neverDrains");
});
