import fc from "fast-check";
import { expect, test } from "vitest";
import { inGrinderOrder, type ShiftBatch, shiftTotals } from "./index.ts";

const SALTMARSH = { id: "saltmarsh", name: "Saltmarsh" };
const FULMAR = { id: "fulmar", name: "Fulmar" };
const BIN = { id: "bin", name: "bin machine" };

const HOT: ShiftBatch = {
  coffee: SALTMARSH,
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
  brewer: FULMAR,
  preheatG: 570,
  grinder: { id: "chough", setting: 9, purgeG: 12 },
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
  iceSource: BIN,
  grinder: { id: "chough", setting: 8, purgeG: 12 },
};

test("six hot and three iced, worked by hand", () => {
  const totals = shiftTotals([
    { batch: HOT, batches: 6 },
    { batch: ICED, batches: 3 },
  ]);
  expect(totals.coffees).toEqual([
    {
      coffee: SALTMARSH,
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
      source: BIN,
      iceG: 3 * (1100 + 820),
      needs: [{ batches: 3, serverG: 1100, glassesG: 820, glasses: 10.8 }],
    },
  ]);
  expect(totals.filtersByBrewer).toEqual([{ brewer: FULMAR, count: 9 }]);
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
  const other = { ...HOT, grinder: { ...HOT.grinder!, id: "dunlin" } };
  expect(purged(HOT, other, HOT)).toBe(0);
});

test("another coffee at the same dial is purged, of the coffee that comes", () => {
  const other = { ...HOT, coffee: { id: "kittiwake", name: "Kittiwake" } };
  const totals = shiftTotals([HOT, other].map((batch) => ({ batch, batches: 1 })));
  expect(totals.coffees.map(({ coffee, purgeG, totalG }) => [coffee.id, purgeG, totalG])).toEqual([
    ["saltmarsh", 0, 202],
    ["kittiwake", 12, 214],
  ]);
});

test("a card that is crossed out leaves the dial where it stands", () => {
  const purged = (crossedOut: number) =>
    shiftTotals([
      { batch: HOT, batches: 1 },
      { batch: ICED, batches: crossedOut },
      { batch: HOT, batches: 1 },
    ]).coffees[0]!.purgeG;
  expect([purged(0), purged(1)]).toEqual([0, 24]);
});

test("water beside the bed is counted for each batch, apart from what is brewed with", () => {
  const totals = shiftTotals([
    { batch: { ...HOT, bypassG: 250 }, batches: 3 },
    { batch: HOT, batches: 2 },
  ]);
  expect(totals.bypassG).toBe(750);
  expect(totals.brewWaterG).toBeCloseTo(5 * 3228.8, 9);
});

test("two things of one name are counted apart", () => {
  const other = { ...HOT, coffee: { ...SALTMARSH, id: "other" }, brewer: { ...FULMAR, id: "other" } };
  const totals = shiftTotals([
    { batch: HOT, batches: 2 },
    { batch: other, batches: 1 },
    { batch: { ...ICED, iceSource: { ...BIN, id: "other" } }, batches: 1 },
    { batch: ICED, batches: 1 },
  ]);
  expect(totals.coffees.map(({ coffee, doses }) => [coffee.id, doses[0]!.count])).toEqual([
    ["saltmarsh", 2],
    ["other", 1],
  ]);
  expect(totals.filtersByBrewer.map(({ brewer, count }) => [brewer.id, count])).toEqual([
    ["fulmar", 4],
    ["other", 1],
  ]);
  expect(totals.iceBySource.map(({ source }) => source.id)).toEqual(["other", "bin"]);
  expect(totals.beverageByProduct).toHaveLength(3);
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

test("batches stand by coffee, then by grinder, then by where it stands; what is not ground here comes first", () => {
  const on = (id: string, setting: number): ShiftBatch => ({ ...HOT, grinder: { id, setting, purgeG: 12 } });
  const unground: ShiftBatch = { ...HOT, grinder: undefined };
  const other: ShiftBatch = { ...on("auk", 1), coffee: { id: "a", name: "Zennor" } };
  const wanted = [unground, on("chough", 8), on("chough", 9), on("dunlin", -2), on("dunlin", 3), other];
  for (const turned of [wanted, wanted.toReversed(), [...wanted.slice(3), ...wanted.slice(0, 3)]])
    expect(turned.toSorted(inGrinderOrder)).toEqual(wanted);
});
