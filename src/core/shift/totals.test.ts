import fc from "fast-check";
import { expect, test } from "vitest";
import { type ShiftBatch, shiftTotals } from "./index.ts";

const HOT: ShiftBatch = {
  coffee: "Saltmarsh",
  coffeeId: "saltmarsh",
  serve: "hot",
  doseG: 202,
  brewWaterG: 3228.8,
  bypassG: 0,
  iceG: 0,
  yieldG: 2800.56,
  glassIceG: 0,
  glasses: 0,
  rinseG: 300,
  paper: true,
  brewer: "Fulmar",
  vessel: "dispenser 3.1 l, left",
  preheatG: 570,
  grinder: { name: "Chough", setting: 9, purgeG: 12 },
  product: "Saltmarsh",
};
const ICED: ShiftBatch = {
  ...HOT,
  serve: "iced",
  doseG: 184,
  brewWaterG: 1667.2,
  iceG: 1100,
  glassIceG: 820,
  glasses: 10.8,
  yieldG: 2377.12,
  preheatG: 0,
  iceSource: "bin machine",
  grinder: { name: "Chough", setting: 8, purgeG: 12 },
};

test("six hot and three iced, worked by hand", () => {
  const totals = shiftTotals([
    { batch: HOT, batches: 6 },
    { batch: ICED, batches: 3 },
  ]);
  expect(totals.coffees).toEqual([
    {
      coffeeId: "saltmarsh",
      coffee: "Saltmarsh",
      doses: [
        { count: 6, doseG: 202 },
        { count: 3, doseG: 184 },
      ],
      dosesG: 1764,
      purgeG: 12,
      totalG: 1776,
    },
  ]);
  expect(totals.brewWaterG).toBeCloseTo(6 * 3228.8 + 3 * 1667.2, 9);
  expect([totals.rinseG, totals.preheatG]).toEqual([2700, 3420]);
  expect(totals.iceBySource).toEqual([
    {
      name: "bin machine",
      iceG: 3 * (1100 + 820),
      needs: [{ batches: 3, serverG: 1100, glassesG: 820, glasses: 10.8 }],
    },
  ]);
  expect(totals.filtersByBrewer).toEqual([{ name: "Fulmar", count: 9 }]);
  expect(totals.beverageByProduct.map(({ serve, beverageG }) => [serve, Math.round(beverageG)])).toEqual([
    ["hot", 16803],
    ["iced", 7131],
  ]);
});

test("the dial is purged each time it changes, not when the same card comes again", () => {
  const purged = (...batches: ShiftBatch[]) =>
    shiftTotals(batches.map((batch) => ({ batch, batches: 1 }))).coffees[0]!.purgeG;
  expect(purged(HOT, HOT)).toBe(0);
  expect(purged(HOT, ICED, HOT)).toBe(24);
  const other = { ...HOT, grinder: { ...HOT.grinder!, name: "Dunlin" } };
  expect(purged(HOT, other, HOT)).toBe(0);
});

test("an empty list, and a card crossed out, add up to nothing", () => {
  for (const lines of [[], [{ batch: HOT, batches: 0 }]]) {
    expect(shiftTotals(lines)).toMatchObject({ coffees: [], brewWaterG: 0, filtersByBrewer: [] });
  }
});

test("masses add up whatever the order", () => {
  const lines = fc.array(fc.record({ batch: fc.constantFrom(HOT, ICED), batches: fc.nat(20) }), {
    maxLength: 8,
  });
  fc.assert(
    fc.property(lines, (list) => {
      const [forth, back] = [shiftTotals(list), shiftTotals(list.toReversed())];
      expect(back.brewWaterG).toBeCloseTo(forth.brewWaterG, 6);
      expect(back.coffees[0]?.dosesG ?? 0).toBe(forth.coffees[0]?.dosesG ?? 0);
    }),
  );
});
