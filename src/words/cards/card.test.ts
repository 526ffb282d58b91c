import { describe, expect, test } from "vitest";
import type { CardSheet } from "#contract/card.ts";
import { type IcedService, USUAL_ICED } from "#core/iced";
import { PLAIN, printersOf } from "#words/figures";
import { cardTitle, cautionsOf, closeEnough, closeShareOf, stepsOf, stopsOf } from "./index.ts";

const print = PLAIN;

const rounded = { doseG: 202, brewWaterG: 3228.8, bypassG: 0, iceG: 0, yieldG: 2800.56, settingG: 3300 };
const HOT = {
  chosen: { serve: "hot", iced: USUAL_ICED },
  input: { serve: "hot" },
  result: { rounded, checks: [] },
  dial: { grinder: "Chough", setting: 8.5 },
  madeWith: {
    recipe: "Loft cone",
    brewer: "Fulmar",
    brewerKind: "batch",
    filter: "paper",
    vessel: "dispenser",
    vesselKind: "dispenser",
    coffee: "Saltmarsh",
    waterTempC: 93,
  },
} as unknown as CardSheet;
const ICED = {
  ...HOT,
  chosen: { serve: "iced", iced: USUAL_ICED },
  input: { serve: "iced" },
  result: {
    rounded: { ...rounded, doseG: 184, iceG: 1100, brewWaterG: 1667.2, settingG: 1700 },
    checks: [],
  },
  madeWith: { ...HOT.madeWith, vessel: "glass server", vesselKind: "glass", iceSource: "bin machine" },
} as unknown as CardSheet;

/** Where the first step that says this stands. */
const at = (card: CardSheet, part: string) => stepsOf(card, print).findIndex((step) => step.includes(part));

describe("a brewer's own marks and switch", () => {
  const on = (madeWith: object) => ({ ...HOT, madeWith: { ...HOT.madeWith, ...madeWith } }) as CardSheet;

  test("a setting is said as the brewer is marked", () => {
    // 3300 g / 29.5735 = 111.6
    expect(
      at(on({ marked: { marks: "fluidOunces", cupMarkG: null } }), "Set Fulmar to 112 fl oz at"),
    ).toBeGreaterThan(0);
    expect(at(on({ marked: { marks: "cups", cupMarkG: 150 } }), "Set Fulmar to 22 cups at")).toBeGreaterThan(
      0,
    );
  });

  test("a flow switch stands slow or fast; of three, as the place of its flow", () => {
    expect(
      at(on({ flow: { place: 1, of: 2 } }), "to 3.3 l, its flow switch on slow, at 93 °C"),
    ).toBeGreaterThan(0);
    expect(at(on({ flow: { place: 2, of: 2 } }), "its flow switch on fast")).toBeGreaterThan(0);
    expect(
      at(on({ flow: { place: 2, of: 3 } }), "its flow switch on 2 of 3 (1 is the slowest)"),
    ).toBeGreaterThan(0);
  });
});

test("a card is read in ounces and degrees Fahrenheit throughout", () => {
  const print = printersOf({ mass: "oz", temp: "°F", ratio: "1:n" });
  const checks = [{ code: "doseOverBasket", severity: "stop", figures: { doseG: 240, mostG: 230 } }] as const;
  const iced = { ...ICED, result: { ...ICED.result, checks } } as unknown as CardSheet;
  const steps = [...stepsOf(iced, print), ...stopsOf(iced, print), closeEnough(iced, print)].join(" ");
  expect(steps).toContain("6.49 oz");
  expect(steps).toContain("199.4 °F");
  expect(steps).toContain("8.47 oz of coffee is more than the basket takes (8.11 oz)");
  expect(steps).not.toMatch(/\d g\b|°C/);
});

