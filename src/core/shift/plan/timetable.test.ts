import { describe, expect, test } from "vitest";
import { seeded } from "#core/random";
import { finished } from "#core/turns";
import dayCases from "#tests/vectors/days.json" with { type: "json" };
import { chainOf, type TimedBatch } from "./chain.ts";
import { drawnDays } from "./demand.ts";
import { type PlanInput, type PlanProduct, USUAL_PLAN } from "./input.ts";
import { planInTurns, timetableInTurns } from "./plan.ts";

const PRODUCT: PlanProduct = {
  name: "house",
  meanCups: [],
  varianceToMean: 1,
  lostPerCup: 3,
  pouredPerCup: 0.4,
  stalePerCupMin: 0.01,
  graceMin: 10,
  options: [],
};
const DAY = { slots: 4, slotMin: 5, nowSlot: 0, dayFactors: [{ weight: 1, factor: 1 }] };

describe("the price of fixed batches", () => {
  test("of no guests is what is poured away", () => {
    const batches = [{ cups: 6, readySlot: 1, pourAtSlot: 9 }];
    const outcome = chainOf({ ...PRODUCT, meanCups: [0, 0, 0, 0] }, DAY)(batches);
    expect(outcome).toMatchObject({ lostCups: 0, pouredCups: 6, servedCups: 0 });
    expect(outcome.cost).toBeCloseTo(2.4, 9);
  });

  test("of one slot is the sum over all counts", () => {
    const product = { ...PRODUCT, meanCups: [0, 2, 0, 0] };
    const { cost, lostCups, servedCups } = chainOf(product, DAY)([{ cups: 2, readySlot: 1, pourAtSlot: 9 }]);
    // Poisson of mean 2: E(D − 2)⁺ = 2·P(D ≥ 2) − 2·P(D ≥ 3) = 2·P(2) = 4·e⁻².
    const lost = 4 * Math.exp(-2);
    expect(lostCups).toBeCloseTo(lost, 6);
    expect(servedCups).toBeCloseTo(2 - lost, 6);
    // Fresh cups are not stale yet; what is left is poured at the end.
    expect(cost).toBeCloseTo(3 * lost + 0.4 * (2 - (2 - lost)), 6);
  });

  test("what is past its hold is the oldest, and the newer stays", () => {
    const batches = [
      { cups: 5, readySlot: 0, pourAtSlot: 2 },
      { cups: 5, readySlot: 1, pourAtSlot: 9 },
    ];
    const outcome = chainOf({ ...PRODUCT, meanCups: [0, 0, 0, 0] }, { ...DAY, slots: 3 })(batches);
    expect(outcome.pouredCups).toBeCloseTo(10, 9);
    expect([...outcome.stands[0]!]).toEqual([1, 1, 0]);
    expect([...outcome.stands[1]!]).toEqual([0, 1, 1]);
  });

  test("is what customers one by one come to, within three standard errors", () => {
    const slots = 60;
    const product = {
      ...PRODUCT,
      varianceToMean: 1.4,
      meanCups: Array.from({ length: slots }, (_, slot) => (slot % 20 < 4 ? 2.5 : 0.5)),
    };
    const batches: readonly TimedBatch[] = [0, 6, 18, 21, 40, 44].map((readySlot, i) => ({
      cups: i % 2 === 0 ? 12 : 6,
      readySlot,
      pourAtSlot: readySlot + 14,
    }));
    const dayFactors = [
      { weight: 0.25, factor: 0.8 },
      { weight: 0.5, factor: 1 },
      { weight: 0.25, factor: 1.2 },
    ];
    const day = { slots, slotMin: 5, nowSlot: 0, dayFactors };
    const costs = drawnDays([product], slots, dayFactors, 4000, seeded(8)).map(([asked]) =>
      playedCost(product, batches, [...asked!]),
    );
    const mean = costs.reduce((sum, cost) => sum + cost, 0) / costs.length;
    const variance = costs.reduce((sum, cost) => sum + (cost - mean) ** 2, 0) / costs.length;
    const { cost } = chainOf(product, day)(batches);
    expect(Math.abs(cost - mean)).toBeLessThan(3 * Math.sqrt(variance / costs.length));
  });
});

