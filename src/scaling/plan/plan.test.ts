import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { DayKit } from "#contract/dayKit.ts";
import { type DayChanges, NO_CHANGES, type SitePlan, USUAL_SITE_PLAN } from "#contract/dayPlanKinds.ts";
import { planInput } from "#contract/plan.ts";
import type { ShiftCard } from "#contract/shift.ts";
import { QUARTERS } from "#core/shift";
import { BENCH, DISPENSER } from "#tests/pierHead.ts";
import {
  cupsOfOthers,
  dayAsked,
  fromOpening,
  kitAhead,
  kitCards,
  kitProducts,
  kitVessels,
  levelSteps,
  livePots,
  ordersShort,
  planInputOf,
  timetableBrews,
  unbrewedOf,
} from "./index.ts";

const POT = {
  ...DISPENSER,
  id: "blue",
  name: "pot 2.05 l, blue",
  kind: "pot" as const,
  brimG: 2050,
  workingG: 1880,
};
const STEEL = {
  ...DISPENSER,
  id: "steel",
  name: "steel server 4.2 l",
  kind: "steel" as const,
  iced: true,
  brimG: 4200,
  workingG: 3990,
};
const HOUSE = {
  ...BENCH,
  cups: [
    { id: "h240", serve: "hot" as const, volumeMl: 240, fillG: 220 },
    { id: "h350", serve: "hot" as const, volumeMl: 350, fillG: 325 },
    { id: "h470", serve: "hot" as const, volumeMl: 470, fillG: 440 },
    { id: "i350", serve: "iced" as const, volumeMl: 350, fillG: 230 },
    { id: "i470", serve: "iced" as const, volumeMl: 470, fillG: 300 },
  ],
  vessels: [
    { ...DISPENSER, name: "dispenser 3.1 l, left" },
    { ...DISPENSER, id: "right", name: "dispenser 3.1 l, right" },
    POT,
    STEEL,
  ],
};
const [coffee] = HOUSE.coffees;

function card(
  part: Partial<ShiftCard> & { readonly yieldG?: number; readonly serve?: "hot" | "iced" },
): ShiftCard {
  const { yieldG = 2800, serve = "hot", ...own } = part;
  return {
    id: "00000000-0000-7000-8000-000000000001",
    title: `${serve} ${yieldG}`,
    batch: {
      coffee: { id: coffee!.id, name: coffee!.name },
      serve,
      doseG: yieldG / 14,
      brewWaterG: yieldG,
      bypassG: 0,
      iceG: serve === "iced" ? 1300 : 0,
      yieldG,
      glassIceG: 0,
      glasses: 0,
      rinseG: 0,
      paper: true,
      brewer: { id: "fulmar", name: "Fulmar" },
      preheatG: 0,
    },
    doseG: yieldG / 14,
    dial: null,
    settingG: null,
    marked: undefined,
    iceG: 0,
    vessel: "",
    method: serve === "iced" ? "onIce" : null,
    vesselId: serve === "iced" ? STEEL.id : DISPENSER.id,
    brewerKind: "batch",
    brewTimeS: 330,
    approved: false,
    steepH: null,
    keptH: null,
    ...own,
  };
}

const LARGE = card({});
const SMALL = card({ id: "00000000-0000-7000-8000-000000000002", yieldG: 1850, vesselId: POT.id });
const ICED = card({ id: "00000000-0000-7000-8000-000000000003", serve: "iced" });
const productsOf = (...cards: ShiftCard[]) => kitProducts(cards, HOUSE, [], new Map([[coffee!.id, 1400]]));

