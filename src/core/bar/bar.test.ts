import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { BarEvent, Filling, Happened } from "./events.ts";
import { eventsOf, type Followed, foldBar, follow, NOTHING_YET } from "./fold.ts";
import { historyOf, samplesAhead } from "./history.ts";
import { potNow } from "./now.ts";
import { type Standing, standingAt } from "./standing.ts";
import { type BarKit, type BarState, EMPTY_BAR } from "./state.ts";

const MIN = 60_000;
const ROOM_C = 21;
const COOLING = { tauMin: 600, filledG: 2850, vesselJPerK: 300 };
const KIT: BarKit = {
  roomTempC: ROOM_C,
  vessels: {
    a: { brimG: 3100, holdMin: 90, cooling: COOLING, plate: null, plateIsOn: false },
    b: { brimG: 2050, holdMin: 60, cooling: COOLING, plate: null, plateIsOn: false },
    plate: {
      brimG: 1750,
      holdMin: 30,
      cooling: COOLING,
      plate: { heldTempC: 80, evaporationGPerH: 60 },
      plateIsOn: true,
    },
  },
};
const RULES = { hotMin: 120, icedMin: 480, leastHotC: 60 };

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
  cost: 350,
};
let made = 0;
const at = (minutes: number, happened: Happened, id = `e${String(made++).padStart(6, "0")}`): BarEvent => ({
  ...happened,
  id,
  atMs: minutes * MIN,
});
const filled = (minutes: number, over: Partial<Filling> = {}) =>
  at(minutes, { kind: "potFilled", ...FILLING, brewedMs: minutes * MIN, ...over });
const cup = (minutes: number, vesselId = "a", massG = 220) =>
  at(minutes, { kind: "served", vesselId, massG, cups: 1, cupMl: 240 });
const barAfter = (...events: BarEvent[]) => foldBar(events, KIT).state;
const standing = (state: BarState, vesselId = "a") => state.pots.get(vesselId)?.standing ?? null;