/** One day of fixed batches, cup by cup, each with the minute at which it was brewed. */
function playedCost(product: PlanProduct, batches: readonly TimedBatch[], asked: readonly number[]): number {
  let cups: TimedBatch[] = [];
  let cost = 0;
  for (const [slot, wanted] of asked.entries()) {
    for (const batch of batches)
      if (batch.readySlot === slot) cups.push(...new Array<TimedBatch>(batch.cups).fill(batch));
    const fresh = cups.filter(({ pourAtSlot }) => pourAtSlot > slot);
    cost += (cups.length - fresh.length) * product.pouredPerCup;
    cups = fresh;
    for (let guest = 0; guest < wanted; guest++) {
      const cup = cups.shift();
      const ageMin = cup ? (slot - cup.readySlot + 0.5) * 5 : 0;
      cost += cup ? product.stalePerCupMin * Math.max(0, ageMin - product.graceMin) : product.lostPerCup;
    }
  }
  return cost + cups.length * product.pouredPerCup;
}

describe("a timetable", () => {
  const whole = (name: string): PlanInput => ({
    ...USUAL_PLAN,
    ...(dayCases.find((day) => day.name === name)!.input as unknown as PlanInput),
  });

  test.each(["typical 1", "typical 7"])(
    "of %s costs more than levels, and less than brewing when empty",
    (name) => {
      const input = { ...whole(name), days: 60 };
      const table = finished(timetableInTurns(input));
      const { forecast, baselines, boundCost } = finished(planInTurns(input));
      expect(table.cost).toBeGreaterThan(0.95 * forecast.cost);
      expect(table.cost).toBeLessThan(baselines.whenEmpty);
      expect(table.cost).toBeGreaterThan(boundCost);
      // A brewer has one batch at a time, and hands for what begins in a slot.
      for (let slot = 0; slot < input.slots; slot++) {
        const busy = table.brews.filter(({ beginSlot, readySlot }) => beginSlot <= slot && slot < readySlot);
        expect(busy.length).toBeLessThanOrEqual(input.brewers);
      }
      expect(table.brews.every(({ beginSlot, readySlot }) => beginSlot >= 0 && readySlot < input.slots)).toBe(
        true,
      );
    },
  );

  test("goes on from what stands there: where nobody comes it is poured away, and nothing is brewed", () => {
    const input = whole("typical 1");
    const [product] = input.products;
    const { vesselKind, cups } = product!.options[0]!;
    const pot = { product: product!.name, vesselKind, cups, readySlot: -1, pourAtSlot: 23 };
    const alone = { ...product!, meanCups: product!.meanCups.map(() => 0) };
    const idle = finished(timetableInTurns({ ...input, products: [alone], pots: [pot] }));
    expect(idle.brews).toEqual([]);
    expect(idle.pouredCups).toBeCloseTo(cups, 6);
  });

  test("with one vessel begins no batch before the one before it is likely out", () => {
    const input = whole("typical 1");
    const [product] = input.products;
    const options = product!.options.filter(({ vesselKind }) => vesselKind === "large");
    const one = { ...input, products: [{ ...product!, options }], vessels: [{ kind: "large", count: 1 }] };
    const { brews, pouredCups } = finished(timetableInTurns(one));
    expect(brews.length).toBeGreaterThan(5);
    for (const [i, { beginSlot }] of brews.slice(1).entries())
      expect(beginSlot).toBeGreaterThan(brews[i]!.readySlot);
    expect(pouredCups).toBeGreaterThan(0);
  });

  test("moves every batch but the pinned one", () => {
    const input = whole("typical 1");
    const [product] = input.products;
    const pin = { product: product!.name, card: product!.options[0]!.card, readySlot: 6 };
    const costOf = (pins: PlanInput["pins"]) => finished(timetableInTurns({ ...input, pins })).cost;
    expect(costOf([pin])).toBeLessThan(1.05 * costOf([]));
  });

  test("keeps what is pinned", () => {
    const input = whole("typical 1");
    const [product] = input.products;
    const pin = { product: product!.name, card: product!.options[0]!.card, readySlot: 6 };
    const { brews } = finished(timetableInTurns({ ...input, pins: [pin] }));
    expect(
      brews.some(
        ({ product: of, card, readySlot }) => of === pin.product && card === pin.card && readySlot === 6,
      ),
    ).toBe(true);
  });
});
