import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { forecastCurves } from "#core/brew";
import { must } from "#core/result";
import { onFulmar } from "#tests/brews.ts";
import {
  type Arrival,
  arrivalsOf,
  atOnce,
  type MeltCurveInput,
  type MeltInput,
  melt,
  meltCurve,
  STIRRINGS,
} from "./index.ts";
import { strengthOf } from "./slush.ts";

test("a server in which nothing has melted yet has no strength", () => {
  const dry = { liquidG: 0, iceG: 500, solidsG: 0, heatJ: 0, coldJ: 1000 };
  expect(strengthOf(dry)).toBe(0);
  expect(strengthOf({ ...dry, liquidG: 200, solidsG: 4 })).toBe(2);
});

/** Hot beverage that comes evenly until a time, or at once. */
const evenly = (massG: number, tempC: number, strengthPct: number, untilS: number): readonly Arrival[] => [
  { fromS: 0, untilS, massG, tempC, strengthPct },
];

/** The demo house's iced server: a batch that drips onto ice from the bin for four minutes. */
const SERVER: MeltCurveInput = {
  arrives: evenly(1277, 77, 2.4, 235),
  iceG: 1100,
  iceTempC: -1,
  iceWetShare: 0.08,
  vesselJPerK: 350,
  vesselTempC: 21,
  pieceMm: 22,
  stirring: "swirled",
  iceHeapGPerMl: 0.58,
};
const curveOf = (change: Partial<MeltCurveInput> = {}) => must(meltCurve({ ...SERVER, ...change }));
const figure = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const drips = fc
  .tuple(
    figure(100, 3000),
    fc.oneof(fc.constant(0), figure(20, 300)),
    fc.array(fc.tuple(figure(0.1, 1), figure(40, 95), figure(0.2, 20)), { minLength: 1, maxLength: 8 }),
  )
  .map(([massG, lastS, parts]): readonly Arrival[] => {
    const all = parts.reduce((sum, [part]) => sum + part, 0);
    return parts.map(([part, tempC, strengthPct], i) => ({
      fromS: (lastS * i) / parts.length,
      untilS: (lastS * (i + 1)) / parts.length,
      massG: (massG * part) / all,
      tempC,
      strengthPct,
    }));
  });
const inputs: fc.Arbitrary<MeltCurveInput> = fc.record({
  arrives: drips,
  iceG: figure(50, 3000),
  iceTempC: figure(-25, 0),
  iceWetShare: figure(0, 0.3),
  vesselJPerK: figure(0, 1000),
  vesselTempC: figure(5, 40),
  pieceMm: figure(8, 50),
  stirring: fc.constantFrom(...STIRRINGS),
  iceHeapGPerMl: figure(0.5, 0.6),
});
/** The same beverage poured over at once. */
const together = ({ arrives, ...input }: MeltCurveInput): MeltInput => {
  const { massG: hotG, tempC: hotTempC } = atOnce(arrives);
  const solids = arrives.reduce((sum, each) => sum + each.massG * each.strengthPct, 0);
  return { ...input, hotG, hotTempC, strengthPct: solids / hotG };
};