describe("a pot from brewing to pouring away", () => {
  test("cups come out of it, and the rest is poured away with its reason", () => {
    const state = barAfter(
      filled(0),
      cup(5),
      cup(6),
      at(90, { kind: "pouredAway", vesselId: "a", reason: "tooOld" }),
    );
    expect(standing(state)).toBeNull();
    // 2800 − 2 · 220
    expect(state.ended).toMatchObject([
      { by: "pouredAway", reason: "tooOld", restG: 2360, standing: { servedG: 440, cups: 2 } },
    ]);
  });

  test("it cools by its vessel's own time, which is shorter for less", () => {
    const full = standingAt(standing(barAfter(filled(0)))!, KIT.vessels.a!, 60 * MIN, ROOM_C);
    // 21 + 63 · exp(−60 / τ), τ = 600 · (4.19 · 2800 + 300) / (4.19 · 2850 + 300) = 589.7
    expect(full.tempC).toBeCloseTo(21 + 63 * Math.exp(-60 / 589.7), 2);
    const half = standingAt(
      { ...standing(barAfter(filled(0)))!, liquidG: 1400 },
      KIT.vessels.a!,
      60 * MIN,
      ROOM_C,
    );
    expect(half.tempC).toBeLessThan(full.tempC - 4);
  });

  test("on its plate it is held, and grows less and stronger", () => {
    const state = barAfter(filled(0, { vesselId: "plate", liquidG: 1600 }), cup(60, "plate", 0.5));
    // 60 g of water left in an hour: 1.4 · 1600 / 1540
    expect(standing(state, "plate")).toMatchObject({
      tempC: 80,
      liquidG: expect.closeTo(1539.5, 6),
      strengthPct: expect.closeTo((1.4 * 1600) / 1540, 9),
      evaporatedG: expect.closeTo(60, 9),
    });
    const off = barAfter(
      filled(0, { vesselId: "plate", liquidG: 1600 }),
      at(0, { kind: "plateTurned", vesselId: "plate", on: false }),
      cup(60, "plate"),
    );
    expect(standing(off, "plate")).toMatchObject({ evaporatedG: 0, liquidG: 1380 });
  });

  test("noted later than brewed, it is as old and as cool as it is", () => {
    const late = standing(barAfter(filled(30, { brewedMs: 0 })))!;
    expect(late.tempC).toBeLessThan(84);
    expect(potNow(late, KIT.vessels.a!, { atMs: 40 * MIN, roomTempC: ROOM_C, rules: RULES }).ageMin).toBe(40);
  });

  test("a weighing says what is left; what was not tapped is unseen", () => {
    const state = barAfter(
      filled(0),
      cup(5),
      at(10, { kind: "potMeasured", vesselId: "a", leftG: 2300, tempC: null, strengthPct: null }),
    );
    expect(standing(state)).toMatchObject({ liquidG: 2300, unseenG: 280, servedG: 220 });
  });

  test("its account goes along into a smaller pot; onto coffee the oldest one's time counts", () => {
    const moved = barAfter(
      filled(0, { liquidG: 1500 }),
      cup(5),
      at(20, { kind: "potMoved", vesselId: "a", toId: "b" }),
    );
    expect(standing(moved)).toBeNull();
    expect(standing(moved, "b")).toMatchObject({ liquidG: 1280, servedG: 220, brewedMs: 0 });

    const onto = barAfter(
      filled(0, { liquidG: 500, strengthPct: 1.2, holdMin: 45 }),
      filled(30, { vesselId: "b", liquidG: 1000, strengthPct: 1.5 }),
      at(30, { kind: "potMoved", vesselId: "a", toId: "b" }, "z"),
    );
    expect(standing(onto, "b")).toMatchObject({
      brewedMs: 0,
      holdMin: 45,
      liquidG: 1500,
      strengthPct: expect.closeTo(1.4, 9),
    });
    expect(onto.ended).toMatchObject([{ by: "moved", restG: 500 }]);
  });

  test("fresh coffee on a rest keeps the rest's time", () => {
    const state = barAfter(
      filled(0, { liquidG: 400 }),
      at(60, { kind: "potToppedUp", ...FILLING, liquidG: 1600, brewedMs: 60 * MIN }),
    );
    expect(standing(state)).toMatchObject({ brewedMs: 0, liquidG: 2000, brewedG: 2000 });
  });

  test("a top-up that is noted half an hour late has left its steam on the plate", () => {
    const topUp = {
      kind: "potToppedUp",
      ...FILLING,
      vesselId: "plate",
      liquidG: 800,
      brewedMs: 30 * MIN,
    } as const;
    const state = barAfter(filled(0, { vesselId: "plate", liquidG: 600 }), at(60, topUp));
    // 60 g/h: 60 g of the first in an hour, 30 g of the second in half of one.
    expect(standing(state, "plate")).toMatchObject({
      brewedG: 1400,
      evaporatedG: expect.closeTo(90, 9),
      liquidG: expect.closeTo(1310, 9),
    });
  });

  test("a brew is on its way until it is in the pot", () => {
    const begun = at(0, { kind: "brewBegun", vesselId: "a", cardId: "c", dueMs: 6 * MIN, waitedMin: null });
    expect(barAfter(begun).pots.get("a")).toMatchObject({ standing: null, brewing: { dueMs: 6 * MIN } });
    expect(barAfter(begun, filled(6)).pots.get("a")?.brewing).toBeNull();
  });
});

test("what is checked off of a day is kept with its time, until it is taken back", () => {
  const ice = at(5, { kind: "checked", item: "ice", note: null });
  const stock = at(600, { kind: "checked", item: "stock", note: "Saltmarsh 6 kg" });
  expect(barAfter(stock, ice).checked).toEqual([
    { eventId: ice.id, atMs: 5 * MIN, item: "ice", note: null },
    { eventId: stock.id, atMs: 600 * MIN, item: "stock", note: "Saltmarsh 6 kg" },
  ]);
  const back = at(601, { kind: "undone", eventId: ice.id });
  expect(barAfter(stock, ice, back).checked.map(({ item }) => item)).toEqual(["stock"]);
});

