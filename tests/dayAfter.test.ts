import { addMinutes } from "date-fns";
import { eq } from "drizzle-orm";
import { v7 as uuidv7 } from "uuid";
import { afterAll, beforeAll, expect, test, vi } from "vitest";
import type { SentEvent } from "#contract/bar.ts";
import { BARISTA, DEMO_IDS, demoId, PIER_HEAD } from "#data/demo/bench.ts";
import { turnBench } from "#data/house.ts";
import { cups as cupRows } from "#data/schema/index.ts";
import { transact } from "#data/transact.ts";
import { type OwnDatabase, plannedDatabase } from "./database.ts";

/*
 * A day at Pier Head, from its opening at a quarter past six to its closing at six, with figures that were added up by hand.
 */

const NOW = new Date("2026-07-22T20:00:00Z");
/** When the demo house was made: so long ago that nothing of it stands any more. */
const MADE = new Date("2026-07-14T08:30:00Z");
/** A quarter past six there, in summer time. */
const OPENS = new Date("2026-07-22T05:15:00Z");
const OPEN_MIN = 705;
const LEFT = demoId(30);
const { blue: BLUE } = DEMO_IDS.vessels;
const SALTMARSH = DEMO_IDS.coffees.saltmarsh;

vi.mock("next/headers", () => ({
  headers: async () => new Headers(),
  cookies: async () => ({ get: () => undefined }),
}));

let fresh: OwnDatabase;
let readDayAfter: typeof import("#server/read/dayAfter.ts").readDayAfter;

const at = (minutes: number) => addMinutes(OPENS, minutes).toISOString();
const made = (minutes: number) => ({ id: uuidv7(), at: at(minutes) });
const filled = (minutes: number, vesselId: string, liquidG: number, tempC: number | null): SentEvent => ({
  kind: "potFilled",
  ...made(minutes),
  vesselId,
  cardId: null,
  batchId: null,
  coffeeId: SALTMARSH,
  serve: "hot",
  liquidG,
  strengthPct: 1.4,
  tempC,
  brewedAt: at(minutes),
});
const cups = (minutes: number, vesselId: string, count: number): SentEvent => ({
  kind: "served",
  ...made(minutes),
  vesselId,
  massG: 220 * count,
  cups: count,
  cupMl: 240,
});

beforeAll(async () => {
  fresh = await plannedDatabase("day_after", MADE);
  process.env.TUMBEK_DATABASE = JSON.stringify(fresh.address);
  vi.stubEnv("TUMBEK_NOW", NOW.toISOString());
  const { keepBarEvents } = await import("#server/bar.ts");
  ({ readDayAfter } = await import("#server/read/dayAfter.ts"));
  await keepBarEvents(
    PIER_HEAD,
    {
      sentAt: NOW.toISOString(),
      events: [
        filled(10, LEFT, 2800, null),
        cups(20, LEFT, 4),
        cups(40, LEFT, 2),
        // Hot enough for all of its hour and a half.
        filled(60, BLUE, 1800, 93),
        cups(70, BLUE, 5),
        // Past its time, an hour and a half after it was brewed.
        { kind: "pouredAway", ...made(100), vesselId: LEFT, reason: "tooOld" },
        { kind: "setAside", ...made(101), vesselId: BLUE, massG: 100 },
        { kind: "pouredAway", ...made(OPEN_MIN), vesselId: BLUE, reason: "closing" },
        { kind: "checked", ...made(OPEN_MIN + 1), item: "pots", note: null },
      ],
    },
    { personId: BARISTA, at: NOW },
  );
});
afterAll(async () => {
  vi.unstubAllEnvs();
  await fresh.drop();
});

