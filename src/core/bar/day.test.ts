import fc from "fast-check";
import { expect, test } from "vitest";
import { dayOf, type ProductDay } from "./day.ts";
import type { BarEvent, Filling, Happened } from "./events.ts";
import { foldBar } from "./fold.ts";
import type { BarKit } from "./state.ts";

const MIN = 60_000;
const COOLING = { tauMin: 600, filledG: 2850, vesselJPerK: 300 };
const pot = { brimG: 3100, holdMin: 90, cooling: COOLING, plate: null, plateIsOn: false };
const KIT: BarKit = {
  roomTempC: 21,
  vessels: {
    a: pot,
    b: pot,
    plate: { ...pot, plate: { heldTempC: 80, evaporationGPerH: 60 }, plateIsOn: true },
  },
};
/** From midnight; doors are open from seven until nine. */
const DAY = {
  fromMs: 0,
  untilMs: 1440 * MIN,
  opensMs: 420 * MIN,
  closesMs: 540 * MIN,
  cupG: 200,
  rules: { hotMin: null, icedMin: null, leastHotC: 0 },
  asked: [],
};
let made = 0;
const at = (minutes: number, happened: Happened): BarEvent => ({
  ...happened,
  id: `e${String(made++).padStart(6, "0")}`,
  atMs: minutes * MIN,
});
const FILLING: Filling = {
  vesselId: "a",
  coffeeId: "saltmarsh",
  serve: "hot",
  cardId: null,
  batchId: null,
  liquidG: 2800,
  strengthPct: 1.4,
  tempC: 84,
  brewedMs: 0,
  holdMin: null,
  cost: null,
};
const filled = (minutes: number, over: Partial<Filling> = {}) =>
  at(minutes, { kind: "potFilled", ...FILLING, brewedMs: minutes * MIN, ...over });
const cup = (minutes: number, massG = 220, vesselId = "a") =>
  at(minutes, { kind: "served", vesselId, massG, cups: 1, cupMl: 240 });
const account = (...events: BarEvent[]) => dayOf(foldBar(events, KIT), KIT, DAY);
const balance = ({ thereG, brewedG, ...gone }: ProductDay) =>
  thereG +
  brewedG -
  (gone.servedG + gone.asideG + gone.evaporatedG + gone.unseenG + gone.pouredG + gone.leftG);

test("a day worked by hand: what was there, brewed, served, poured away, and when nobody could have a cup", () => {
  const { products, poured } = account(
    // Yesterday's rest.
    filled(-60, { liquidG: 600 }),
    cup(425, 200),
    at(426, { kind: "pouredAway", vesselId: "a", reason: "tooOld" }),
    filled(440),
    cup(450),
    cup(470),
    at(480, { kind: "potMeasured", vesselId: "a", leftG: 2000, tempC: null, strengthPct: null }),
    at(500, { kind: "pouredAway", vesselId: "a", reason: "taste" }),
  );
  const [hot] = products;
  expect(hot).toMatchObject({
    thereG: 600,
    brewedG: 2800,
    batches: 1,
    servedG: 640,
    cups: 3,
    // 2,800 less two cups are 2,360; 2,000 were weighed.
    unseenG: 360,
    pouredG: 400 + 2000,
    leftG: 0,
  });
  // 200 g of 485 min, 220 g of ten and of thirty minutes.
  expect(hot!.meanAgeMin).toBeCloseTo((200 * 485 + 220 * 10 + 220 * 30) / 640, 9);
  expect(hot!.oldestMin).toBe(485);
  expect(poured.map(({ reason, restG, ageMin }) => [reason, restG, ageMin])).toEqual([
    ["tooOld", 400, 486],
    ["taste", 2000, 60],
  ]);
  // Yesterday's rest is past its ninety minutes; and from the last pouring to the closing of the doors.
  expect(hot!.without.map(({ fromMs, toMs }) => [fromMs / MIN, toMs / MIN])).toEqual([
    [420, 440],
    [500, 540],
  ]);
  expect(balance(hot!)).toBeCloseTo(0, 9);
});

test("what waited is counted: a pot past its hold from then until it was poured, a batch as it was told, of this day alone", () => {
  const begun = (minutes: number, waitedMin: number | null) =>
    at(minutes, { kind: "brewBegun", vesselId: "b", cardId: "card", dueMs: null, waitedMin });
  const { poured, waited } = account(
    begun(-30, 20),
    filled(420),
    begun(425, null),
    begun(430, 12),
    begun(431, 0),
    // Ninety minutes are its hold.
    at(535, { kind: "pouredAway", vesselId: "a", reason: "tooOld" }),
    filled(540),
    at(550, { kind: "pouredAway", vesselId: "a", reason: "taste" }),
  );
  expect(poured.map(({ pastMin }) => pastMin)).toEqual([25, 0]);
  expect(waited).toEqual([{ cardId: "card", atMs: 430 * MIN, waitedMin: 12 }]);
});