test("a batch that was begun and then filled in is one; one that nobody told of before counts when it is filled in", () => {
  const begun = at(1, { kind: "brewBegun", vesselId: "a", cardId: "large", dueMs: null, waitedMin: null });
  const brewed = barAfter(
    begun,
    filled(7, { cardId: "large" }),
    filled(60, { vesselId: "plate", cardId: "small" }),
    filled(90, { cardId: null }),
  ).brewed;
  expect(brewed.map(({ cardId, atMs }) => [cardId, atMs / MIN])).toEqual([
    ["large", 1],
    ["small", 60],
  ]);
  const back = at(2, { kind: "undone", eventId: begun.id });
  expect(barAfter(begun, back).brewed).toEqual([]);
});

describe("what cannot have been so is noted, and what can be of it is done", () => {
  const codes = (state: BarState) => state.odd.map(({ code }) => code);
  test.each([
    ["a cup from an empty pot", [cup(1)], ["nothingThere"]],
    [
      "a cup from one that was poured away",
      [filled(0), at(1, { kind: "pouredAway", vesselId: "a", reason: "taste" }), cup(2)],
      ["nothingThere"],
    ],
    ["more than was in it", [filled(0, { liquidG: 300 }), cup(1), cup(2)], ["moreThanWasThere"]],
    ["filled over a rest", [filled(0), filled(5)], ["filledOver"]],
    ["moved into itself", [filled(0), at(1, { kind: "potMoved", vesselId: "a", toId: "a" })], ["intoItself"]],
    [
      "moved where it does not fit",
      [filled(0), at(1, { kind: "potMoved", vesselId: "a", toId: "b" })],
      ["overBrim"],
    ],
    ["more ice than there is", [at(0, { kind: "iceTaken", iceId: "bin", massG: 5 })], ["moreThanWasThere"]],
  ] as const)("%s", (_, events, expected) => {
    expect(codes(barAfter(...events))).toEqual(expected);
  });

  test("stands there until somebody has looked at it, and again when that is taken back", () => {
    const odd = cup(1);
    const looked = at(2, { kind: "lookedAt", eventId: odd.id });
    expect(codes(barAfter(odd, looked))).toEqual([]);
    expect(codes(barAfter(odd, cup(3), looked))).toEqual(["nothingThere"]);
    // Whoever looked has a clock that is behind.
    expect(codes(barAfter(odd, at(0, { kind: "lookedAt", eventId: odd.id })))).toEqual([]);
    expect(codes(barAfter(odd, looked, at(3, { kind: "undone", eventId: looked.id })))).toEqual([
      "nothingThere",
    ]);
  });

  test("what is looked at is that one alone, and looking at something that is not odd changes nothing", () => {
    const [first, second] = [cup(1), cup(2)];
    const looked = (eventId: string) => at(3, { kind: "lookedAt", eventId });
    const left = (eventId: string) => barAfter(first, second, looked(eventId)).odd.map((odd) => odd.eventId);
    expect(left(first.id)).toEqual([second.id]);
    expect(left(second.id)).toEqual([first.id]);
    expect(left("another")).toEqual([first.id, second.id]);
  });

  test("the last of a pot is served, not more", () => {
    const state = barAfter(filled(0, { liquidG: 300 }), cup(1), cup(2));
    expect(standing(state)).toMatchObject({ liquidG: 0, cups: 2 });
    expect(standing(state)!.servedG).toBeCloseTo(300, 9);
  });

  test("a rest that is filled over was poured away, as far as anybody knows", () => {
    expect(barAfter(filled(0, { liquidG: 500 }), filled(5)).ended).toMatchObject([
      { by: "filledOver", restG: 500 },
    ]);
  });
});

