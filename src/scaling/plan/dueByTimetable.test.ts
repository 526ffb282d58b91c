import { expect, test } from "vitest";
import { dueByTimetable } from "./index.ts";

const at = (card: string, beginSlot: number) => ({
  product: "house",
  card,
  vesselKind: "pot",
  beginSlot,
  readySlot: beginSlot + 2,
});
/** From six o'clock in slots of five minutes: at 6:30, 7:00, 7:30 and 9:00. */
const brews = [at("large", 6), at("small", 12), at("large", 18), at("large", 36)];
const due = (nowMin: number, ...brewed: readonly string[]) => {
  const {
    brews: now,
    soon,
    waitsMin,
  } = dueByTimetable({ brews }, { fromMin: 360, nowMin, slotMin: 5, brewed });
  return { now: now.map(({ card }) => card), soon: soon.map(({ p50Slot }) => p50Slot), waitsMin };
};

test("a batch is due from its time on, until it is begun", () => {
  expect(due(389)).toMatchObject({ now: [], soon: [6, 12] });
  expect(due(390)).toMatchObject({ now: ["large"], soon: [12, 18] });
  expect(due(390, "large")).toMatchObject({ now: [], soon: [12, 18] });
});

test("of one card that was missed twice only the latest is asked for, with how long it waits", () => {
  const { now, waitsMin } = due(460);
  expect(now).toEqual(["small", "large"]);
  expect([...waitsMin]).toEqual([
    ["small", 40],
    ["large", 10],
  ]);
});

test("what was missed for an hour is given up, and a batch that nobody planned counts for the next one", () => {
  expect(due(510).now).toEqual([]);
  expect(due(400, "large", "large")).toMatchObject({ now: [], soon: [12, 36] });
});
