import fc from "fast-check";
import { expect, test } from "vitest";
import { must } from "#core/result";
import { levelMl, meltCurve, STIRRINGS } from "./index.ts";

const figure = (min: number, max: number) => fc.double({ min, max, noNaN: true });

test("coffee fills the gaps of the heap first, then rises above it", () => {
  expect(levelMl({ iceG: 580, liquidG: 0, liquidTempC: 0 }, 0.58)).toBeCloseTo(1000, 9);
  // 580 g of ice are 632.5 ml of 1000: 367 ml of gaps.
  expect(levelMl({ iceG: 580, liquidG: 300, liquidTempC: 0 }, 0.58)).toBeCloseTo(1000, 9);
  expect(levelMl({ iceG: 580, liquidG: 500, liquidTempC: 0 }, 0.58)).toBeCloseTo(580 / 0.917 + 500, 9);
  expect(levelMl({ iceG: 0, liquidG: 965, liquidTempC: 85 }, 0.58)).toBeCloseTo(1000, 9);
});

test("while it melts a server is never fuller than the check allows for: nothing melted, all of it hot", () => {
  fc.assert(
    fc.property(
      figure(100, 3000),
      figure(50, 3000),
      fc.constantFrom(...STIRRINGS),
      figure(0, 400),
      (hotG, iceG, stirring, untilS) => {
        const curve = meltCurve({
          arrives: [{ fromS: 0, untilS, massG: hotG, tempC: 77, strengthPct: 2 }],
          iceG,
          iceTempC: -1,
          iceWetShare: 0.08,
          vesselJPerK: 350,
          vesselTempC: 21,
          pieceMm: 22,
          stirring,
          iceHeapGPerMl: 0.58,
        });
        const { mostMl, points } = must(curve);
        expect(mostMl).toBeLessThanOrEqual(Math.max(iceG / 0.58, iceG / 0.917 + hotG / 0.965) + 1e-6);
        for (const { levelMl: at } of points) expect(at).toBeLessThanOrEqual(mostMl);
      },
    ),
    { numRuns: 40 },
  );
});