describe("the steps stand in working order", () => {
  test("hot: rinse, grind, level, set, weigh, taste, lid", () => {
    const order = [
      "pour the rinse away",
      "Set Chough to 8.5 and grind 202 g",
      "level the bed",
      "Set Fulmar to 3.3 l at 93 °C",
      "about 2\u202f801 g",
      "Taste",
      "lid",
    ];
    const places = order.map((part) => at(HOT, part));
    expect(places).toEqual(places.toSorted((a, b) => a - b));
    expect(places).not.toContain(-1);
    expect(at(HOT, "ice")).toBe(-1);
  });

  test("iced: the rinse stays away from the ice, the scale is zeroed before it, and all melts before it is weighed", () => {
    expect(at(ICED, "away from the ice")).toBeLessThan(at(ICED, "1\u202f100 g of ice from the bin machine"));
    expect(at(ICED, "Zero the scale")).toBe(at(ICED, "1\u202f100 g of ice"));
    expect(at(ICED, "1\u202f100 g of ice")).toBeLessThan(at(ICED, "Set Fulmar to 1.7 l"));
    expect(at(ICED, "Swirl until the ice has melted")).toBeGreaterThan(at(ICED, "Set Fulmar"));
  });

  test("a metal filter is not rinsed, a hand brew is poured, a bypass is added", () => {
    const hand = {
      ...HOT,
      result: { rounded: { ...rounded, bypassG: 300 } },
      madeWith: { ...HOT.madeWith, filter: "metal", brewerKind: "hand" },
    } as unknown as CardSheet;
    expect(at(hand, "Rinse")).toBe(-1);
    expect(at(hand, "Pour 3\u202f229 g of water")).toBeGreaterThan(at(hand, "zero the scale"));
    expect(at(hand, "Add 300 g of hot water")).toBeGreaterThan(-1);
  });
});

test("cautions stand where they apply", () => {
  expect(cautionsOf(HOT).join(" ")).toMatch(/scald/);
  expect(cautionsOf(HOT).join(" ")).not.toMatch(/[Ii]ce|food code/);
  expect(cautionsOf(ICED).join(" ")).toMatch(/break cold glass.*clean scoop.*local food code/);
});

test("a draft is called one wherever it is listed", () => {
  expect(cardTitle(HOT, false)).toBe("Saltmarsh, hot, 2\u202f801 g on Fulmar");
  expect(cardTitle(HOT, true)).toContain("(draft)");
});

describe("a card that is poured by hand", () => {
  test("says each pour by the clock and the scale, and what to grind before sifting", () => {
    const steps = stepsOf(
      {
        ...HOT,
        result: { rounded: { ...rounded, doseG: 22, brewWaterG: 352 } },
        pours: [
          { toG: 55, atS: 0, afterDropMm: null, agitation: "swirl" },
          { toG: 150, atS: 40, afterDropMm: null, agitation: "none" },
          { toG: 250, atS: null, afterDropMm: 8, agitation: "none" },
          { toG: 352, atS: null, afterDropMm: null, agitation: "none" },
        ],
        madeWith: { ...HOT.madeWith, brewerKind: "hand", siftLossPct: 10 },
      } as unknown as CardSheet,
      print,
    );
    expect(steps.findIndex((step) => step.startsWith("Pour slowly in circles"))).toBe(
      steps.findIndex((step) => step.startsWith("At 0:00 pour")) - 1,
    );
    expect(steps).toContain("At 0:00 pour water at 93 °C until the scale shows 55 g, then swirl.");
    expect(steps).toContain("At 0:40 pour on until the scale shows 150 g.");
    expect(steps).toContain("When the level has dropped 8 mm pour on until the scale shows 250 g.");
    expect(steps).toContain("When it has drained pour on until the scale shows 352 g.");
    expect(steps.find((step) => step.includes("sift off"))).toMatch(
      /grind 24\.4 g; sift off about 2\.4 g of fines, and weigh in 22 g/,
    );
  });
});