describe("what a site can brew", () => {
  test("vessels that are alike are one kind, by the name that they share", () => {
    const kinds = kitVessels(HOUSE.vessels);
    const { key, names } = kinds.find(({ name }) => name === "dispenser 3.1 l")!;
    expect(key).toBe("dispenser 3100");
    expect(names.length).toBe(2);
    expect(kinds.flatMap((kind) => kind.names).length).toBe(HOUSE.vessels.length);
  });

  test("a small batch may go into a larger vessel of its service, after its own", () => {
    const [product] = productsOf(SMALL, LARGE);
    expect(product!.options.map(({ title, vessel, own }) => [title, vessel, own])).toEqual([
      ["hot 2800", "dispenser 3100", true],
      ["hot 1850", "pot 2050", true],
      ["hot 1850", "dispenser 3100", false],
    ]);
    const { options, cup } = product!;
    for (const { cups, yieldG } of options) expect(cups).toBe(Math.floor(yieldG / cup.massG));
  });

  test("iced and hot are two products, and none goes into the other's vessel", () => {
    const products = productsOf(LARGE, ICED);
    expect(products.map(({ serve }) => serve)).toEqual(["hot", "iced"]);
    expect(products[1]!.options.map(({ vessel }) => vessel)).toEqual(["steel 4200 iced"]);
  });

  test("glasses that a batch fills are its cups, whole ones", () => {
    const glasses = { ...ICED, batch: { ...ICED.batch, glasses: 12.85, glassIceG: 900 } };
    expect(productsOf(glasses)[0]!.options[0]).toMatchObject({ cups: 12, iceG: 2200 });
  });

  test("of two cards of one size the approved one is brewed", () => {
    const approved = { ...LARGE, id: "00000000-0000-7000-8000-000000000009", approved: true };
    const [first, ...others] = productsOf(LARGE, approved)[0]!.options;
    expect(first!.cardId).toBe(approved.id);
    expect(others).toEqual([]);
  });

  test("what is brewed by hand, steeped overnight, or for a vessel that is gone, is not planned", () => {
    expect(productsOf({ ...LARGE, brewerKind: "hand" })).toEqual([]);
    expect(productsOf({ ...LARGE, steepH: 16 })).toEqual([]);
    expect(productsOf({ ...LARGE, vesselId: "gone" })).toEqual([]);
  });

  test("products are named by coffee and service, their cards are those that brew them, and without a cup there is none", () => {
    const products = productsOf(LARGE, ICED);
    expect(products.map(({ name }) => name)).toEqual([`${coffee!.name}, hot`, `${coffee!.name}, iced`]);
    const byHand = card({ id: "00000000-0000-7000-8000-000000000009", brewerKind: "hand" });
    expect(kitCards([LARGE, byHand, ICED], products).map(({ id }) => id)).toEqual([LARGE.id, ICED.id]);
    expect(kitProducts([LARGE], { ...HOUSE, cups: [] }, [], new Map())).toEqual([]);
    // While nothing was sold it is counted in the middle one.
    expect(products.map(({ cup }) => cup.name)).toEqual(["350 ml", "350 ml"]);
    // A pot is held no longer than its vessel keeps it, nor than the house sells it.
    const [hot] = products;
    expect(hot!.options[0]!.holdMin).toBe(60);
    const insulated = HOUSE.vessels.map((vessel) => ({ ...vessel, holdMin: 300 }));
    const [longer] = kitProducts([LARGE], { ...HOUSE, vessels: insulated }, [], new Map());
    expect(longer!.options[0]!.holdMin).toBe(HOUSE.settings.hold.hotMin);
  });

  test("the cup that sells most is the one that is counted in", () => {
    const sale = { coffeeId: coffee!.id, serve: "hot" as const, count: 5 };
    const [product] = kitProducts(
      [LARGE],
      HOUSE,
      [
        { ...sale, cupMl: 240 },
        { ...sale, cupMl: 470, count: 4 },
      ],
      new Map(),
    );
    expect(product!.cup.name).toBe("240 ml");
    expect(product!.coffeeCost).toBeNull();
  });

  test("a concentrate is begun the day before, for the iced cups of its coffee", () => {
    const steeped = {
      ...ICED,
      id: "steeped",
      steepH: 16,
      keptH: 72,
      batch: { ...ICED.batch, yieldG: 4200, bypassG: 2100, glasses: 21.6 },
    };
    const ahead = kitAhead([steeped, LARGE], productsOf(ICED));
    expect(ahead).toEqual([
      expect.objectContaining({ cardId: "steeped", cups: 21, concentrateG: 2100, steepH: 16, keptH: 72 }),
    ]);
    // 100 g of concentrate are a cup of its own: ten drinks of 150 g take as much as fifteen of them.
    const drink = { id: "d", name: "with milk", cardId: "steeped", cupsADay: 10, concentrateG: 150 };
    expect(cupsOfOthers(ahead[0]!, [drink, { ...drink, cardId: "another" }])).toBeCloseTo(15);
    expect(kitAhead([steeped], productsOf(LARGE))).toEqual([]);
  });

  test("what sells and no card brews is told, cups a day", () => {
    const sales = [{ coffeeId: coffee!.id, serve: "iced" as const, cupMl: 350, count: 84 }];
    expect(unbrewedOf(sales, productsOf(LARGE), HOUSE.coffees, 28)).toEqual([
      { name: `${coffee!.name}, iced`, cupsADay: 3 },
    ]);
    expect(unbrewedOf(sales, productsOf(ICED), HOUSE.coffees, 28)).toEqual([]);
  });
});

