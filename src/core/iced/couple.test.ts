import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { outlookAt } from "#core/outlook";
import { must } from "#core/result";
import { ASKING, GLASS, icedBy } from "#tests/iced.ts";
import { planned } from "./couple.ts";
import {
  type CorrectInput,
  correctionOf,
  coupled,
  extractionFor,
  type IcedFault,
  solveIced,
} from "./index.ts";

const WANTED = { yieldG: 2400, strengthPct: 1.25, finalTempC: 8 };

describe("sheet and forecast together", () => {
  test("the extraction it counts with is what the very brew extracts, and the drink is as strong as wanted", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1.0, max: 1.5, noNaN: true }),
        fc.double({ min: 1500, max: 2600, noNaN: true }),
        fc.constantFrom("rule" as const, 7, 9.5),
        (strengthPct, yieldG, pick) => {
          const iced = icedBy({ ...WANTED, strengthPct, yieldG });
          const { extractionPct, setting } = must(coupled(iced, { ...ASKING, pick }));
          const sheet = must(solveIced({ ...iced, sheet: { ...iced.sheet, extractionPct } }));
          const outlook = must(outlookAt(planned(ASKING, sheet.exact).plan, ASKING.dial, setting));
          // What the forecast's own steps leave open; a hundredth of what a meter reads.
          expect(Math.abs(outlook.brew.extractionPct - extractionPct)).toBeLessThan(0.0051);
          expect(Math.abs(outlook.strengthPct - strengthPct)).toBeLessThan(0.0005);
          if (typeof pick === "number") expect(setting).toBe(pick);
        },
      ),
      { numRuns: 25 },
    );
  });

  test("wherever it begins it ends at one extraction", () => {
    const from = (extractionPct: number) => {
      const iced = icedBy(WANTED);
      return must(coupled({ ...iced, sheet: { ...iced.sheet, extractionPct } }, { ...ASKING, pick: 8 }))
        .extractionPct;
    };
    expect(Math.abs(from(14) - from(24))).toBeLessThan(0.02);
  });

  test("coarser takes more coffee for the same drink", () => {
    const doseAt = (pick: number) => {
      const iced = icedBy(WANTED);
      const { extractionPct } = must(coupled(iced, { ...ASKING, pick }));
      return must(solveIced({ ...iced, sheet: { ...iced.sheet, extractionPct } })).exact.doseG;
    };
    expect(doseAt(12)).toBeGreaterThan(doseAt(8) + 5);
  });

  test("a strength that this brew never reaches is refused, with one that it does", () => {
    // A small pot, so that the basket takes any dose that is tried.
    const small = { yieldG: 250, strengthPct: 28, finalTempC: 8 };
    const refused = coupled(icedBy(small), { ...ASKING, pick: 8 });
    expect(refused).toMatchObject({ failure: { code: "strengthOutOfReach", strengthPct: 28 } });
    if (refused.ok || refused.failure.code !== "strengthOutOfReach") return;
    const { mostPct } = refused.failure;
    expect(mostPct).toBeLessThan(28);
    expect(coupled(icedBy({ ...small, strengthPct: mostPct }), { ...ASKING, pick: 8 }).ok).toBe(true);
  });
});

describe("what cannot be brought together", () => {
  const iced = icedBy({ yieldG: 2400, totalRatio: 15, finalTempC: 8 });
  const codeOf = (found: ReturnType<typeof extractionFor>) => (found.ok ? undefined : found.failure.code);

  test("is said as the sheet says it", () => {
    const wet = icedBy({ yieldG: 2400, totalRatio: 1.9, finalTempC: 8 });
    expect(codeOf(extractionFor({ by: "bed", iced: wet, asking: ASKING }))).toBe("bedHoldsAllWater");
  });

  test("is said as the brew says it, of the batch and of its source", () => {
    const shallow = { ...ASKING.plan.basket, heightMm: 5 };
    const deep = { ...ASKING, plan: { ...ASKING.plan, basket: shallow } };
    for (const asking of [
      { ...deep, pick: 9 },
      { ...ASKING, source: { ...ASKING.source, doseG: 900 } },
    ])
      expect(extractionFor({ by: "bed", iced, asking })).toMatchObject({
        failure: { code: "noBrew", failure: { code: "doseOverBasket" } },
      });
  });

  test("begins with an extraction: one without it is a fault of whoever asks", () => {
    const { extractionPct: _, ...sheet } = iced.sheet;
    expect(() => coupled({ ...iced, sheet }, ASKING)).toThrow();
  });

  test("at a setting by hand is brought together at that one", () => {
    const { setting, extractionPct } = must(coupled(iced, { ...ASKING, pick: 7.5 }));
    expect(setting).toBe(7.5);
    const { exact } = must(solveIced({ ...iced, sheet: { ...iced.sheet, extractionPct } }));
    const { brew } = must(outlookAt(planned(ASKING, exact).plan, ASKING.dial, 7.5));
    expect(Math.abs(brew.extractionPct - extractionPct)).toBeLessThan(0.006);
  });
});