test("a batch recipe's own steps stand where they are done, and its lid is put on once", () => {
  const none = { atS: null, note: "", staysG: null };
  const card = {
    ...HOT,
    byHand: [
      { ...none, when: "first drops", act: "stir", note: "five turns" },
      { ...none, when: "at", atS: 150, act: "plate off" },
      { ...none, when: "after", act: "lid on" },
      { ...none, when: "after", act: "transfer", note: "to the white pot", staysG: 25 },
    ],
  } as unknown as CardSheet;
  const order = [
    "Set Fulmar to",
    "At the first drops stir, five turns.",
    "At 2:30 turn the plate off.",
    "Taste",
    "When it is done put the lid on.",
    "pour it over into a second pot, to the white pot; about 25 g stay behind.",
    "Note the time.",
  ].map((part) => at(card, part));
  expect(order).toEqual(order.toSorted((a, b) => a - b));
  expect(order).not.toContain(-1);
  expect(at(card, "Put the lid on")).toBe(-1);
});

describe("the steps of each way to be cold", () => {
  const iced = (service: Partial<IcedService>, more: Partial<CardSheet["iced"]> = {}) =>
    ({
      ...ICED,
      chosen: { serve: "iced", iced: { ...USUAL_ICED, ...service } },
      iced: more,
    }) as unknown as CardSheet;
  const glass = { volumeMl: 350, coffeeG: 220, iceG: 75, count: 10.8, tempC: 6, strengthPct: 1.19 };

  test("onto the ice: weighed in before it brews, swirled after, served over fresh ice", () => {
    const card = { ...iced({}, { glass }), swirlS: 62 } as CardSheet;
    const order = [
      "weigh in 1",
      "Set Fulmar",
      "Swirl until the ice has melted, about 1:00",
      "Serve 220 g a glass over fresh ice (75 g of ice)",
    ];
    const places = order.map((part) => at(card, part));
    expect(places).toEqual(places.toSorted((a, b) => a - b));
    expect(places[0]).toBeGreaterThan(0);
    expect(stepsOf(card, print).at(-1)).toContain("10 glasses, at the first sip about 6 °C and 1.19 %");
  });

  test("ice that stays is strained off, or goes along where it is served with it", () => {
    const checks = [{ code: "iceLeftOver", severity: "warn", figures: { iceLeftG: 84.2 } }];
    const left = (glass: IcedService["glass"]) => {
      const card = iced({ glass });
      return { ...card, result: { ...card.result, checks } } as CardSheet;
    };
    expect(at(left("cubes"), "About 84 g of ice stay: strain them off")).toBeGreaterThan(0);
    expect(at(left("own"), "they go along into the glasses")).toBeGreaterThan(0);
  });

  test("two servers have half of the ice each, and are changed over", () => {
    const card = iced({ servers: 2 });
    expect(at(card, "each of two empty glass servers, then weigh 550 g of ice")).toBeGreaterThan(0);
    expect(at(card, "Change the server over")).toBeGreaterThan(at(card, "Set Fulmar"));
  });

  test("brewed beside, the ice stays out of the steam until all is poured over it", () => {
    const card = iced({ method: "beside" });
    expect(at(card, "Pour all of it over the ice at once")).toBeGreaterThan(at(card, "Set Fulmar"));
    expect(at(card, "Swirl until the ice has melted.")).toBe(-1);
  });

  test("over the glasses: no ice in the server, and a caution for the glass", () => {
    const card = iced({ method: "overGlass" }, { glass });
    expect(at(card, "Zero the scale")).toBe(-1);
    expect(at(card, "of ice into each of 10.8 glasses")).toBeGreaterThan(at(card, "Set Fulmar"));
    expect(at(card, "Serve 220 g")).toBe(-1);
    expect(cautionsOf(card).join(" ")).toContain("Hot coffee can break cold glass");
  });

  test("cold water joins the ice, and nothing hot is added beside the bed", () => {
    const card = iced({ method: "withWater" });
    const thinned = {
      ...card,
      result: { ...card.result, rounded: { ...card.result.rounded, bypassG: 400 } },
    } as CardSheet;
    expect(at(thinned, "Add 400 g of cold water to the ice")).toBeGreaterThan(0);
    expect(at(thinned, "hot water beside the bed")).toBe(-1);
  });

  test("a bath: closed, turned, and its ice kept out of drinks", () => {
    const bath = { iceG: 2600, waterG: 3700, startTempC: 73, wantedTempC: 8, turnedS: 308 };
    const card = iced({ method: "bath" }, { bath });
    expect(
      at(card, "turn it for about 5:08, until it is at 8 °C. That ice is not for drinks."),
    ).toBeGreaterThan(0);
    expect(at(card, "Swirl")).toBe(-1);
  });

  test("a bath that does not do it is said on the card; own ice that is not there is a bare glass", () => {
    expect(at(iced({ method: "bath" }), "Do not brew it so")).toBeGreaterThan(0);
    const none = iced({ glass: "own" }, { glass: { ...glass, iceG: 0 } });
    expect(at(none, "Serve 220 g a glass no ice in the glass")).toBeGreaterThan(0);
  });

  test("a concentrate has steps of its own, a day ahead, and no scalding", () => {
    const steep = { concentrateG: 1300, concentratePct: 3, parts: 1.32 };
    const card = iced({ method: "steep", steepH: 16 }, { steep });
    expect(stepsOf(card, print)[0]).toContain("A day ahead: grind 184 g coarse, Chough 8.5.");
    expect(at(card, "leave it cold for 16 hours")).toBeGreaterThan(0);
    expect(
      at(card, "throw away what is left 48 hours later, or sooner by your local food code"),
    ).toBeGreaterThan(0);
    expect(at(card, "Set Fulmar")).toBe(-1);
    expect(cautionsOf(card).join(" ")).not.toContain("scald");
    expect(cardTitle(card, false)).toContain("a cold concentrate");
  });

  test("milk on top is cautioned", () => {
    expect(cautionsOf(iced({ topOffG: 40, topOff: "milk" })).join(" ")).toContain("Milk: keep it cold");
    expect(cautionsOf(iced({ topOff: "milk" })).join(" ")).not.toContain("Milk");
  });
});