describe("until when a pot is sold", () => {
  const now = (pot: Standing, atMin: number, vessel = "a") =>
    potNow(pot, KIT.vessels[vessel]!, { atMs: atMin * MIN, roomTempC: ROOM_C, rules: RULES });
  const pot = standing(barAfter(filled(0)))!;

  test("by the shortest hold of vessel, product and card; near in its last quarter of an hour, then past", () => {
    expect(now(pot, 10)).toMatchObject({ soldUntilMs: 90 * MIN, because: "hold", mark: "fresh" });
    expect(now(pot, 74.9).mark).toBe("fresh");
    expect(now(pot, 75).mark).toBe("near");
    expect(now(pot, 90).mark).toBe("past");
    expect(now({ ...pot, holdMin: 40 }, 10)).toMatchObject({ soldUntilMs: 40 * MIN });
    // A quarter of 40 min.
    expect([now({ ...pot, holdMin: 40 }, 29.9).mark, now({ ...pot, holdMin: 40 }, 30).mark]).toEqual([
      "fresh",
      "near",
    ]);
  });

  test("or by the temperature below which it is not sold", () => {
    const cool = { ...pot, tempC: 62 };
    // τ = 589.7 min: 589.7 · ln(41 / 39)
    expect(now(cool, 0)).toMatchObject({ because: "cold" });
    expect(now(cool, 0).soldUntilMs! / MIN).toBeCloseTo(589.7 * Math.log(41 / 39), 1);
    expect(now({ ...cool, serve: "iced" }, 0).because).toBe("hold");
    expect(now({ ...pot, tempC: 55 }, 1)).toMatchObject({ mark: "past", soldUntilMs: 0 });
    // In a room as warm as that it never is.
    const hotRoom = { atMs: 0, roomTempC: 60, rules: RULES };
    expect(potNow(cool, KIT.vessels.a!, hotRoom).because).toBe("hold");
    expect(potNow({ ...cool, tempC: 59 }, KIT.vessels.a!, hotRoom).soldUntilMs).toBe(0);
  });
});

describe("undone", () => {
  const [fill, first, second] = [filled(0), cup(5), cup(6)];
  const undo = at(7, { kind: "undone", eventId: second.id });
  const again = at(8, { kind: "undone", eventId: undo.id });

  test("a cup that is taken back is in the pot again, and an undo is taken back the same way", () => {
    expect(standing(barAfter(fill, first, second))!.cups).toBe(2);
    expect(standing(barAfter(fill, first, second, undo))).toMatchObject({ cups: 1, servedG: 220 });
    expect(standing(barAfter(fill, first, second, undo, again))!.cups).toBe(2);
  });

  test("however long ago it was", () => {
    const cups = Array.from({ length: 200 }, (_, i) => cup(10 + i, "a", 10));
    const before = foldBar([fill, ...cups], KIT);
    const late = at(300, { kind: "undone", eventId: cups[3]!.id });
    expect(standing(follow(before, late, KIT).state)).toMatchObject({
      cups: 199,
      servedG: expect.closeTo(1990, 6),
    });
  });

  test("before what it takes back has come, and by a clock that is behind", () => {
    const early = { ...undo, atMs: -10 * MIN };
    expect(standing(barAfter(early, fill, first, second))!.cups).toBe(1);
  });

  test("undos that take back each other count for nothing", () => {
    const one = { ...at(7, { kind: "undone", eventId: "two" }), id: "one" } as BarEvent;
    const two = { ...at(7, { kind: "undone", eventId: "one" }), id: "two" } as BarEvent;
    expect(standing(barAfter(fill, first, one, two))!.cups).toBe(1);
  });
});

test("a filling's life is told through the vessels that it stood in", () => {
  const fill = filled(0, { liquidG: 1500 });
  const events = [
    fill,
    filled(1, { vesselId: "plate", liquidG: 800 }),
    cup(20),
    at(30, { kind: "potMoved", vesselId: "a", toId: "b" }),
    cup(40, "b"),
    cup(41, "plate"),
    at(50, { kind: "pouredAway", vesselId: "b", reason: "closing" }),
  ];
  const life = historyOf(foldBar(events, KIT), KIT, { fillId: fill.id, untilMs: 90 * MIN, stepMs: 10 * MIN });
  expect(life.events.map(({ kind }) => kind)).toEqual([
    "potFilled",
    "served",
    "potMoved",
    "served",
    "pouredAway",
  ]);
  const minutes = life.samples.map(({ atMs }) => atMs / MIN);
  expect(minutes).toEqual([0, 10, 20, 20, 30, 30, 40, 40, 50]);
  expect(life.samples.at(-1)!.liquidG).toBeCloseTo(1060, 6);
  const temps = life.samples.map(({ tempC }) => tempC);
  expect(temps).toEqual(temps.toSorted((a, b) => b - a));
});

