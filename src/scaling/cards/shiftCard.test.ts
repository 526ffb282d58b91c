import fc from "fast-check";
import { expect, test } from "vitest";
import type { CardSheet } from "#contract/card.ts";
import type { ShiftCard } from "#contract/shift.ts";
import { sharedPots, shiftBatchOf, shiftCardOf } from "./shiftCard.ts";

const CARD = {
  input: { serve: "hot", vessel: { brimG: 3100 } },
  result: { rounded: { doseG: 180, brewWaterG: 2900, bypassG: 0, iceG: 0, yieldG: 2500 } },
  dial: { grinder: "Chough", setting: 9 },
  madeWith: {
    coffee: "Saltmarsh",
    coffeeId: "c",
    filter: "paper",
    rinseG: 300,
    brewer: "Fulmar",
    vessel: "dispenser",
    purgeG: 12,
  },
} as unknown as CardSheet;

test("a list weighs out what is ground: the dose, and what is sifted off it", () => {
  expect(shiftBatchOf(CARD).doseG).toBe(180);
  const sifted = { ...CARD, madeWith: { ...CARD.madeWith, siftLossPct: 10 } };
  expect(shiftBatchOf(sifted).doseG).toBe(200);
});

test("a fifth of the brim warms a vessel for a hot batch, and none for an iced one; metal takes no rinse", () => {
  expect(shiftBatchOf(CARD)).toMatchObject({ preheatG: 620, rinseG: 300, paper: true });
  const iced = {
    ...CARD,
    input: { ...CARD.input, serve: "iced" },
    madeWith: { ...CARD.madeWith, filter: "metal" },
  };
  expect(shiftBatchOf(iced as CardSheet)).toMatchObject({ preheatG: 0, rinseG: 0, paper: false });
});

test("an iced card draws its server's ice, its glasses' and its bath's from the bin", () => {
  const glass = { volumeMl: 350, coffeeG: 220, iceG: 75, count: 10, tempC: 3, strengthPct: 1.1 };
  const iced = { ...CARD, result: { rounded: { ...CARD.result.rounded, iceG: 1100 } }, iced: { glass } };
  expect(shiftBatchOf(iced as unknown as CardSheet)).toMatchObject({
    iceG: 1100,
    glassIceG: 750,
    glasses: 10,
  });
  const bath = { ...CARD, iced: { glass, bath: { iceG: 3400 } } };
  expect(shiftBatchOf(bath as unknown as CardSheet)).toMatchObject({ iceG: 3400, glassIceG: 750 });
  expect(shiftBatchOf(CARD)).toMatchObject({ iceG: 0, glassIceG: 0, glasses: 0 });
});

test("a concentrate says how long it steeps and is kept; nothing else does", () => {
  const iced = { method: "steep", steepH: 14, steepKeptH: 48 };
  const steep = { ...CARD, chosen: { serve: "iced", iced } } as unknown as CardSheet;
  expect(shiftCardOf({ id: "c", sheet: steep })).toMatchObject({ method: "steep", steepH: 14, keptH: 48 });
  const hot = { ...CARD, chosen: { serve: "hot", iced } } as unknown as CardSheet;
  expect(shiftCardOf({ id: "c", sheet: hot })).toMatchObject({ method: null, steepH: null, keptH: null });
});

test("two cards are for one pot where coffee, brewer, way and vessel are the same, and the size nearly", () => {
  const card = (id: string, sizeG: number, more: Partial<ShiftCard> = {}) =>
    ({
      id,
      batch: { coffee: { id: "saltmarsh" }, brewer: { id: "fulmar" }, serve: "hot", yieldG: sizeG },
      method: null,
      vessel: "blue",
      ...more,
    }) as ShiftCard;
  const cards = [
    card("a", 2800),
    card("small", 1400),
    card("b", 2850),
    card("white", 2800, { vessel: "white" }),
    card("iced", 2800, { method: "onIce" }),
    card("c", 1420),
  ];
  const pots = sharedPots(cards);
  expect([...pots.keys()].toSorted()).toEqual(["a", "b", "c", "small"]);
  expect(pots.get("a")).toBe(pots.get("b"));
  expect(pots.get("small")).toBe(pots.get("c"));
  expect(pots.get("a")).not.toBe(pots.get("c"));
  // In whatever order they stand on the list.
  fc.assert(
    fc.property(fc.shuffledSubarray(cards, { minLength: cards.length }), (shuffled) => {
      const found = sharedPots(shuffled);
      expect([...found.keys()].toSorted()).toEqual(["a", "b", "c", "small"]);
      expect([found.get("a") === found.get("b"), found.get("small") === found.get("c")]).toEqual([
        true,
        true,
      ]);
    }),
  );
});