test("how far off is close enough: what moves the strength by 0.05 %, to the tenth where that is little", () => {
  const of = (masses: object) =>
    closeEnough({ result: { rounded: { ...rounded, ...masses } } } as unknown as CardSheet, print);
  expect(of({ doseG: 200, brewWaterG: 3200, strengthPct: 1.25 })).toBe(
    "Close enough: coffee within 8 g and water within 128 g.",
  );
  expect(of({ doseG: 22, brewWaterG: 222, iceG: 138, strengthPct: 1.25 })).toBe(
    "Close enough: coffee within 0.9 g, water within 9 g and ice within 6 g.",
  );
  // 516 g for 504 g is a tick.
  expect(
    504 * closeShareOf({ result: { rounded: { ...rounded, strengthPct: 1.4 } } } as never),
  ).toBeGreaterThan(12);
  expect(of({ doseG: 2, strengthPct: 2 })).toContain("coffee within 0.1 g");
});

test("behind a bloom that is kept apart the scale is zeroed again, and its totals go on from there", () => {
  const steps = stepsOf(
    {
      ...HOT,
      chosen: { serve: "iced", iced: { ...USUAL_ICED, bloomApart: true } },
      input: { serve: "iced" },
      iced: { apart: { massG: 40 } },
      result: { rounded: { ...rounded, doseG: 24, brewWaterG: 222, iceG: 138 }, checks: [] },
      pours: [
        { toG: 70, atS: 0, afterDropMm: null, agitation: "none" },
        { toG: 150, atS: 50, afterDropMm: null, agitation: "none" },
        { toG: 222, atS: 80, afterDropMm: null, agitation: "none" },
      ],
      madeWith: { ...HOT.madeWith, brewerKind: "hand" },
    } as unknown as CardSheet,
    print,
  );
  const order = ["until the scale shows 70 g", "zero the scale again", "shows 80 g", "shows 152 g"];
  const places = order.map((words) => steps.findIndex((step) => step.includes(words)));
  expect(places).toEqual(places.toSorted((a, b) => a - b));
  expect(places[0]).toBeGreaterThan(0);
});
