import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { forecastBrew } from "#core/brew";
import { must } from "#core/result";
import { LOFT, onFulmar } from "#tests/brews.ts";
import { sameContact, sameExtraction } from "./index.ts";

const loft = must(forecastBrew(LOFT));

describe("a hand recipe on a batch brewer", () => {
  test("the whole batch is ground coarser, and then extracted like the source", () => {
    const { grindUm, brew } = must(sameExtraction(loft, onFulmar(205, 3282), 800));
    expect(grindUm).toBeGreaterThan(850);
    expect(brew.extractionPct).toBeCloseTo(loft.extractionPct, 2);
  });

  test("the same contact time is another grind: extraction and time do not go together across brewers", () => {
    const { grindUm, brew } = must(sameContact(loft, onFulmar(205, 3282), 800));
    expect(brew.meanContactS).toBeCloseTo(loft.meanContactS, 1);
    expect(Math.abs(brew.extractionPct - loft.extractionPct)).toBeGreaterThan(0.2);
    expect(grindUm).toBeGreaterThan(800);
  });
});

test("a start that stalls is walked out of: the first coarser grind that runs begins the search", () => {
  const target = { ...onFulmar(75, 1200), factors: { permeability: 0.1 } };
  expect(forecastBrew({ ...target, grindUm: 300 })).toMatchObject({ failure: { code: "neverDrains" } });
  const from = (um: number) => must(sameExtraction(loft, target, um)).grindUm;
  expect(from(300)).toBeCloseTo(from(900), 0);
});

describe("what cannot be reached is said with the nearest", () => {
  const missed = (result: ReturnType<typeof sameExtraction>) => {
    if (result.ok || result.failure.code !== "outOfReach") throw new Error("was reached");
    return result.failure;
  };

  test("a source that is extracted more than a shallow bed can", () => {
    const strong = { ...loft, extractionPct: 29.5 };
    const { wanted, nearest, limit } = missed(sameExtraction(strong, onFulmar(60, 160), 800));
    expect(wanted).toBe(29.5);
    expect(nearest).toBeLessThan(29.5);
    expect(["finest", "stalls"]).toContain(limit);
  });

  test("a contact that is shorter than the spray allows: the pace is set, whatever the dial", () => {
    const slow = { ...onFulmar(205, 3282), pours: [{ atS: 0, waterG: 3282, rateGPerS: 3 }] };
    const { limit, nearest } = missed(sameContact({ ...loft, meanContactS: 4 }, slow, 800));
    expect(["pace", "coarsest"]).toContain(limit);
    expect(nearest).toBeGreaterThan(4);
  });

  test("a target that cannot be brewed at all", () => {
    const answer = sameExtraction(loft, onFulmar(900, 9000), 800);
    expect(answer.ok ? undefined : answer.failure).toMatchObject({
      code: "targetFails",
      failure: { code: "doseOverBasket" },
    });
  });
});

describe("within one brewer, at one extraction", () => {
  const cases = fc.record({
    doseG: fc.double({ min: 70, max: 110, noNaN: true }),
    ratio: fc.double({ min: 14, max: 17, noNaN: true }),
    more: fc.double({ min: 1.3, max: 1.9, noNaN: true }),
    um: fc.double({ min: 650, max: 1000, noNaN: true }),
  });
  const sourceOf = (doseG: number, ratio: number, grindUm: number) =>
    must(forecastBrew({ ...onFulmar(doseG, ratio * doseG), grindUm }));

  test("a deeper batch comes out coarser, and a short iced brew finer, than its source", () => {
    fc.assert(
      fc.property(
        cases,
        fc.double({ min: 0.55, max: 0.75, noNaN: true }),
        ({ doseG, ratio, more, um }, hot) => {
          const source = sourceOf(doseG, ratio, um);
          const deeper = sameExtraction(source, onFulmar(more * doseG, more * ratio * doseG), um);
          expect(must(deeper).grindUm).toBeGreaterThan(um);
          const short = sameExtraction(source, onFulmar(doseG, hot * ratio * doseG), um);
          expect(must(short).grindUm).toBeLessThan(um);
        },
      ),
      { numRuns: 40 },
    );
  });

  test("a large iced batch shows both pulls: finer than it would be hot, coarser than it would be small", () => {
    fc.assert(
      fc.property(cases, ({ doseG, ratio, more, um }) => {
        const source = sourceOf(doseG, ratio, um);
        const umOf = (batchG: number, hot: number) =>
          must(sameExtraction(source, onFulmar(batchG, hot * ratio * batchG), um)).grindUm;
        const both = umOf(more * doseG, 0.65);
        expect(both).toBeLessThan(umOf(more * doseG, 1));
        expect(both).toBeGreaterThan(umOf(doseG, 0.65));
      }),
      { numRuns: 25 },
    );
  });
});
