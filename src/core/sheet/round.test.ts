import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { must } from "#core/result";
import { type Brewable, brewableSheets, FULMAR_WATER, HEAT, roundings } from "#tests/arbitraries/sheet.ts";
import {
  type Masses,
  type PinName,
  type Range,
  type Rounding,
  type SheetInput,
  solveSheet,
} from "./index.ts";
import { latticesAround, massAt } from "./lattice.ts";
import { misfit as misfitOf, termsOf } from "./misfit.ts";
import { measure, yieldOf } from "./pins.ts";
import { WORKING_FILL_SLACK } from "./round.ts";
import { brewable, type Choice, FEW, massesAt } from "./search.ts";

const NAMES = ["doseG", "brewWaterG", "bypassG", "iceG"] as const;

const misfit = (masses: Masses, input: SheetInput) => misfitOf(masses, termsOf(input.pins, input));

/** The slow, obvious way: every candidate, looked at one by one. */
function everyCandidate(exact: Masses, input: SheetInput, rounding: Rounding): readonly Masses[] {
  const ranges = latticesAround(exact, input, rounding).map((lattice) =>
    Array.from({ length: lattice.last - lattice.first + 1 }, (_, i) => massAt(lattice, lattice.first + i)),
  );
  return ranges[0]!.flatMap((doseG) =>
    ranges[1]!.flatMap((brewWaterG) =>
      ranges[2]!.flatMap((bypassG) => ranges[3]!.map((iceG) => ({ doseG, brewWaterG, bypassG, iceG }))),
    ),
  );
}

function nearestOf(candidates: readonly Masses[], input: SheetInput, limitG: number): Masses | undefined {
  const same = (a: number, b: number) => Math.abs(a - b) < 1e-9;
  return candidates
    .filter((masses) => brewable(masses, input) && yieldOf(masses, input) <= limitG + 1e-9)
    .map((masses) => ({ masses, cost: misfit(masses, input), yieldG: yieldOf(masses, input) }))
    .reduce<{ masses: Masses; cost: number; yieldG: number } | undefined>((best, next) => {
      if (!best) return next;
      if (Math.abs(next.cost - best.cost) > 1e-12) return next.cost < best.cost ? next : best;
      if (!same(next.yieldG, best.yieldG)) return next.yieldG < best.yieldG ? next : best;
      const differs = NAMES.find((name) => !same(next.masses[name], best.masses[name]));
      return differs && next.masses[differs] < best.masses[differs] ? next : best;
    }, undefined)?.masses;
}

const tasks = fc
  .tuple(
    brewableSheets,
    roundings,
    fc.option(fc.double({ min: 0.93, max: 1.05, noNaN: true }), { nil: undefined }),
  )
  .map(([{ input, figures }, rounding, fill]: [Brewable, Rounding, number | undefined]) => ({
    ...input,
    rounding,
    ...(fill !== undefined && {
      vessel: { brimG: 1.2 * fill * figures.yieldG, workingG: fill * figures.yieldG },
    }),
  }));

test("the search finds what going through all candidates finds", () => {
  let searched = 0;
  fc.assert(
    fc.property(tasks, (input) => {
      const { exact, rounded } = must(solveSheet(input));
      const candidates = everyCandidate(exact, input, input.rounding);
      fc.pre(candidates.length < 20_000);
      const limitG = WORKING_FILL_SLACK * (input.vessel?.workingG ?? Infinity);
      const wanted = nearestOf(candidates, input, limitG) ?? nearestOf(candidates, input, Infinity) ?? exact;
      for (const name of NAMES) expect(rounded[name], name).toBeCloseTo(wanted[name], 8);
      // Small ones are gone through anyway: only the others prove the bounds.
      if (candidates.length > FEW) searched++;
    }),
    { numRuns: 400 },
  );
  expect(searched).toBeGreaterThan(40);
});

test("what is pinned as a band stays inside it wherever a candidate does, and is searched as without it where none does", () => {
  let held = 0;
  const banded = fc.tuple(tasks, fc.double({ min: 0.001, max: 0.05, noNaN: true }), fc.nat());
  fc.assert(
    fc.property(banded, ([input, half, pick]) => {
      const names = (Object.keys(input.pins) as PinName[]).filter(
        (name) => (input.pins[name] ?? 0) > 0 && name !== "finalTempC",
      );
      fc.pre(names.length > 0);
      const name = names[pick % names.length]!;
      const value = input.pins[name]!;
      const band: Range = [value * (1 - half), value * (1 + half)];
      const { exact, rounded } = must(solveSheet({ ...input, bands: { [name]: band } }));
      const isInside = (masses: Masses) => {
        const measured = measure(name, masses, input);
        return measured >= band[0] * (1 - 1e-9) && measured <= band[1] * (1 + 1e-9);
      };
      const limitG = WORKING_FILL_SLACK * (input.vessel?.workingG ?? Infinity);
      const inside = everyCandidate(exact, { ...input, bands: { [name]: band } }, input.rounding).filter(
        (masses) => brewable(masses, input) && yieldOf(masses, input) <= limitG && isInside(masses),
      );
      if (inside.length === 0) return;
      held++;
      expect(isInside(rounded)).toBe(true);
    }),
    { numRuns: 300 },
  );
  expect(held).toBeGreaterThan(60);
});

