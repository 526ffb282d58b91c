import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { firstSip } from "#core/ice";
import { must } from "#core/result";
import type { Pins } from "#core/sheet";
import { CUP, GLASS, icedBy, STEEL } from "#tests/iced.ts";
import { type IcedInput, solveIced } from "./index.ts";

const figure = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const solved = (pins: Pins, more: Partial<IcedInput> = {}) => must(solveIced(icedBy(pins, more)));
const codeOf = (input: IcedInput) => {
  const sheet = solveIced(input);
  return sheet.ok ? "ok" : sheet.failure.code;
};

describe("four schools", () => {
  test("with no ice all of them give the hot sheet", () => {
    fc.assert(
      fc.property(figure(500, 4000), figure(13, 18), (yieldG, ratio) => {
        const hot = solved({ yieldG, brewRatio: ratio, iceG: 0 }).exact;
        const bare = { ...GLASS, iceG: 0 };
        const strengthPct = (19 * hot.doseG) / hot.yieldG;
        for (const school of [
          solved({ yieldG, totalRatio: ratio, iceG: 0 }),
          solved({ yieldG, totalRatio: ratio, iceG: 0 }, { inGlass: ["totalRatio"], glass: bare }),
          solved({ yieldG, strengthPct, iceG: 0 }),
        ]) {
          expect(school.exact.doseG).toBeCloseTo(hot.doseG, 9);
          expect(school.exact.brewWaterG).toBeCloseTo(hot.brewWaterG, 8);
          expect(school.exact.iceG).toBe(0);
        }
      }),
    );
  });

  test("with one dose, one water and one ice they are one drink: strength and temperature agree", () => {
    fc.assert(
      fc.property(figure(600, 3500), figure(14, 17), figure(0.3, 0.42), (yieldG, ratio, iceShare) => {
        const inside = solved({ yieldG, totalRatio: ratio, iceShare }, { glass: GLASS });
        const { brewRatio, strengthPct } = inside.exact;
        const glassRatio = inside.inGlass!.totalRatio;
        for (const [pins, more] of [
          [{ yieldG, iceShare, brewRatio }, {}],
          [{ yieldG, iceShare, strengthPct }, {}],
          [
            { yieldG, iceShare, totalRatio: glassRatio },
            { inGlass: ["totalRatio"], glass: GLASS },
          ],
        ] satisfies [Pins, Partial<IcedInput>][]) {
          const other = solved(pins, more).exact;
          expect(other.doseG).toBeCloseTo(inside.exact.doseG, 6);
          expect(other.strengthPct!).toBeCloseTo(strengthPct!, 9);
          expect(other.finalTempC!).toBeCloseTo(inside.exact.finalTempC!, 9);
        }
      }),
    );
  });

  test("the same ratio counted in the glass makes a stronger server", () => {
    const pins = { yieldG: 2400, totalRatio: 16, finalTempC: 8 };
    const [server, glass] = [
      solved(pins, { glass: GLASS }),
      solved(pins, { glass: GLASS, inGlass: ["totalRatio"] }),
    ];
    expect(glass.exact.doseG).toBeGreaterThan(1.25 * server.exact.doseG);
    expect(glass.inGlass!.totalRatio).toBeCloseTo(16, 9);
  });
});

describe("said of the glass", () => {
  test("strength and temperature at the first sip come out as they were said", () => {
    fc.assert(
      fc.property(figure(1.0, 1.4), figure(20, 160), figure(2, 12), (strengthPct, iceG, tempC) => {
        const glass = { ...GLASS, iceG };
        const warmest = firstSip({ ...glass, coffeeTempC: 60, strengthPct: 1 }).tempC;
        const coldest = firstSip({ ...glass, coffeeTempC: 0, strengthPct: 1 }).tempC;
        fc.pre(tempC > coldest + 0.1 && tempC < warmest);
        const sheet = solveIced(
          icedBy(
            { yieldG: 2400, strengthPct, finalTempC: tempC },
            { glass, inGlass: ["strengthPct", "finalTempC"] },
          ),
        );
        fc.pre(sheet.ok);
        expect(must(sheet).inGlass!.strengthPct).toBeCloseTo(strengthPct, 8);
        expect(must(sheet).inGlass!.tempC).toBeCloseTo(tempC, 6);
      }),
    );
  });

  test("a first sip that no server gives is refused, with what it can be", () => {
    const input = icedBy(
      { yieldG: 2400, totalRatio: 15, finalTempC: 20 },
      { glass: { ...GLASS, iceG: 200 }, inGlass: ["finalTempC"] },
    );
    const sheet = solveIced({
      ...input,
      sheet: { ...input.sheet, pins: { ...input.sheet.pins, finalTempC: 70 } },
    });
    expect(sheet).toMatchObject({ failure: { code: "glassOutOfReach", finalTempC: 70 } });
    if (!sheet.ok && sheet.failure.code === "glassOutOfReach") {
      const { leastTempC, mostTempC } = sheet.failure;
      for (const finalTempC of [leastTempC + 0.01, mostTempC - 0.01]) {
        const pins = { yieldG: 2400, totalRatio: 15, finalTempC };
        expect(codeOf({ ...input, sheet: { ...input.sheet, pins } })).not.toBe("glassOutOfReach");
      }
    }
  });
});

