import { expect, test } from "vitest";
import type { DayKit, KitCard } from "#contract/dayKit.ts";
import { shiftTotals } from "#core/shift";
import type { LaneBatch } from "./lanes.ts";
import { iceByHour, stagedCards, stagedLines } from "./staging.ts";

const card = (id: string, setting: number, part: Partial<KitCard["batch"]> = {}): KitCard => ({
  id,
  doseG: 200,
  dial: { grinder: "Chough", setting },
  settingG: null,
  marked: undefined,
  iceG: part.iceG ?? 0,
  vessel: "dispenser 3.1 l, left",
  batch: {
    coffee: { id: "saltmarsh", name: "Saltmarsh" },
    serve: "hot",
    doseG: 200,
    brewWaterG: 3300,
    bypassG: 0,
    iceG: 0,
    yieldG: 2800,
    glassIceG: 0,
    glasses: 0,
    rinseG: 300,
    paper: true,
    brewer: { id: "fulmar", name: "Fulmar" },
    preheatG: 0,
    grinder: { id: "chough", setting, purgeG: 4 },
    ...part,
  },
});
const option = (cardId: string) => ({ cardId, title: cardId, cups: 8, doseG: 200, brewMin: 6.4 });
const KIT = {
  products: [{ options: [option("coarse"), option("fine"), option("iced")] }],
  cards: [card("coarse", 10), card("fine", 8), card("iced", 9, { serve: "iced", iceG: 1200 })],
} as unknown as DayKit;
const batch = (cardId: string, beginMin: number) => ({ option: option(cardId), beginMin }) as LaneBatch;
const DAY = [
  batch("coarse", 400),
  batch("iced", 545),
  batch("fine", 430),
  batch("coarse", 480),
  batch("iced", 590),
];

test("containers stand in the order in which the grinder moves least, orders apart behind them", () => {
  const order = { id: "o", name: "the pilots", atMin: 720, untilMin: 780, cups: 12, cardId: "fine" };
  const staged = stagedCards(KIT, DAY, [order]);
  expect(staged.map(({ cardId, timesMin, order: of }) => [cardId, timesMin, of])).toEqual([
    ["fine", [430], undefined],
    ["iced", [545, 590], undefined],
    ["coarse", [400, 480], undefined],
    // The last one is ready at noon.
    ["fine", [707, 714], "the pilots"],
  ]);
});

test("water, filters, purges and ice by the hour are those of the batches", () => {
  const staged = stagedCards(KIT, DAY, []);
  const totals = shiftTotals(stagedLines(KIT, staged));
  expect(totals).toMatchObject({
    brewWaterG: 5 * 3300,
    rinseG: 5 * 300,
    filtersByBrewer: [{ count: 5 }],
    coffees: [{ dosesG: 1000, purgeG: 8 }],
  });
  expect(iceByHour(KIT, staged)).toEqual([{ hour: 9, iceG: 2400 }]);
});