test("a product that guests ask for is missed from the opening on, until its first pot stands", () => {
  const wanted = [{ coffeeId: "saltmarsh", serve: "hot" as const }];
  const { products } = dayOf(foldBar([filled(430)], KIT), KIT, { ...DAY, asked: wanted });
  expect(products[0]!.without).toEqual([
    { fromMs: 420 * MIN, toMs: 430 * MIN },
    // It is held for ninety minutes.
    { fromMs: 520 * MIN, toMs: 540 * MIN },
  ]);
  const never = dayOf(foldBar([], KIT), KIT, { ...DAY, asked: wanted });
  expect(never.products[0]).toMatchObject({
    brewedG: 0,
    without: [{ fromMs: DAY.opensMs, toMs: DAY.closesMs }],
  });
});

test("a pot past its time is none: the product is missed from then on, as the vessel, the house or the cold says", () => {
  const missed = (day: Partial<typeof DAY>) => {
    const { products } = dayOf(foldBar([filled(425)], KIT), KIT, { ...DAY, ...day });
    return products[0]!.without.map(({ fromMs, toMs }) => [fromMs / MIN, toMs / MIN]);
  };
  expect(missed({})).toEqual([[515, 540]]);
  expect(missed({ rules: { hotMin: 60, icedMin: 10, leastHotC: 0 } as never })).toEqual([[485, 540]]);
  const [cold] = missed({ rules: { hotMin: null, icedMin: null, leastHotC: 80 } });
  expect(cold![0]).toBeGreaterThan(425);
  expect(cold![0]).toBeLessThan(515);
});

test("what is undone never was, and what was filled over is told as poured", () => {
  const twice = cup(451);
  const { products, poured } = account(
    filled(440),
    cup(450),
    twice,
    at(452, { kind: "undone", eventId: twice.id }),
    filled(470, { coffeeId: "night mail" }),
  );
  expect(products.map(({ coffeeId, cups, pouredG, leftG }) => [coffeeId, cups, pouredG, leftG])).toEqual([
    ["saltmarsh", 1, 2580, 0],
    ["night mail", 0, 0, 2800],
  ]);
  expect(poured).toMatchObject([{ reason: "filledOver", restG: 2580, ageMin: 30 }]);
});

test("what a plate steamed away to the last gram is counted when the pot is filled anew, or another one is moved into it", () => {
  const onPlate = filled(430, { vesselId: "plate", liquidG: 1 });
  // 60 g an hour: the gram is gone a minute later, and nobody looked in between.
  const intoIt = filled(450, { vesselId: "plate", liquidG: 800 });
  const ontoIt = [filled(440), at(450, { kind: "potMoved", vesselId: "a", toId: "plate" })];
  const refilled = account(onPlate, intoIt);
  const moved = account(onPlate, ...ontoIt);
  for (const after of [[intoIt], ontoIt])
    expect(foldBar([onPlate, ...after], KIT).state.ended).toMatchObject([
      { vesselId: "plate", by: "ranOut", restG: 0, standing: { evaporatedG: 1 } },
    ]);
  for (const { products, poured } of [refilled, moved]) {
    expect(products).toMatchObject([{ evaporatedG: 1, pouredG: 0 }]);
    expect(balance(products[0]!)).toBeCloseTo(0, 9);
    expect(poured).toEqual([]);
  }
  expect(refilled.products[0]).toMatchObject({ brewedG: 801, leftG: 800 });
  expect(moved.products[0]).toMatchObject({ brewedG: 2801, leftG: 2800 });
});

test("whatever happened, no gram is lost or made", () => {
  const vesselId = fc.constantFrom("a", "b", "plate");
  const massG = fc.integer({ min: 1, max: 900 });
  const happened: fc.Arbitrary<Happened> = fc.oneof(
    fc
      .record({ vesselId, liquidG: massG, coffeeId: fc.constantFrom("saltmarsh", "night mail") })
      .map((each): Happened => ({ kind: "potFilled", ...FILLING, ...each })),
    fc
      .record({ vesselId, liquidG: massG })
      .map((each): Happened => ({ kind: "potToppedUp", ...FILLING, ...each })),
    fc
      .record({ vesselId, massG })
      .map((each): Happened => ({ kind: "served", ...each, cups: 1, cupMl: 240 })),
    fc.record({ vesselId, massG }).map((each): Happened => ({ kind: "setAside", ...each })),
    fc.record({ vesselId, toId: vesselId }).map((each): Happened => ({ kind: "potMoved", ...each })),
    vesselId.map((id): Happened => ({ kind: "ranOut", vesselId: id })),
    vesselId.map((id): Happened => ({ kind: "pouredAway", vesselId: id, reason: "other" })),
    fc
      .record({ vesselId, leftG: massG })
      .map((each): Happened => ({ kind: "potMeasured", ...each, tempC: null, strengthPct: null })),
  );
  const events = fc.array(fc.tuple(happened, fc.integer({ min: -200, max: 1700 })), { maxLength: 40 });
  fc.assert(
    fc.property(events, (all) => {
      const { products } = account(...all.map(([each, minutes]) => at(minutes, each)));
      const off = products.reduce((sum, product) => sum + balance(product), 0);
      expect(off).toBeCloseTo(0, 6);
      for (const { without } of products)
        for (const { fromMs, toMs } of without) {
          expect(fromMs).toBeGreaterThanOrEqual(DAY.opensMs);
          expect(toMs).toBeLessThanOrEqual(DAY.closesMs);
          expect(toMs).toBeGreaterThan(fromMs);
        }
    }),
  );
});