describe("a bloom kept apart", () => {
  const bloom = (perDose: number, standsS = 180) => ({ perDose, standsS, cup: CUP });
  const pins = { doseG: 24, brewWaterG: 222, iceG: 138 };

  test("the same masses end colder, and the heat closes with it", () => {
    fc.assert(
      fc.property(figure(2.2, 3.6), figure(30, 600), figure(60, 150), (perDose, standsS, iceG) => {
        const [mixed, apart] = [
          solved({ ...pins, iceG }),
          solved({ ...pins, iceG }, { bloom: bloom(perDose, standsS) }),
        ];
        expect(apart.exact.finalTempC!).toBeLessThanOrEqual(mixed.exact.finalTempC!);
        const { massG, tempC } = apart.apart!;
        expect(massG).toBeCloseTo((perDose - 2) * 24, 9);
        fc.pre(apart.exact.finalTempC! > 0);
        // Counted apart from the solver: all heat above water at 0 °C.
        const hotG = 222 - 2.12 * 24 - massG;
        const before = 4.19 * (hotG * 77 + massG * tempC) + 350 * 21 - iceG * 0.92 * (333.6 + 2.09);
        const after = (4.19 * (hotG + massG + iceG) + 350) * apart.exact.finalTempC!;
        expect(Math.abs(after - before)).toBeLessThan(1e-9 * Math.abs(after) + 1e-9);
      }),
    );
  });

  test("a temperature that is wanted counts what has cooled by itself: the heat closes there, too", () => {
    const wanted = { doseG: 24, totalRatio: 15, finalTempC: 5 };
    const sheet = solved(wanted, { bloom: bloom(3) });
    const { massG, tempC } = sheet.apart!;
    const { brewWaterG, iceG } = sheet.exact;
    const hotG = brewWaterG - 2.12 * 24 - massG;
    const before = 4.19 * (hotG * 77 + massG * tempC) + 350 * 21 - iceG * 0.92 * (333.6 + 2.09);
    expect(before).toBeCloseTo((4.19 * (hotG + massG + iceG) + 350) * 5, 3);
    expect(iceG).toBeLessThan(solved(wanted).exact.iceG);
  });

  test("at twice the dose there is nothing to keep apart", () => {
    const sheet = solved(pins, { bloom: bloom(2) });
    expect(sheet.apart).toMatchObject({ massG: 0 });
    expect(sheet.exact.finalTempC).toBeCloseTo(solved(pins).exact.finalTempC!, 12);
  });

  test("a temperature that is pinned takes less ice", () => {
    const wanted = { yieldG: 310, totalRatio: 15, finalTempC: 6 };
    expect(solved(wanted, { bloom: bloom(3) }).exact.iceG).toBeLessThan(solved(wanted).exact.iceG);
  });
});

describe("other services", () => {
  test("over the ice in the glasses, they are the vessel: as many as are filled warm it", () => {
    const glasses = { brimMl: 350, fillG: 220, glassJPerK: 180 };
    const over = solved({ yieldG: 2200, totalRatio: 15, finalTempC: 8 }, { glasses });
    expect(over.asked.heat!.vesselJPerK).toBeCloseTo(10 * 180, 6);
    expect(over.asked.vessel).toEqual({ brimG: 3500 });
    const server = solved({ yieldG: 2200, totalRatio: 15, finalTempC: 8 });
    expect(over.exact.iceG).toBeGreaterThan(server.exact.iceG);
  });

  test("a concentrate is thinned to what is wanted; too thin a one is refused with the ratio that would do", () => {
    const { heat: _heat, ...cold } = STEEL;
    const pins = { yieldG: 3000, strengthPct: 1.3, iceG: 0 };
    const steep = (steepRatio: number) => solveIced({ sheet: { ...cold, pins }, inGlass: [], steepRatio });
    const { exact } = must(steep(7));
    expect(exact.brewWaterG / exact.doseG).toBeCloseTo(7, 9);
    expect(exact.yieldG).toBeCloseTo(3000, 8);
    expect((19 * exact.doseG) / exact.yieldG).toBeCloseTo(1.3, 9);
    const refused = steep(20);
    expect(refused).toMatchObject({ failure: { code: "concentrateTooThin", steepRatio: 20 } });
    if (!refused.ok && refused.failure.code === "concentrateTooThin") {
      expect(steep(refused.failure.mostRatio).ok).toBe(true);
    }
  });

  test("more ice is never warmer, whatever is kept apart", () => {
    fc.assert(
      fc.property(figure(50, 250), figure(1, 80), fc.boolean(), (iceG, moreG, kept) => {
        const more = kept ? { bloom: { perDose: 3, standsS: 150, cup: CUP } } : {};
        const at = (ice: number) => solveIced(icedBy({ doseG: 24, brewWaterG: 222, iceG: ice }, more));
        const [less, colder] = [at(iceG), at(iceG + moreG)];
        fc.pre(less.ok && colder.ok);
        expect(must(colder).exact.finalTempC!).toBeLessThanOrEqual(must(less).exact.finalTempC! + 1e-9);
      }),
    );
  });
});

test("what the sheet itself refuses stays refused: warmer than it drips, a bed that keeps all its water", () => {
  expect(codeOf(icedBy({ yieldG: 2400, totalRatio: 15, finalTempC: 76.9 }))).toBe("tempOutOfReach");
  expect(codeOf(icedBy({ yieldG: 2400, brewRatio: 2, finalTempC: 8 }))).toBe("bedHoldsAllWater");
});