const SITE: SitePlan = { ...USUAL_SITE_PLAN, opensMin: 420, closesMin: 600, prepMin: 30 };
const KIT: DayKit = {
  siteId: "",
  site: "Pier Head",
  otherSites: [],
  currency: "GBP",
  timeZone: "Europe/London",
  sold: [],
  day: "2026-07-15",
  weekday: 3,
  nowMin: null,
  products: productsOf(LARGE, SMALL, ICED),
  habits: {
    products: [
      { meanCups: new Array<number>(QUARTERS).fill(3), varianceToMean: 1.3 },
      { meanCups: new Array<number>(QUARTERS).fill(1.5), varianceToMean: 1 },
    ],
    daySd: 0.1,
    days: 56,
    sameWeekdays: 8,
  },
  ahead: [],
  soldToday: null,
  unbrewed: [],
  brewers: [{ id: "fulmar", name: "Fulmar" }],
  vessels: kitVessels(HOUSE.vessels),
  cards: [],
  supplies: { coffees: [], cups: [] },
  ice: { id: "bin", storeG: 11_000, leftG: 11_000, perHourG: 540 },
  pots: [],
};
const inputOf = (
  changes: Partial<DayChanges> = {},
  kit: Partial<DayKit> = {},
  site: Partial<SitePlan> = {},
) => planInputOf({ ...KIT, ...kit }, { ...SITE, ...site }, { ...NO_CHANGES, ...changes });

