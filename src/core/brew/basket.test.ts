import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { must } from "#core/result";
import { type Basket, basketVolumeMl, bedDepthMm, meanBedDepthMm } from "./index.ts";

const FULMAR: Basket = { shape: "flat", topDiameterMm: 160, bottomDiameterMm: 134, heightMm: 96 };
const CONE: Basket = { shape: "cone", topDiameterMm: 116, bottomDiameterMm: 0, heightMm: 100 };
const depth = (doseG: number, basket: Basket, densityGPerMl = 0.4) =>
  bedDepthMm({ doseG, densityGPerMl, basket });

describe("bed depth", () => {
  test("a straight wall: volume over area", () => {
    const straight: Basket = { ...FULMAR, topDiameterMm: 134 };
    expect(must(depth(200, straight))).toBeCloseTo(500_000 / (Math.PI * 67 ** 2), 9);
  });

  test("202 g of Saltmarsh in Fulmar: 33 to 34 mm, and less of it in a darker, lighter-packed one", () => {
    expect(must(depth(202, FULMAR))).toBeCloseTo(33.5, 1);
    expect(must(depth(202, FULMAR, 0.35))).toBeGreaterThan(must(depth(202, FULMAR)));
  });

  test("a pointed cone: the cube root of its share of the whole", () => {
    const halfG = 0.5 * basketVolumeMl(CONE) * 0.4;
    expect(must(depth(halfG, CONE))).toBeCloseTo(100 * Math.cbrt(0.5), 9);
  });

  test("the grounds reach the rim exactly at the basket's capacity, and not above it", () => {
    const capacityG = basketVolumeMl(FULMAR) * 0.4;
    expect(must(depth(capacityG * (1 - 1e-12), FULMAR))).toBeCloseTo(96, 6);
    const over = depth(capacityG * 1.001, FULMAR);
    expect(over.ok).toBe(false);
    if (!over.ok) expect(over.failure.capacityG).toBeCloseTo(capacityG, 9);
  });

  test("integrating thin layers up to the depth gives the volume back", () => {
    const baskets = fc.record({
      shape: fc.constantFrom("flat" as const, "cone" as const),
      bottomDiameterMm: fc.double({ min: 0, max: 150, noNaN: true }),
      wider: fc.double({ min: 0.1, max: 60, noNaN: true }),
      heightMm: fc.double({ min: 30, max: 150, noNaN: true }),
    });
    fc.assert(
      fc.property(
        baskets,
        fc.double({ min: 0.05, max: 0.99, noNaN: true }),
        ({ wider, ...basket }, share) => {
          const whole: Basket = { ...basket, topDiameterMm: basket.bottomDiameterMm + wider };
          const doseG = share * basketVolumeMl(whole) * 0.4;
          const depthMm = must(depth(doseG, whole));
          const layers = 2000;
          let volumeMm3 = 0;
          for (let i = 0; i < layers; i++) {
            const zMm = ((i + 0.5) / layers) * depthMm;
            const radiusMm = (whole.bottomDiameterMm + (wider * zMm) / whole.heightMm) / 2;
            volumeMm3 += Math.PI * radiusMm ** 2 * (depthMm / layers);
          }
          expect(volumeMm3 / ((doseG / 0.4) * 1000)).toBeCloseTo(1, 5);
        },
      ),
    );
  });
});

describe("the mean depth", () => {
  const straight = { shape: "flat" as const, topDiameterMm: 118, bottomDiameterMm: 118, heightMm: 74 };

  const at = (basket: Basket, doseG: number) => ({ basket, doseG, densityGPerMl: 0.4 });

  test("of a straight basket is its depth, of a cone a third of that at its axis", () => {
    expect(must(meanBedDepthMm(at(straight, 90)))).toBeCloseTo(must(bedDepthMm(at(straight, 90))), 9);
    expect(must(meanBedDepthMm(at(CONE, 22)))).toBeCloseTo(must(bedDepthMm(at(CONE, 22))) / 3, 9);
  });

  test("is refused where the dose stands above the rim", () => {
    expect(meanBedDepthMm(at(CONE, 900))).toMatchObject({ ok: false, failure: { code: "doseOverBasket" } });
  });
});
