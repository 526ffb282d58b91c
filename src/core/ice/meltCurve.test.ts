import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { must } from "#core/result";
import { type MeltCurveInput, melt, meltCurve, STIRRINGS } from "./index.ts";

/** The demo house's iced server: a batch that drips onto ice from the bin for four minutes. */
const SERVER: MeltCurveInput = {
  hotG: 1277,
  hotTempC: 77,
  iceG: 1100,
  iceTempC: -1,
  iceWetShare: 0.08,
  vesselJPerK: 350,
  vesselTempC: 21,
  strengthPct: 2.4,
  pieceMm: 22,
  arrivesS: 235,
  stirring: "swirled",
  iceHeapGPerMl: 0.58,
};
const curveOf = (change: Partial<MeltCurveInput> = {}) => must(meltCurve({ ...SERVER, ...change }));
const figure = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const inputs: fc.Arbitrary<MeltCurveInput> = fc.record({
  hotG: figure(100, 3000),
  hotTempC: figure(40, 95),
  iceG: figure(50, 3000),
  iceTempC: figure(-25, 0),
  iceWetShare: figure(0, 0.3),
  vesselJPerK: figure(0, 1000),
  vesselTempC: figure(5, 40),
  strengthPct: figure(0.8, 4),
  pieceMm: figure(8, 50),
  arrivesS: fc.oneof(fc.constant(0), figure(20, 300)),
  stirring: fc.constantFrom(...STIRRINGS),
  iceHeapGPerMl: figure(0.5, 0.6),
});

describe("melt over time", () => {
  test("left long enough it ends where the balance does", () => {
    fc.assert(
      fc.property(inputs, (input) => {
        const end = melt(input);
        const curve = meltCurve(input);
        expect(curve.ok).toBe(end.ok);
        if (!end.ok || !curve.ok || curve.value.doneS === undefined) return;
        const last = curve.value.points.at(-1)!;
        const near = 0.02 * (input.iceG + 1);
        expect(Math.abs(last.iceLeftG - end.value.iceLeftG)).toBeLessThan(near);
        expect(Math.abs(last.tempC - end.value.finalTempC)).toBeLessThan(1.5);
      }),
      { numRuns: 60 },
    );
  });

  test("mass, heat and solids close at every point", () => {
    fc.assert(
      fc.property(inputs, (input) => {
        const curve = meltCurve({ ...input, arrivesS: 0 });
        if (!curve.ok) return;
        const solidG = input.iceG * (1 - input.iceWetShare);
        const heat0 =
          4.19 * input.hotG * input.hotTempC +
          input.vesselJPerK * input.vesselTempC -
          solidG * (2.09 * -input.iceTempC + 333.6);
        for (const { tempC, iceLeftG, strengthPct } of curve.value.points) {
          const liquidG = input.hotG + input.iceG - iceLeftG;
          expect(Math.abs(strengthPct * liquidG - input.strengthPct * input.hotG)).toBeLessThan(
            1e-6 * liquidG,
          );
          // What of the ice is still below 0 °C lies between none and all of it.
          const heat = (4.19 * liquidG + input.vesselJPerK) * tempC - 333.6 * iceLeftG;
          const scale = Math.abs(heat0) + 333.6 * input.iceG;
          expect(heat - heat0).toBeGreaterThan(-1e-9 * scale);
          expect(heat - heat0).toBeLessThan(solidG * 2.09 * -input.iceTempC + 1e-9 * scale);
        }
      }),
      { numRuns: 60 },
    );
  });

  test("once all has arrived, ice only melts, and strength and temperature only fall", () => {
    fc.assert(
      fc.property(inputs, (input) => {
        const curve = meltCurve(input);
        if (!curve.ok) return;
        const after = curve.value.points.filter(({ atS }) => atS > input.arrivesS);
        for (const [i, point] of after.slice(1).entries()) {
          const before = after[i]!;
          expect(point.iceLeftG).toBeLessThanOrEqual(before.iceLeftG + 1e-9);
          expect(point.strengthPct).toBeLessThanOrEqual(before.strengthPct + 1e-9);
          expect(point.tempC).toBeLessThanOrEqual(before.tempC + 1e-9);
          expect(point.tempC).toBeGreaterThanOrEqual(-1e-9);
        }
      }),
      { numRuns: 60 },
    );
  });

  test("small pieces melt sooner than large ones, and moved ice sooner than ice left alone", () => {
    const doneS = (change: Partial<MeltCurveInput>) => curveOf({ arrivesS: 0, ...change }).doneS!;
    expect(doneS({ pieceMm: 12 })).toBeLessThan(doneS({ pieceMm: 40 }));
    expect(doneS({ stirring: "stirred" })).toBeLessThan(doneS({ stirring: "swirled" }));
    expect(doneS({ stirring: "swirled" })).toBeLessThan(doneS({ stirring: "still" }));
  });

  test("the house's server: the ice is gone about when the last drop falls, or soon after", () => {
    const { doneS } = curveOf();
    expect(doneS!).toBeGreaterThanOrEqual(235);
    expect(doneS!).toBeLessThan(235 + 180);
    expect(curveOf({ arrivesS: 0 }).doneS!).toBeGreaterThan(20);
  });

  test("no ice, ice that is left over, and ice that would freeze the brew", () => {
    const none = curveOf({ iceG: 0, arrivesS: 0 });
    expect(none.doneS).toBe(0);
    expect(none.points[0]!.tempC).toBeCloseTo((4.19 * 1277 * 77 + 350 * 21) / (4.19 * 1277 + 350), 9);
    const much = curveOf({ iceG: 3000, arrivesS: 0 });
    expect(much.points.at(-1)!.iceLeftG).toBeGreaterThan(1000);
    expect(
      meltCurve({ ...SERVER, hotG: 20, hotTempC: 10, vesselJPerK: 0, iceG: 2000, iceTempC: -30 }).ok,
    ).toBe(false);
  });
});