describe("a day as it is planned", () => {
  test("begins before the doors open, and is asked for only while they are", () => {
    const input = inputOf();
    expect(input).toMatchObject({ slots: 42, prepSlots: 6, nowSlot: 0, brewers: 1 });
    const [hot, iced] = input.products;
    expect(hot!.meanCups.slice(0, 7)).toEqual([0, 0, 0, 0, 0, 0, 1]);
    expect(iced!.meanCups.at(-1)).toBeCloseTo(0.5);
    expect(input.handsMin).toEqual(new Array(42).fill(5));
  });

  test("a cup is worth its price, less what it costs, for those who do not wait", () => {
    const [hot] = inputOf().products;
    const { coffeeCost } = KIT.products[0]!;
    expect(coffeeCost).toBeCloseTo((14 * 200) / 1000 / 8);
    expect(hot!.lostPerCup).toBeCloseTo((3.2 - coffeeCost! - 0.12 + 0.3) * 0.8);
    expect(hot!.pouredPerCup).toBe(coffeeCost);
  });

  test("a batch takes its slots on the brewer, and no more hands than any slot has", () => {
    const [hot] = inputOf().products;
    const [large] = hot!.options;
    expect(large!.brewSlots).toBe(Math.ceil(KIT.products[0]!.options[0]!.brewMin / 5));
    expect(large!.brewSlots).toBeGreaterThan(1);
    expect(large!.handsMin).toBe(SITE.batchHandsMin);
    // Of one person a fifth of the time goes to batches: a minute a slot.
    const handsOf = (changes: Partial<DayChanges>) =>
      inputOf(changes, {}, { people: 1, brewSharePct: 20, batchHandsMin: 3 }).products[0]!.options[0]!
        .handsMin;
    expect(handsOf({})).toBe(1);
    const away = [{ id: "a", what: "person" as const, ofId: "person", fromMin: 420, toMin: 430 }];
    expect(handsOf({ away })).toBe(1);
  });

  test("planned from the opening on it knows nothing of what has happened since", () => {
    const pot = { vesselId: "v" } as unknown as DayKit["pots"][number];
    const kit = { ...KIT, nowMin: 500, soldToday: [4, 2], pots: [pot], ice: { ...KIT.ice!, leftG: 200 } };
    expect(fromOpening(kit)).toEqual({ ...KIT, ice: { ...KIT.ice, leftG: 11_000 } });
    expect(fromOpening({ ...kit, ice: null }).ice).toBeNull();
  });

  test("a person away takes their hands along; a brewer away is forbidden for so long", () => {
    const away = [
      { id: "a", what: "person" as const, ofId: "person", fromMin: 420, toMin: 430 },
      { id: "b", what: "brewer" as const, ofId: "fulmar", fromMin: 480, toMin: 540 },
    ];
    const input = inputOf({ away });
    expect(input.handsMin.slice(5, 9)).toEqual([5, 2.5, 2.5, 5]);
    expect(input.forbidden).toEqual([{ resource: "fulmar", fromSlot: 18, toSlot: 30 }]);
  });

  test("an order keeps brewer and vessel for itself, one batch after the other, until they are back", () => {
    const order = { id: "o", name: "the pilots", atMin: 540, untilMin: 570, cups: 12, cardId: LARGE.id };
    const { forbidden } = inputOf({ orders: [order] });
    expect(forbidden).toEqual([
      { resource: "fulmar", fromSlot: 27, toSlot: 30 },
      { resource: "dispenser 3100", fromSlot: 27, toSlot: 36 },
      { resource: "dispenser 3100", fromSlot: 28, toSlot: 36 },
    ]);
  });

  test("an order takes hands when it is brewed, and its ice out of the bin", () => {
    const order = { id: "o", name: "the pilots", atMin: 540, untilMin: 570, cups: 12, cardId: LARGE.id };
    const { handsMin, ice } = inputOf({ orders: [order] });
    // Two batches of 6.4 min and one more: begun at 08:45 and 08:52.
    expect(handsMin.slice(26, 30)).toEqual([5, 3, 3, 5]);
    expect(ice!.initKg).toBe(11);
    const iced = KIT.products[1]!.options[0]!;
    const cold = { ...order, cardId: ICED.id, cups: 2 * iced.cups };
    expect(inputOf({ orders: [cold] }).ice!.initKg).toBeCloseTo(11 - (2 * iced.iceG) / 1000);
    expect(inputOf({}, { ice: { ...KIT.ice!, leftG: 4000 } }).ice).toMatchObject({ initKg: 4, capKg: 11 });
  });

  test("an order of five thousand cups takes all that there is, and is told to be too much", () => {
    const order = { id: "o", name: "the fleet", atMin: 540, untilMin: 570, cups: 5000, cardId: LARGE.id };
    expect(inputOf({ orders: [order] }).forbidden.length).toBe(3);
    expect(ordersShort(KIT, [order])).toEqual([{ name: "the fleet", wanted: 625, owned: 2 }]);
    expect(ordersShort(KIT, [{ ...order, cups: 16 }])).toEqual([]);
  });

  test("orders are held against the vessels of their own card", () => {
    const order = (cardId: string, cups: number) => ({
      id: "o",
      name: "the pilots",
      atMin: 540,
      untilMin: 570,
      cups,
      cardId,
    });
    const short = (cardId: string, cups: number) => ordersShort(KIT, [order(cardId, cups)]);
    const [, iced] = KIT.products;
    const cups = Math.floor(iced!.options[0]!.cups);
    expect(short(ICED.id, cups)).toEqual([]);
    expect(short(ICED.id, 2 * cups)).toEqual([{ name: "the pilots", wanted: 2, owned: 1 }]);
    expect(short(LARGE.id, 2 * Math.floor(KIT.products[0]!.options[0]!.cups))).toEqual([]);
    expect(short("gone", 9999)).toEqual([]);
  });

  test("a pin is of the product of its card; one of a card that is gone is none", () => {
    const pins = [
      { id: "p", cardId: ICED.id, readyMin: 480 },
      { id: "q", cardId: "gone", readyMin: 480 },
    ];
    expect(inputOf({ pins }).pins).toEqual([{ product: KIT.products[1]!.key, card: ICED.id, readySlot: 18 }]);
  });

  test("a warm afternoon sells more iced, and no more hot", () => {
    const { cups } = dayAsked(KIT, SITE, { ...NO_CHANGES, tempC: 23 });
    expect(cups[0]![40]).toBe(3);
    expect(cups[1]![40]).toBeCloseTo(1.5 * 1.04 ** 5);
  });

  test("a day that sells twice what was expected is planned so from now on", () => {
    // From seven until nine: 24 hot and 12 iced were expected.
    const now = { nowMin: 540, soldToday: [48, 24] };
    const { cups, running } = dayAsked({ ...KIT, ...now }, SITE, NO_CHANGES);
    expect(running).toMatchObject({ soldCups: 72, expectedCups: 36 });
    expect(running!.factor).toBeGreaterThan(1.1);
    expect(cups[0]![35]).toBe(3);
    expect(cups[0]![36]).toBeCloseTo(3 * running!.factor);
    // The staff's cups are in no till.
    const staff = { ...SITE, staffCups: 200 };
    expect(dayAsked({ ...KIT, ...now, soldToday: [24, 12] }, staff, NO_CHANGES).running).toMatchObject({
      expectedCups: 36,
      factor: 1,
    });
    expect(dayAsked({ ...KIT, ...now, soldToday: [26, 13] }, SITE, NO_CHANGES).cups[0]![36]).toBe(3);
  });

  test("a weekly surge comes on its weekdays", () => {
    const surge = { id: "s", name: "07:40", atMin: 460, cups: 20, serve: "hot" as const, weekdays: [3] };
    const sum = (site: SitePlan) =>
      dayAsked(KIT, site, NO_CHANGES).cups[0]!.reduce((all, each) => all + each, 0);
    expect(sum({ ...SITE, surges: [surge] }) - sum(SITE)).toBeCloseTo(20);
    expect(sum({ ...SITE, surges: [{ ...surge, weekdays: [6, 7] }] })).toBeCloseTo(sum(SITE));
  });

  test("without a history it is as three answers say", () => {
    const guessed = { cupsADay: 100, peaksMin: [480], icedPct: 25 };
    const { cups, habits } = dayAsked({ ...KIT, habits: null }, { ...SITE, guessed }, NO_CHANGES);
    expect(cups.map((quarters) => Math.round(quarters.reduce((all, each) => all + each, 0)))).toEqual([
      75, 25,
    ]);
    expect(habits.days).toBe(0);
  });

  test("what stands there now is in it, brewed before it begins", () => {
    const pot = { product: KIT.products[0]!.key, cups: 5, vessel: "pot 2050", vesselName: "" };
    const pots = [
      { ...pot, readyMin: 380, pourAtMin: 500, underWay: false, brewerId: null },
      { ...pot, readyMin: 484, pourAtMin: 600, underWay: true, brewerId: "fulmar" },
    ];
    const input = inputOf({}, { pots, nowMin: 480 });
    expect(input.nowSlot).toBe(18);
    expect(input.pots).toEqual([
      { product: pot.product, cups: 5, vesselKind: "pot 2050", readySlot: -2, pourAtSlot: 22 },
    ]);
    expect(input.brewing[0]).toMatchObject({ readySlot: 19, brewer: "fulmar" });
  });

  test("whatever is known of it, the core takes it", () => {
    const minute = fc.integer({ min: 0, max: 1440 });
    const spans = fc
      .tuple(minute, minute)
      .map(([a, b]) => ({ fromMin: Math.min(a, b), toMin: Math.max(a, b) + 1 }));
    const changes = fc.record({
      factors: fc.array(
        fc.record({ span: spans, percent: fc.integer({ min: -100, max: 300 }) }).map(({ span, percent }) => ({
          id: "f",
          percent,
          serve: null,
          ...span,
        })),
        { maxLength: 3 },
      ),
      orders: fc.array(
        fc.record({ span: spans, cups: fc.integer({ min: 1, max: 60 }) }).map(({ span, cups }) => ({
          id: "o",
          name: "order",
          atMin: span.fromMin,
          untilMin: span.toMin,
          cups,
          cardId: LARGE.id,
        })),
        { maxLength: 2 },
      ),
      pins: fc.array(
        minute.map((readyMin) => ({ id: "p", cardId: SMALL.id, readyMin })),
        { maxLength: 2 },
      ),
      tempC: fc.option(fc.integer({ min: -20, max: 45 })),
      nowMin: fc.option(minute),
      hours: spans,
    });
    fc.assert(
      fc.property(changes, ({ nowMin, hours, ...known }) => {
        const site = { opensMin: hours.fromMin, closesMin: Math.min(1440, hours.toMin) };
        if (site.closesMin <= site.opensMin) return;
        const read = planInput.safeParse(inputOf(known, { nowMin }, site));
        expect(read.success ? [] : read.error.issues).toEqual([]);
      }),
    );
  });
});