test("what is ahead of a pot is how it will stand, evenly from now to the end of its sale", () => {
  const pot = standing(barAfter(filled(0)))!;
  const ahead = (untilMs: number | null) =>
    samplesAhead(pot, KIT.vessels.a!, { nowMs: 10 * MIN, untilMs, roomTempC: ROOM_C });
  const samples = ahead(90 * MIN);
  expect([samples[0]!.atMs, samples.at(-1)!.atMs]).toEqual([10 * MIN, 90 * MIN]);
  const gap = samples[1]!.atMs - samples[0]!.atMs;
  for (const [i, { atMs, tempC, liquidG, strengthPct }] of samples.entries()) {
    expect(atMs).toBeCloseTo(10 * MIN + i * gap, 3);
    const then = standingAt(pot, KIT.vessels.a!, atMs, ROOM_C);
    expect({ tempC, liquidG, strengthPct }).toEqual({
      tempC: then.tempC,
      liquidG: then.liquidG,
      strengthPct: then.strengthPct,
    });
  }
  expect(ahead(10 * MIN)).toEqual([]);
  expect(ahead(5 * MIN)).toEqual([]);
  expect(ahead(null)).toEqual([]);
});

const VESSELS = ["a", "b", "plate"] as const;
const vesselId = fc.constantFrom(...VESSELS, "unknown");
const massG = fc.double({ min: 0.1, max: 1500, noNaN: true });
const happened: fc.Arbitrary<Happened> = fc.oneof(
  {
    weight: 3,
    arbitrary: fc.record({ vesselId, liquidG: massG, old: fc.integer({ min: 0, max: 40 }) }).map(
      ({ vesselId, liquidG, old }): Happened => ({
        kind: "potFilled",
        ...FILLING,
        vesselId,
        liquidG,
        brewedMs: old * MIN,
      }),
    ),
  },
  fc
    .record({ vesselId, liquidG: massG })
    .map(({ vesselId, liquidG }): Happened => ({ kind: "potToppedUp", ...FILLING, vesselId, liquidG })),
  {
    weight: 6,
    arbitrary: fc
      .record({ vesselId, massG })
      .map((each): Happened => ({ kind: "served", cups: 1, cupMl: 240, ...each })),
  },
  fc.record({ vesselId, massG }).map((each): Happened => ({ kind: "setAside", ...each })),
  fc.record({ vesselId, toId: vesselId }).map((each): Happened => ({ kind: "potMoved", ...each })),
  fc.record({ vesselId, on: fc.boolean() }).map((each): Happened => ({ kind: "plateTurned", ...each })),
  vesselId.map((id): Happened => ({ kind: "pouredAway", vesselId: id, reason: "other" })),
  vesselId.map((id): Happened => ({ kind: "ranOut", vesselId: id })),
  fc
    .record({ vesselId, leftG: fc.option(massG) })
    .map((each): Happened => ({ kind: "potMeasured", tempC: null, strengthPct: null, ...each })),
  fc.constantFrom("water", "pots").map((item): Happened => ({ kind: "checked", item, note: null })),
  fc.nat(29).map((i): Happened => ({ kind: "lookedAt", eventId: `e${100 + i}` })),
);
/** Events with undos of some of them, and of undos. */
const historyOfLength = (minLength: number, maxLength: number) =>
  fc
    .record({
      done: fc.array(fc.tuple(happened, fc.integer({ min: 0, max: 300 })), { minLength, maxLength }),
      undone: fc.array(fc.tuple(fc.nat(2 * maxLength), fc.integer({ min: 0, max: 300 })), { maxLength: 8 }),
    })
    .map(({ done, undone }) => {
      const events: BarEvent[] = done.map(([each, minutes], i) => ({
        ...each,
        id: `e${100 + i}`,
        atMs: minutes * MIN,
      }));
      for (const [target, minutes] of undone) {
        const eventId = events[target % events.length]!.id;
        events.push({ kind: "undone", eventId, id: `e${100 + events.length}`, atMs: minutes * MIN });
      }
      return events;
    });