describe("melt over time", () => {
  test("left long enough it ends where the balance does", () => {
    fc.assert(
      fc.property(inputs, (input) => {
        const end = melt(together(input));
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
        const { hotG, hotTempC, strengthPct: poured } = together(input);
        const curve = meltCurve({ ...input, arrives: evenly(hotG, hotTempC, poured, 0) });
        if (!curve.ok) return;
        const solidG = input.iceG * (1 - input.iceWetShare);
        const heat0 =
          4.19 * hotG * hotTempC +
          input.vesselJPerK * input.vesselTempC -
          solidG * (2.09 * -input.iceTempC + 333.6);
        for (const { tempC, iceLeftG, strengthPct } of curve.value.points) {
          const liquidG = hotG + input.iceG - iceLeftG;
          expect(Math.abs(strengthPct * liquidG - poured * hotG)).toBeLessThan(1e-6 * liquidG);
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
        const after = curve.value.points.filter(({ atS }) => atS > input.arrives.at(-1)!.untilS);
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

  test("the server is never warmer than the warmest of what is in it, nor colder than melting ice", () => {
    fc.assert(
      fc.property(inputs, (input) => {
        const curve = meltCurve(input);
        if (!curve.ok) return;
        const warmest = Math.max(input.vesselTempC, ...input.arrives.map(({ tempC }) => tempC));
        for (const { tempC, atS } of curve.value.points) {
          expect(tempC).toBeLessThanOrEqual(warmest + 1e-9);
          expect(tempC).toBeGreaterThanOrEqual(-1e-9);
          expect(atS).toBeGreaterThanOrEqual(input.arrives[0]!.fromS);
        }
      }),
      { numRuns: 60 },
    );
  });

  test("it begins with the first drop, strong and cold, and only thins", () => {
    const brew = must(forecastCurves({ ...onFulmar(184, 1667), grindUm: 800 }));
    const { arrives } = arrivalsOf(brew.curves, {
      massG: 1277,
      tempC: 77,
      strengthPct: brew.strengthPct,
      apartG: 0,
    });
    const { points } = curveOf({ arrives });
    expect(points[0]!.atS).toBeGreaterThanOrEqual(arrives[0]!.fromS);
    expect(points[0]!.strengthPct).toBeGreaterThan(5);
    for (const [i, point] of points.slice(1).entries())
      expect(point.strengthPct).toBeLessThanOrEqual(points[i]!.strengthPct + 1e-9);
    // Much ice chills the first drops through, and what follows warms it.
    expect(points[0]!.tempC).toBeLessThan(1);
    expect(Math.max(...points.map(({ tempC }) => tempC))).toBeGreaterThan(5);
  });

  test("small pieces melt sooner than large ones, and moved ice sooner than ice left alone", () => {
    const doneS = (change: Partial<MeltCurveInput>) =>
      curveOf({ arrives: evenly(1277, 77, 2.4, 0), ...change }).doneS!;
    expect(doneS({ pieceMm: 12 })).toBeLessThan(doneS({ pieceMm: 40 }));
    expect(doneS({ stirring: "stirred" })).toBeLessThan(doneS({ stirring: "swirled" }));
    expect(doneS({ stirring: "swirled" })).toBeLessThan(doneS({ stirring: "still" }));
  });

  test("the house's server: the ice is gone about when the last drop falls, or soon after", () => {
    const { doneS } = curveOf();
    expect(doneS!).toBeGreaterThanOrEqual(235);
    expect(doneS!).toBeLessThan(235 + 180);
    expect(curveOf({ arrives: evenly(1277, 77, 2.4, 0) }).doneS!).toBeGreaterThan(20);
  });

  test("no ice, ice that is left over, and ice that would freeze the brew", () => {
    const none = curveOf({ iceG: 0, arrives: evenly(1277, 77, 2.4, 0) });
    expect(none.doneS).toBe(0);
    expect(none.points[0]!.tempC).toBeCloseTo((4.19 * 1277 * 77 + 350 * 21) / (4.19 * 1277 + 350), 9);
    const much = curveOf({ iceG: 3000, arrives: evenly(1277, 77, 2.4, 0) });
    expect(much.points.at(-1)!.iceLeftG).toBeGreaterThan(1000);
    expect(
      meltCurve({ ...SERVER, arrives: evenly(20, 10, 2, 0), vesselJPerK: 0, iceG: 2000, iceTempC: -30 }).ok,
    ).toBe(false);
  });
});

describe("a forecast's drip as a sheet counts it", () => {
  const brew = must(forecastCurves({ ...onFulmar(184, 1667), grindUm: 800 }));

  test("has the sheet's mass, heat and solids, whatever is kept apart", () => {
    fc.assert(
      fc.property(
        figure(200, 3000),
        figure(50, 90),
        figure(0.5, 5),
        figure(0, 0.9),
        (massG, tempC, strengthPct, share) => {
          const { arrives, apart } = arrivalsOf(brew.curves, {
            massG,
            tempC,
            strengthPct,
            apartG: share * massG,
          });
          const all = [...arrives, apart];
          const whole = atOnce(all);
          const solids = all.reduce((sum, each) => sum + each.massG * each.strengthPct, 0);
          expect(whole.massG).toBeCloseTo(massG, 6);
          expect(whole.tempC).toBeCloseTo(tempC, 6);
          expect(solids / massG).toBeCloseTo(strengthPct, 6);
          expect(apart.massG).toBeCloseTo(share * massG, 6);
          for (const [i, { fromS }] of arrives.slice(1).entries())
            expect(fromS).toBeGreaterThanOrEqual(arrives[i]!.untilS - 1e-9);
        },
      ),
    );
  });

  test("what is kept apart is the first of it, and the strongest", () => {
    const dripped = { massG: 1277, tempC: 77, strengthPct: brew.strengthPct, apartG: 100 };
    const { arrives, apart } = arrivalsOf(brew.curves, dripped);
    expect(apart.strengthPct).toBeGreaterThan(2 * brew.strengthPct);
    expect(arrives[0]!.fromS).toBeGreaterThan(
      arrivalsOf(brew.curves, { ...dripped, apartG: 0 }).arrives[0]!.fromS,
    );
  });
});