describe("levels for the wall", () => {
  test("levels that differ by two cups at most are one line", () => {
    expect(levelSteps([-1, -1, 8, 9, 10, 10, 14, 14, -1], 0)).toEqual([
      { fromSlot: 0, toSlot: 2, cups: -1 },
      { fromSlot: 2, toSlot: 6, cups: 9 },
      { fromSlot: 6, toSlot: 8, cups: 14 },
      { fromSlot: 8, toSlot: 9, cups: -1 },
    ]);
  });

  test("a level of no cups is one: it is brewed when the last is gone", () => {
    expect(levelSteps([0, -1, 0], 0).map(({ cups }) => cups)).toEqual([0, -1, 0]);
  });

  test("every slot from now is in one line, and no level is told more than two cups off", () => {
    const levels = fc.array(fc.integer({ min: -1, max: 30 }), { minLength: 1, maxLength: 80 });
    fc.assert(
      fc.property(levels, fc.nat(), (all, from) => {
        const first = from % all.length;
        const steps = levelSteps(all, first);
        expect(steps[0]!.fromSlot).toBe(first);
        expect(steps.at(-1)!.toSlot).toBe(all.length);
        for (const [i, { fromSlot, toSlot, cups }] of steps.entries()) {
          if (i > 0) expect(fromSlot).toBe(steps[i - 1]!.toSlot);
          for (const level of all.slice(fromSlot, toSlot)) {
            expect(level < 0).toBe(cups < 0);
            expect(Math.abs(level - cups)).toBeLessThanOrEqual(2);
          }
        }
      }),
    );
  });
});