const history = historyOfLength(1, 30);

describe("one answer, whatever way the events come", () => {
  const through = (events: readonly BarEvent[]) =>
    events.reduce<Followed>((sofar, event) => follow(sofar, event, KIT), NOTHING_YET);

  test("in any order, any of them twice, split over devices, one by one or all at once", () => {
    fc.assert(
      fc.property(history, fc.infiniteStream(fc.nat()), fc.nat(20), (events, luck, twice) => {
        const shuffled = events
          .concat(events.slice(0, twice))
          .map((event) => ({ event, by: luck.next().value as number }))
          .toSorted((a, b) => a.by - b.by)
          .map(({ event }) => event);
        const straight = foldBar(events, KIT).state;
        expect(foldBar(shuffled, KIT).state).toEqual(straight);
        expect(through(shuffled).state).toEqual(straight);
        const [mine, theirs] = [
          shuffled.filter((_, i) => i % 2 === 0),
          shuffled.filter((_, i) => i % 2 === 1),
        ];
        expect(through([...theirs, ...mine]).state).toEqual(straight);
      }),
    );
  });

  test("also on a long day, of which the most comes in its order and some late", () => {
    fc.assert(
      fc.property(historyOfLength(140, 260), fc.array(fc.nat(259), { maxLength: 12 }), (events, late) => {
        const sorted = eventsOf(foldBar(events, KIT));
        const isLate = (_: BarEvent, i: number) => late.includes(i);
        const arrived = [...sorted.filter((each, i) => !isLate(each, i)), ...sorted.filter(isLate)];
        const followed = through(arrived);
        expect(followed.state).toEqual(foldBar(events, KIT).state);
        expect(eventsOf(followed)).toEqual(sorted);
        // Every stop is what stood there after as many events.
        for (const [i, stop] of followed.stops.entries()) {
          const sofar = sorted.slice(0, 64 * (i + 1));
          const undos = sorted.filter(({ kind }) => kind === "undone");
          expect(stop).toEqual(foldBar([...sofar, ...undos], KIT).state);
        }
      }),
      { numRuns: 20 },
    );
  });

  test("no gram is lost: brewed = served + set aside + poured + evaporated + unseen + left, pot by pot", () => {
    fc.assert(
      fc.property(history, (events) => {
        const { pots, ended } = foldBar(events, KIT).state;
        const balance = (each: Standing) =>
          each.brewedG - each.servedG - each.asideG - each.evaporatedG - each.unseenG - each.liquidG;
        for (const { standing: pot } of pots.values()) {
          if (pot) expect(balance(pot)).toBeCloseTo(0, 6);
        }
        for (const end of ended) {
          expect(balance(end.standing)).toBeCloseTo(0, 6);
          expect(end.restG).toBeCloseTo(end.standing.liquidG, 9);
        }
      }),
    );
  });

  test("an undo of all that was done leaves nothing, and an undo of each undo brings all of it back", () => {
    fc.assert(
      fc.property(history, (events) => {
        const done = events.filter(({ kind }) => kind !== "undone");
        const undos = done.map(
          ({ id }, i): BarEvent => ({ kind: "undone", eventId: id, id: `u${100 + i}`, atMs: 400 * MIN }),
        );
        const redos = undos.map(
          ({ id }, i): BarEvent => ({ kind: "undone", eventId: id, id: `v${100 + i}`, atMs: 401 * MIN }),
        );
        expect(foldBar([...done, ...undos], KIT).state).toEqual(EMPTY_BAR);
        expect(foldBar([...done, ...undos, ...redos], KIT).state).toEqual(foldBar(done, KIT).state);
      }),
    );
  });
});