test("a dose between 42 and 45 g is what fits the ratio best with water that the brewer can be set to", () => {
  const input: SheetInput = {
    serve: "hot",
    retentionGPerG: 2.1,
    pins: { doseG: 43.5, brewRatio: 16 },
    rounding: { doseG: 0.5, brewWater: { stepG: 50 } },
  };
  // Pinned at its middle, the water that can be set is 1:16.1.
  expect(must(solveSheet(input)).rounded).toMatchObject({ doseG: 43.5, brewWaterG: 700 });
  const { rounded } = must(solveSheet({ ...input, bands: { doseG: [42, 45] } }));
  expect(rounded).toMatchObject({ doseG: 44, brewWaterG: 700 });
});

test("a cup's dose is weighed to the tenth, a pot's to the house's step", () => {
  const dose = (yieldG: number) =>
    must(
      solveSheet({
        serve: "hot",
        retentionGPerG: 2.1,
        pins: { yieldG, brewRatio: 16 },
        rounding: { doseG: 1, smallDoseG: 0.1 },
      }),
    ).rounded.doseG;
  // 303 / 13.9 = 21.8, 830 / 13.9 = 59.7, 840 / 13.9 = 60.4.
  expect([303, 830].map(dose)).toEqual([expect.closeTo(21.8, 9), expect.closeTo(59.7, 9)]);
  expect(dose(840)).toBe(60);
});

test("never worse, by its own measure, than each mass rounded by itself", () => {
  fc.assert(
    fc.property(tasks, (input) => {
      const { exact, rounded } = must(solveSheet(input));
      const lattices = latticesAround(exact, input, input.rounding);
      const alone = massesAt(
        lattices,
        lattices.map((lattice, i) => {
          const steps =
            lattice.stepG === 0
              ? 0
              : (exact[NAMES[i]!] - massAt(lattice, 0)) / (massAt(lattice, 1) - massAt(lattice, 0));
          return Math.min(lattice.last, Math.max(lattice.first, Math.round(steps)));
        }) as unknown as Choice,
      );
      fc.pre(brewable(alone, input));
      if (yieldOf(alone, input) > WORKING_FILL_SLACK * (input.vessel?.workingG ?? Infinity)) return;
      expect(misfit(rounded, input)).toBeLessThanOrEqual(misfit(alone, input) + 1e-12);
    }),
  );
});

test("the yield keeps to a working fill wherever the pinned masses leave room, and says so where they do not", () => {
  fc.assert(
    fc.property(tasks, (input) => {
      if (!input.vessel) return;
      const { exact, rounded, checks } = must(solveSheet(input));
      const limitG = WORKING_FILL_SLACK * (input.vessel.workingG ?? Infinity);
      const room = everyCandidate(exact, input, input.rounding).some(
        (masses) => brewable(masses, input) && yieldOf(masses, input) <= limitG,
      );
      if (room) expect(rounded.yieldG).toBeLessThanOrEqual(limitG + 1e-9);
      else
        expect(
          checks.map(({ code }) => code).some((code) => code === "overWorkingFill" || code === "overBrim"),
        ).toBe(true);
    }),
    { numRuns: 200 },
  );
});

describe("steps and settings", () => {
  const base: SheetInput = { serve: "hot", retentionGPerG: 2.12, pins: { yieldG: 2850, brewRatio: 16 } };
  const rounded = (more: Partial<SheetInput>) => must(solveSheet({ ...base, ...more })).rounded;

  test("a pinned mass stays as typed, and its setting is the one that would deliver it", () => {
    const sheet = rounded({
      pins: { brewWaterG: 2411.5, brewRatio: 16 },
      rounding: { doseG: 1, brewWater: FULMAR_WATER },
    });
    expect(sheet.brewWaterG).toBe(2411.5);
    expect(sheet.settingG).toBeCloseTo((2411.5 - 8) / 0.976, 9);
    expect(sheet.doseG).toBe(151);
  });

  test("a missing step leaves a mass exact", () => {
    const sheet = rounded({ rounding: { brewWater: FULMAR_WATER } });
    expect(sheet.doseG).toBeCloseTo(2850 / 13.88, 9);
    expect(sheet.settingG).toBe(3400);
  });

  test("a brewer too small keeps the pins, and is told", () => {
    const { rounded: sheet, checks } = must(
      solveSheet({
        ...base,
        pins: { yieldG: 5000, brewRatio: 16 },
        rounding: { doseG: 1, brewWater: FULMAR_WATER },
      }),
    );
    expect(sheet.yieldG).toBeGreaterThan(4900);
    expect(checks).toMatchObject([
      { code: "waterOutsideBrewer", severity: "stop", figures: { mostSettingG: 3600 } },
    ]);
  });

  test("ice may round to none, a dose never", () => {
    const sheet = rounded({
      serve: "iced",
      heat: HEAT,
      pins: { doseG: 20, totalRatio: 15, iceG: undefined, iceShare: 0.02 },
      rounding: { iceG: 100, doseG: 50 },
    });
    expect(sheet.iceG).toBe(0);
    expect(rounded({ pins: { yieldG: 100, brewRatio: 16 }, rounding: { doseG: 50 } }).doseG).toBe(50);
  });

  test("without rounding the rounded sheet is the exact one", () => {
    const sheet = must(solveSheet(base));
    expect(sheet.rounded).toEqual(sheet.exact);
  });
});