test("a small batch in a large vessel is drawn as the small one that it is", () => {
  const input = inputOf();
  const [product] = input.products;
  const emptyOf = (card: string) => {
    const vesselKind = "dispenser 3100";
    const brews = [{ product: product!.name, card, vesselKind, beginSlot: 4, readySlot: 6 }];
    const [drawn] = timetableBrews({ brews, cost: 0, lostCups: 0, pouredCups: 0, meanAgeMin: 0 }, input);
    return drawn!.emptySlot;
  };
  // A cup a slot: as many slots as it holds cups.
  const cupsOf = (card: string) => product!.options.find((option) => option.card === card)!.cups;
  expect(emptyOf(SMALL.id) - 6).toBe(cupsOf(SMALL.id));
  expect(emptyOf(LARGE.id) - 6).toBe(cupsOf(LARGE.id));
});

test("a timetable is drawn until the usual guests have emptied each pot, the oldest first", () => {
  const input = inputOf();
  const product = input.products[0]!.name;
  const brew = { product, card: LARGE.id, vesselKind: "dispenser 3100" };
  const timetable = {
    brews: [
      { ...brew, beginSlot: 4, readySlot: 6 },
      { ...brew, beginSlot: 8, readySlot: 10 },
    ],
    cost: 0,
    lostCups: 0,
    pouredCups: 0,
    meanAgeMin: 0,
  };
  // Eight cups at one in five minutes from seven o'clock, the sixth slot; then eight more.
  expect(
    timetableBrews(timetable, input).map(({ p10Slot, p90Slot, emptySlot }) => [p10Slot, p90Slot, emptySlot]),
  ).toEqual([
    [4, 4, 14],
    [8, 8, 22],
  ]);
});

