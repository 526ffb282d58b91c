import { expect, test } from "vitest";
import type { DayKit } from "#contract/dayKit.ts";
import type { PotView } from "#contract/potView.ts";
import { dialMoved, lastCardOf } from "./dialMoved.ts";

const card = (id: string, setting: number, coffee = "saltmarsh") => ({
  id,
  dial: { grinder: "Chough", setting },
  batch: { coffee: { id: coffee }, grinder: { id: "chough", setting, purgeG: 4 } },
});
const KIT = {
  cards: [card("large", 13.5), card("blue", 11.5), card("alike", 13.5), card("other", 13.5, "night mail")],
} as unknown as DayKit;
const print = (massG: number) => `${massG} g`;
const moved = (next: string, last?: string) => dialMoved(KIT, next, last, print);

test("a dial that moves, or another coffee on it, is purged before the next batch", () => {
  expect(moved("blue", "large")).toBe("Chough from 13.5 to 11.5: purge 4 g first");
  expect(moved("other", "large")).toBe("Chough from 13.5 to 13.5: purge 4 g first");
});

test("nothing is said where it stays, or where nobody knows where it stands", () => {
  expect(moved("alike", "large")).toBeUndefined();
  expect(moved("large")).toBeUndefined();
  expect(moved("large", "gone")).toBeUndefined();
});

test("the last card is the one that was begun or brewed last, in whichever pot", () => {
  const pots = [
    { standing: { cardId: "large", brewedMs: 5 }, brewing: null },
    { standing: null, brewing: { cardId: "blue", begunMs: 9 } },
    { standing: { cardId: null, brewedMs: 20 }, brewing: null },
  ] as unknown as readonly PotView[];
  expect(lastCardOf({ pots })).toBe("blue");
  expect(lastCardOf({ pots: [] })).toBeUndefined();
});