describe("what to change after tasting", () => {
  const corrected = (fault: IcedFault, more: Partial<CorrectInput> = {}) =>
    must(
      correctionOf({
        fault,
        iced: icedBy({ yieldG: 2400, totalRatio: 15, finalTempC: 8 }),
        asking: ASKING,
        setting: 10,
        ...more,
      }),
    );

  test("too warm: more ice and as much less water; by how much it was off, where somebody measured", () => {
    const usual = corrected("tooWarm");
    if (usual.by !== "temperature") throw new Error(usual.by);
    expect(usual.to.iceG).toBeGreaterThan(usual.from.iceG);
    expect(usual.to.brewWaterG).toBeLessThan(usual.from.brewWaterG);
    expect(usual.to.finalTempC).toBeCloseTo(5, 9);
    const measured = corrected("tooWarm", { measuredTempC: 10 });
    if (measured.by !== "temperature") throw new Error(measured.by);
    expect(measured.to.finalTempC).toBeCloseTo(6, 9);
  });

  test("too watery and too strong: the dose alone, by what a meter says", () => {
    const more = corrected("tooWatery");
    const less = corrected("tooStrong");
    if (more.by !== "dose" || less.by !== "dose") throw new Error("not by the dose");
    expect(more.to.strengthPct! - more.from.strengthPct!).toBeCloseTo(0.08, 6);
    expect(less.to.strengthPct! - less.from.strengthPct!).toBeCloseTo(-0.08, 6);
    expect(more.to.finalTempC).toBeCloseTo(8, 9);
    expect(more.to.yieldG).toBeCloseTo(2400, 8);
    const measured = corrected("tooWatery", { measuredStrengthPct: more.from.strengthPct! - 0.2 });
    if (measured.by !== "dose") throw new Error(measured.by);
    expect(measured.to.strengthPct! - measured.from.strengthPct!).toBeCloseTo(0.2, 6);
  });

  test("too sour: a few steps finer, as forecast; too thin: finer only while little is extracted", () => {
    const sour = corrected("tooSour");
    if (sour.by !== "dial") throw new Error(sour.by);
    expect(sour.setting).toBe(10 + sour.steps * 0.5);
    expect(sour.extractionPct).toBeGreaterThan(sour.fromPct + 0.5);
    expect(corrected("tooThin").by).toBe("dial");
    expect(corrected("tooThin", { setting: 5 }).by).toBe("dose");
  });

  test("too thin on a brew without a window: by the dose, as nothing says that it extracts little", () => {
    const { extractionPct: _, ...limits } = ASKING.plan.limits;
    expect(corrected("tooThin", { asking: { ...ASKING, plan: { ...ASKING.plan, limits } } }).by).toBe("dose");
  });

  test("what counts in the glass: a colder server does not keep the glass's temperature, another dose does", () => {
    const pins = { yieldG: 2400, totalRatio: 15, finalTempC: 6 };
    const iced = icedBy(pins, { inGlass: ["totalRatio", "finalTempC"], glass: { ...GLASS, iceG: 40 } });
    const server = must(solveIced(iced)).rounded;
    const colder = corrected("tooWarm", { iced });
    if (colder.by !== "temperature") throw new Error(colder.by);
    expect(colder.from.finalTempC).toBeCloseTo(server.finalTempC!, 9);
    expect(colder.to.finalTempC).toBeCloseTo(Math.max(0.5, server.finalTempC! - 3), 6);
    const weaker = corrected("tooStrong", { iced });
    if (weaker.by !== "dose") throw new Error(weaker.by);
    expect(weaker.to.doseG).toBeLessThan(weaker.from.doseG);
    const again = must(
      solveIced({ ...iced, inGlass: ["finalTempC"], sheet: { ...iced.sheet, pins: weaker.pins } }),
    );
    expect(weaker.to).toEqual(again.rounded);
  });

  test("where the brew cannot be forecast, its grind mends nothing", () => {
    const shallow = { ...ASKING.plan.basket, heightMm: 5 };
    const asking = { ...ASKING, plan: { ...ASKING.plan, basket: shallow } };
    const iced = icedBy({ yieldG: 2400, totalRatio: 15, finalTempC: 8 });
    for (const fault of ["tooSour", "tooThin"] as const)
      expect(correctionOf({ fault, iced, asking, setting: 10 })).toMatchObject({
        failure: { code: "noCorrection", fault },
      });
  });

  test("where every finer step would spoil the brew, it says so", () => {
    const iced = icedBy({ yieldG: 2400, totalRatio: 15, finalTempC: 8 });
    const { exact } = must(solveIced(iced));
    const { brewTimeS } = must(outlookAt(planned(ASKING, exact).plan, ASKING.dial, 14)).brew;
    const limits = { ...ASKING.plan.limits, timeS: [0, brewTimeS + 0.01] as const };
    const choked = { ...ASKING, plan: { ...ASKING.plan, limits } };
    expect(correctionOf({ fault: "tooSour", iced, asking: choked, setting: 14 })).toMatchObject({
      failure: { code: "noCorrection", fault: "tooSour" },
    });
  });
});