test("the day's coffee, its waste, its age and what was missed are those worked by hand", async () => {
  const day = await readDayAfter("2026-07-22");
  if (typeof day === "string") throw new Error(day);
  const hot = day.products.find(({ name }) => name === "Saltmarsh, hot")!;
  expect(hot).toMatchObject({
    thereG: 0,
    brewedG: 4600,
    batches: 2,
    // Eleven cups of 220 g.
    servedG: 2420,
    cups: 11,
    asideG: 100,
    // 2,800 less six cups, and 1,800 less five and 100 g.
    pouredG: 1480 + 600,
    leftG: 0,
    oldestMin: 30,
    // Until the first pot stood; and from when the blue one was past its hour and a half, though it stood until six.
    withoutMin: 10 + OPEN_MIN - 150,
  });
  expect(hot.meanAgeMin).toBeCloseTo((4 * 10 + 2 * 30 + 5 * 10) / 11, 6);
  // Most of a Wednesday, but not its mornings' peak.
  expect(hot.lostCups).toBeGreaterThan(40);
  expect(hot.lostCups).toBeLessThan(300);
  expect(day.poured.map(({ vessel, reason, restG, ageMin }) => [vessel, reason, restG, ageMin])).toEqual([
    ["dispenser 3.1 l, left", "tooOld", 1480, 90],
    ["pot 2.05 l, blue", "closing", 600, OPEN_MIN - 60],
  ]);
  const small = day.sold.find(({ name, cupMl }) => name === "Saltmarsh, hot" && cupMl === 240)!;
  expect(small.count).toBe(11);
  const counts = day.sold.map(({ count }) => count);
  expect(counts).toEqual(counts.toSorted((a, b) => b - a));
  expect(day).toMatchObject({ isToday: true, day: "2026-07-22" });
  expect(day.days.slice(0, 2).map(({ text }) => text)).toEqual(["Wed 22 Jul, today", "Tue 21 Jul"]);
  // Iced was asked for, and never brewed.
  const iced = day.products.find(({ name }) => name === "Saltmarsh, iced")!;
  expect(iced).toMatchObject({ brewedG: 0, withoutMin: OPEN_MIN });
  expect(iced.lostCups).toBeGreaterThan(5);
});

test("a day that is not over yet, or that nobody knows, is told as such", async () => {
  const tomorrow = await readDayAfter("2026-07-23");
  if (typeof tomorrow === "string") throw new Error(tomorrow);
  // A day to come has no account: today's is shown.
  expect(tomorrow.day).toBe("2026-07-22");
  const before = await readDayAfter("2026-06-01");
  if (typeof before === "string") throw new Error(before);
  expect(before.poured).toEqual([]);
  expect(before.isToday).toBe(false);
  expect(before.products.every(({ brewedG, servedG }) => brewedG === 0 && servedG === 0)).toBe(true);
});

test("what was planned stands beside what was brewed of it", async () => {
  const { listOf, saveList } = await import("#server/shifts.ts");
  const of = { siteId: PIER_HEAD, day: "2026-07-22" };
  const { revision } = await listOf(of);
  const items = [{ id: uuidv7(), cardId: demoId(600), batches: 3 }];
  await saveList(of, { revision, items }, { personId: BARISTA, at: NOW });
  const day = await readDayAfter("2026-07-22");
  if (typeof day === "string") throw new Error(day);
  expect(day.planned).toEqual([
    { cardId: demoId(600), title: "Saltmarsh, hot, 2\u202f801 g on Fulmar", batches: 3, brewed: 0 },
  ]);
});

test("what was checked off stands at the bar of the day, with its time", async () => {
  const { barViewOf } = await import("#server/read/bar.ts");
  const { benchOf } = await import("#server/bench.ts");
  const view = await barViewOf((await benchOf(PIER_HEAD))!);
  expect(view.checked).toMatchObject([{ item: "pots", atMs: Date.parse(at(OPEN_MIN + 1)), note: null }]);
});

test("a small cup is to be had while it is left, also where the usual one is larger", async () => {
  const { keepBarEvents } = await import("#server/bar.ts");
  await transact(fresh.db, async (tx) => {
    await tx.update(cupRows).set({ fillG: 330 }).where(eq(cupRows.serve, "hot"));
    await turnBench(tx, "equipment");
  });
  const DAY_MIN = 24 * 60;
  const events: SentEvent[] = [
    filled(10 - DAY_MIN, LEFT, 520, null),
    // 300 g are left, for half an hour.
    { ...cups(20 - DAY_MIN, LEFT, 1), cupMl: 350 } as SentEvent,
    { kind: "pouredAway", ...made(50 - DAY_MIN), vesselId: LEFT, reason: "taste" },
    filled(51 - DAY_MIN, BLUE, 1000, null),
    cups(52 - DAY_MIN, BLUE, 3),
    { kind: "pouredAway", ...made(52 - DAY_MIN), vesselId: BLUE, reason: "taste" },
  ];
  await keepBarEvents(PIER_HEAD, { sentAt: NOW.toISOString(), events }, { personId: BARISTA, at: NOW });
  const day = await readDayAfter("2026-07-21");
  if (typeof day === "string") throw new Error(day);
  const hot = day.products.find(({ name }) => name === "Saltmarsh, hot")!;
  expect(hot).toMatchObject({ cupG: 330, withoutMin: 10 + 1 + OPEN_MIN - 52 });
  // The cup that sold most first.
  expect(day.sold.slice(0, 2).map(({ cupMl, count }) => [cupMl, count])).toEqual([
    [240, 3],
    [350, 1],
  ]);
});
