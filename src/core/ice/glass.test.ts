import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { GLASS as SERVED } from "#tests/iced.ts";
import { type GlassInput, glassCurve } from "./index.ts";

const GLASS: GlassInput = { ...SERVED, coffeeG: 240, iceG: 60, coffeeTempC: 8, strengthPct: 1.25 };
const MOMENTS = [30, 300, 600, 900];
const at = (change: Partial<GlassInput> = {}) => glassCurve({ ...GLASS, ...change }, MOMENTS);
const figure = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const glasses: fc.Arbitrary<GlassInput> = fc.record({
  coffeeG: figure(80, 500),
  coffeeTempC: figure(1, 60),
  strengthPct: figure(0.8, 4),
  iceG: figure(0, 300),
  iceTempC: figure(-20, 0),
  iceWetShare: figure(0, 0.3),
  pieceMm: figure(10, 60),
  shakenS: fc.constantFrom(0, 8, 15),
  strained: fc.boolean(),
  topOffG: fc.constantFrom(0, 60),
  topOffTempC: figure(1, 20),
  vesselJPerK: figure(50, 400),
  vesselTempC: figure(5, 30),
  roomTempC: figure(15, 32),
  gainWPerK: figure(0.1, 0.8),
});

describe("in the glass", () => {
  test("strength never rises, ice never grows, and what melts is what is drunk", () => {
    fc.assert(
      fc.property(glasses, (glass) => {
        const points = glassCurve(glass, MOMENTS);
        expect(points.map(({ atS }) => atS)).toEqual(MOMENTS);
        expect(points[0]!.strengthPct).toBeLessThanOrEqual(glass.strengthPct + 1e-12);
        for (const [i, point] of points.slice(1).entries()) {
          const before = points[i]!;
          expect(point.strengthPct).toBeLessThanOrEqual(before.strengthPct + 1e-12);
          expect(point.iceLeftG).toBeLessThanOrEqual(before.iceLeftG + 1e-12);
          expect(point.liquidG + point.iceLeftG).toBeCloseTo(before.liquidG + before.iceLeftG, 9);
          expect(point.strengthPct * point.liquidG).toBeCloseTo(before.strengthPct * before.liquidG, 6);
        }
      }),
    );
  });

  test("with no ice it keeps its strength, and warms towards the room as Newton has it", () => {
    const points = at({ iceG: 0, vesselTempC: 8 });
    for (const { strengthPct } of points) expect(strengthPct).toBeCloseTo(1.25, 12);
    const warmed = 21 - 13 * Math.exp((-0.4 * 900) / (4.19 * 240 + 180));
    expect(points.at(-1)!.tempC).toBeCloseTo(warmed, 2);
  });

  test("ice makes it colder and weaker; one large piece later than cubes", () => {
    expect(at()[1]!.tempC).toBeLessThan(at({ iceG: 0 })[1]!.tempC);
    expect(at()[2]!.strengthPct).toBeLessThan(at({ iceG: 0 })[2]!.strengthPct);
    expect(at({ pieceMm: 45 })[1]!.strengthPct).toBeGreaterThan(at({ pieceMm: 15 })[1]!.strengthPct);
  });

  test("shaken, it is cold at the first sip, and weaker", () => {
    const [still] = at({ coffeeTempC: 40, iceG: 0 });
    const [beaten] = at({ coffeeTempC: 40, iceG: 0, shakenS: 12 });
    expect(beaten!.tempC).toBeLessThan(still!.tempC - 10);
    expect(beaten!.strengthPct).toBeLessThan(still!.strengthPct);
    expect(beaten!.liquidG).toBeGreaterThan(still!.liquidG);
  });
});