describe("what stands at the bar", () => {
  const standing = { product: KIT.products[0]!.key, liquidG: 2000, brewedMin: 540, soldUntilMin: 600 };
  const pot = { name: "dispenser 3.1 l, left", standing, brewing: null };

  test("is whole cups in its kind of vessel, until it is past", () => {
    const [here] = livePots(KIT, [pot], 570);
    expect(here).toEqual({
      product: standing.product,
      cups: Math.floor(2000 / KIT.products[0]!.cup.massG),
      vessel: "dispenser 3100",
      vesselName: pot.name,
      readyMin: 540,
      pourAtMin: 600,
      underWay: false,
      brewerId: null,
    });
    const lasting = { ...pot, standing: { ...standing, soldUntilMin: null } };
    expect(livePots(KIT, [lasting], 570)[0]!.pourAtMin).toBe(2880);
  });

  test("a batch under way is all of its cups, never ready before now", () => {
    const brewing = { cardId: SMALL.id, begunMin: 560, dueMin: null };
    const { brewMin, holdMin, cups } = KIT.products[0]!.options.find(({ cardId }) => cardId === SMALL.id)!;
    const [under] = livePots(KIT, [{ ...pot, name: POT.name, standing: null, brewing }], 561);
    expect(under).toMatchObject({
      cups,
      readyMin: 560 + brewMin,
      pourAtMin: 560 + brewMin + holdMin,
      underWay: true,
    });
    const late = livePots(KIT, [{ ...pot, brewing: { ...brewing, dueMin: 565 } }], 580);
    expect(late[0]).toMatchObject({ readyMin: 580, underWay: true });
  });

  test("a coffee that no card brews, a brew by no card, and a vessel that is gone are nobody's stock", () => {
    expect(livePots(KIT, [{ ...pot, standing: { ...standing, product: "other hot" } }], 570)).toEqual([]);
    expect(livePots(KIT, [{ ...pot, brewing: { cardId: null, begunMin: 560, dueMin: null } }], 570)).toEqual(
      [],
    );
    expect(livePots(KIT, [{ ...pot, name: "a jug" }], 570)).toEqual([]);
    expect(livePots(KIT, [{ ...pot, standing: null }], 570)).toEqual([]);
  });
});
