import fc from "fast-check";
import { describe, expect, test } from "vitest";
import {
  GLASS_PINS,
  GLASS_SERVICES,
  ICED_METHODS,
  ICED_RANGES,
  type IcedService,
  TOP_OFFS,
  USUAL_ICED,
} from "#core/iced";
import { must } from "#core/result";
import { makeCard } from "#scaling/cards";
import {
  firstPins,
  firstState,
  fromRecipe,
  icedQuery,
  isCoupled,
  methodAs,
  queryOf,
  readIced,
  readQuery,
  type ScaleState,
  schooled,
  schoolOf,
  serveAs,
} from "#scaling/choice";
import { askingOf, coupleAsked, pinOn, solveCoupled, solveState, waysOf } from "#scaling/sheet";
import { BENCH, SLACK_WATER } from "#tests/pierHead.ts";
import { cardIcedOf } from "./cardIced.ts";
import { meltingOf } from "./melting.ts";
import { turned } from "./placed.ts";

const CUPS = [{ id: "iced 350", volumeMl: 350, fillG: 220, serve: "iced" as const }];
const CONE = {
  ...BENCH.brewers[0]!,
  id: "cone",
  name: "hand cone",
  kind: "hand" as const,
  basket: SLACK_WATER.basket,
  sprays: [],
  lattice: { stepG: 1, slope: 1, interceptG: 0, minSettingG: 100, maxSettingG: 700 },
  doseMaxG: 42,
  retentionGPerG: 2.15,
};
const HOUSE = { ...BENCH, cups: CUPS, brewers: [...BENCH.brewers, CONE] };
const ICED = serveAs("iced", firstState(HOUSE), HOUSE);
const exact = (state: ScaleState) => must(solveState(state, HOUSE)).exact;

const services: fc.Arbitrary<IcedService> = fc.record({
  method: fc.constantFrom(...ICED_METHODS),
  inGlass: fc.subarray([...GLASS_PINS]),
  bloomApart: fc.boolean(),
  bloomTimes: fc.option(
    fc.double({ min: ICED_RANGES.bloomTimes[0], max: ICED_RANGES.bloomTimes[1], noNaN: true }),
  ),
  servers: fc.constantFrom(1 as const, 2 as const),
  cup: fc.constantFrom("", "iced 350"),
  glass: fc.constantFrom(...GLASS_SERVICES),
  topOffG: fc.integer({ min: 0, max: 400 }),
  topOff: fc.constantFrom(...TOP_OFFS),
  steepRatio: fc.double({ min: 3, max: 14, noNaN: true }),
  steepH: fc.integer({ min: 4, max: 36 }),
  steepKeptH: fc.integer({ min: 1, max: 168 }),
  bathTempC: fc.option(fc.integer({ min: 1, max: 40 })),
  bathIceG: fc.option(fc.integer({ min: 0, max: 9000 })),
});

describe("in a link", () => {
  test("a service comes back as it was sent, and nothing is said of the usual one", () => {
    fc.assert(
      fc.property(services, (service) => {
        expect(readIced(icedQuery(service))).toEqual(service);
      }),
    );
    expect(icedQuery(USUAL_ICED)).toBe("");
    expect(queryOf(ICED)).not.toContain("iced=");
  });

  test("what is none is refused, and the rest of the link stands", () => {
    for (const text of ["method:fried", "servers:3", "topOffG:9999", "steepH:", "what:1", "inGlass:yieldG"]) {
      expect(readIced(text), text).toBeUndefined();
    }
    const query = Object.fromEntries(
      new URLSearchParams(queryOf({ ...ICED, iced: { ...USUAL_ICED, servers: 2 } })),
    );
    expect(readQuery(query, HOUSE).state.iced.servers).toBe(2);
    expect(readQuery({ ...query, iced: "servers:7" }, HOUSE)).toMatchObject({
      broken: true,
      state: { iced: USUAL_ICED, serve: "iced" },
    });
  });
});

describe("from anywhere", () => {
  test("hot and iced again, a sheet stands, whatever way it was iced before", () => {
    for (const method of ICED_METHODS) {
      const there = methodAs(method, ICED, HOUSE);
      const back = serveAs("iced", serveAs("hot", there, HOUSE), HOUSE);
      expect(back.iced.method).toBe("onIce");
      expect(solveState(back, HOUSE).ok, method).toBe(true);
      expect(solveState(fromRecipe(SLACK_WATER.versionId, there, HOUSE), HOUSE).ok, method).toBe(true);
    }
  });

  test("a link that names a way but no pins starts with the pins of that way", () => {
    for (const method of ICED_METHODS) {
      const { state, broken } = readQuery({ serve: "iced", iced: `method:${method}` }, HOUSE);
      expect(broken).toBe(false);
      expect(solveState({ ...state, vessel: "steel" }, HOUSE).ok, method).toBe(true);
    }
  });

  test("a share round the bed is compared by the server's strength, whatever was said of the glass", () => {
    const said = turned(
      "strengthPct",
      schooled("strength", ICED, HOUSE, 2400),
      must(solveState(ICED, HOUSE)),
    );
    const sheet = must(solveState(said, HOUSE));
    const ways = waysOf(said, HOUSE, sheet).filter(({ asked }) => asked.by === "bypass");
    expect(ways.length).toBeGreaterThan(0);
    for (const { state } of ways) {
      expect(must(solveState(state, HOUSE, sheet.asked.extractionPct)).exact.strengthPct).toBeCloseTo(
        sheet.rounded.strengthPct!,
        6,
      );
    }
  });
});

describe("schools on the sheet", () => {
  const names = (state: ScaleState) => state.pins.map(({ name }) => name);

  test("one switch puts the school's own pin in the place of the other's", () => {
    let state = ICED;
    for (const school of ["wholeGlass", "onTop", "strength", "inside"] as const) {
      state = schooled(school, state, HOUSE, 2400);
      expect(schoolOf(state.pins, state.iced)).toBe(school);
      expect(state.pins).toHaveLength(3);
      expect(names(state)).toContain("finalTempC");
      expect(solveState(state, HOUSE).ok, school).toBe(true);
    }
    expect(state.pins).toEqual(ICED.pins);
  });

  test("what else is said of the glass stays there, whatever the ratio counts", () => {
    const ofGlass = { ...ICED, iced: { ...ICED.iced, inGlass: ["totalRatio", "finalTempC"] as const } };
    expect(schooled("inside", ofGlass, HOUSE, 2400).iced.inGlass).toEqual(["finalTempC"]);
    expect(schooled("wholeGlass", ofGlass, HOUSE, 2400).iced.inGlass).toEqual(["totalRatio", "finalTempC"]);
  });

  test("where masses say it all the school's pin comes last, and the first of them gives way", () => {
    const pins = [
      { name: "yieldG" as const, value: 2400 },
      { name: "doseG" as const, value: 180 },
      { name: "iceG" as const, value: 900 },
    ];
    const next = schooled("onTop", { ...ICED, pins }, HOUSE, 2400).pins;
    expect(next.map(({ name }) => name)).toEqual(["doseG", "iceG", "brewRatio"]);
  });

  test("a house's school is what a sheet starts with, the glass's too", () => {
    const house = { ...HOUSE, settings: { ...HOUSE.settings, icedSchool: "wholeGlass" as const } };
    const state = { ...firstState(house), serve: "iced" as const };
    const pins = firstPins(
      "iced",
      {
        ...house,
        recipe: house.recipes[0]!,
        coffee: house.coffees[0]!,
        brewer: house.brewers[0]!,
        grinder: house.grinders[0]!,
        vessel: house.vessels[2]!,
        ice: house.iceSources[0],
        moves: [],
      },
      house.settings,
    );
    expect(schoolOf(pins, state.iced)).toBe("wholeGlass");
  });

  test("the house's window for ratios counts the server's ice: it says nothing of the other schools", () => {
    const codes = (school: Parameters<typeof schooled>[0]) => {
      const state = schooled(school, ICED, HOUSE, 2400);
      const off = state.pins.map((pin) =>
        /Ratio/.test(pin.name) ? { ...pin, value: pin.value * 0.75 } : pin,
      );
      return must(solveState({ ...state, pins: off }, HOUSE)).checks.map(({ code }) => code);
    };
    expect(codes("inside")).toContain("ratioOutsideWindow");
    for (const school of ["wholeGlass", "onTop", "strength"] as const) {
      expect(codes(school), school).not.toContain("ratioOutsideWindow");
    }
  });

  test("said of the glass, the window for strength is the glass's: the server may be stronger", () => {
    const glass = schooled("wholeGlass", ICED, HOUSE, 2400);
    const sheet = must(solveState(glass, HOUSE));
    expect(sheet.rounded.strengthPct!).toBeGreaterThan(1.45);
    expect(sheet.checks.map(({ code }) => code)).not.toContain("strengthOutsideWindow");
    const asked = askingOf(glass, HOUSE, sheet.rounded);
    expect("asking" in asked && asked.asking.plan.limits.strengthPct).toBeUndefined();
  });

  test("counted in the glass it takes more coffee than in the server", () => {
    expect(exact(schooled("wholeGlass", ICED, HOUSE, 2400)).doseG).toBeGreaterThan(1.2 * exact(ICED).doseG);
  });

  test("by strength, the sheet's extraction is what the forecast gives for the very brew", () => {
    const state = schooled("strength", ICED, HOUSE, 2400);
    expect(isCoupled(state)).toBe(true);
    const sheet = must(solveCoupled(state, HOUSE));
    const made = must(makeCard(state, HOUSE));
    // The card's dial is rounded on the rounded dose: a step of the dial is worth a few tenths of a point.
    expect(made.sheet.forecast!.extractionPct).toBeCloseTo(sheet.asked.extractionPct!, 0);
    expect(Math.abs(made.sheet.forecast!.strengthPct - sheet.rounded.strengthPct!)).toBeLessThan(0.02);
    expect(isCoupled(ICED)).toBe(false);
    expect(coupleAsked(ICED, HOUSE, must(solveState(ICED, HOUSE)))).toBeUndefined();
  });
});

describe("methods", () => {
  test("each makes a sheet with the pins that it brings, and back again", () => {
    for (const method of ICED_METHODS) {
      const state = methodAs(method, ICED, HOUSE);
      const solved = solveState(state, HOUSE);
      expect(solved.ok, method).toBe(true);
      expect(must(solved).rounded.yieldG).toBeGreaterThan(2000);
      // Back onto the ice it is the house's iced sheet again, of the same size.
      expect(exact(methodAs("onIce", state, HOUSE)).doseG).toBeCloseTo(exact(ICED).doseG, 6);
    }
  });

  test("another way keeps how cold it is to be, and how it is served but over the ice in the glass", () => {
    for (const cold of [
      { name: "iceShare" as const, value: 0.4 },
      { name: "iceG" as const, value: 900 },
      { name: "finalTempC" as const, value: 5 },
    ]) {
      const pins = [...ICED.pins.slice(0, 2), cold];
      expect(methodAs("beside", { ...ICED, pins }, HOUSE).pins).toEqual(pins);
    }
    const large = { ...ICED, iced: { ...ICED.iced, glass: "large" as const } };
    expect(methodAs("beside", large, HOUSE).iced.glass).toBe("large");
    const over = methodAs("overGlass", large, HOUSE);
    expect(over.iced.glass).toBe("bare");
    expect(methodAs("beside", over, HOUSE).iced.glass).toBe(USUAL_ICED.glass);
  });

  test("cold water with the ice saves ice at the same temperature", () => {
    const thinned = exact(methodAs("withWater", ICED, HOUSE));
    expect(thinned.iceG).toBeLessThan(exact(ICED).iceG);
    expect(thinned.bypassG).toBeGreaterThan(0);
    expect(thinned.finalTempC).toBeCloseTo(8, 6);
  });

  test("a concentrate is coarse, cold and thinned; its extraction is that of the steep", () => {
    const state = methodAs("steep", ICED, HOUSE);
    const sheet = must(solveCoupled(state, HOUSE));
    expect(sheet.exact.brewWaterG / sheet.exact.doseG).toBeCloseTo(7, 9);
    expect(sheet.asked.extractionPct!).toBeGreaterThan(12);
    expect(sheet.asked.extractionPct!).toBeLessThan(24);
    const { steep } = cardIcedOf(state, HOUSE, sheet);
    expect(steep!.concentratePct).toBeGreaterThan(1.5 * sheet.rounded.strengthPct!);
    const dialOf = (each: ScaleState) => must(makeCard(each, HOUSE)).sheet.dial!.setting;
    expect(dialOf(state)).toBeGreaterThan(14);
    // A setting that a hand picked for a bed is no setting for it, nor the other way round.
    expect(dialOf(methodAs("steep", { ...ICED, grind: 5 }, HOUSE))).toBe(dialOf(state));
    expect(methodAs("bath", { ...state, grind: 16 }, HOUSE).grind).toBe("best");
    expect(serveAs("hot", { ...state, grind: 16 }, HOUSE).grind).toBe("best");
    expect(methodAs("bath", { ...ICED, grind: 5 }, HOUSE).grind).toBe(5);
    // One that was picked for it counts.
    expect(dialOf({ ...state, grind: 16 })).toBe(16);
  });

  test("what is chilled without ice in it is served over ice: its glasses count on a day's list", () => {
    for (const method of ["bath", "steep"] as const) {
      const { sheet } = must(makeCard(methodAs(method, ICED, HOUSE), HOUSE));
      const { count, coffeeG, iceG } = sheet.iced!.glass!;
      expect(iceG).toBeCloseTo(130 * 0.58, 9);
      expect(count * coffeeG, method).toBeGreaterThan(2000);
    }
    // Over the ice in the glass there is ice enough: none is added.
    expect(must(makeCard(methodAs("overGlass", ICED, HOUSE), HOUSE)).sheet.iced!.glass!.iceG).toBe(0);
  });

  test("what a service stands on never gives way to a pin", () => {
    const bath = methodAs("bath", ICED, HOUSE);
    const { pins } = must(pinOn(bath, { name: "doseG", value: 180 }, HOUSE));
    expect(pins).toContainEqual({ name: "iceG", value: 0 });
  });

  test("without ice on the bench it is said; a concentrate needs none", () => {
    const none = { ...HOUSE, iceSources: [] };
    expect(solveState(ICED, none)).toMatchObject({ failure: { code: "noIce" } });
    expect(solveState(methodAs("steep", ICED, HOUSE), none).ok).toBe(true);
  });
});

describe("by hand", () => {
  const hand = fromRecipe(SLACK_WATER.versionId, { ...ICED, brewer: "cone" }, HOUSE);
  const masses: ScaleState = {
    ...hand,
    serve: "iced",
    pins: [
      { name: "doseG", value: 24 },
      { name: "brewWaterG", value: 222 },
      { name: "iceG", value: 138 },
    ],
  };

  test("with its bloom kept apart the same glass ends colder, and its card says what joins", () => {
    const apart = { ...masses, iced: { ...masses.iced, bloomApart: true } };
    const [mixed, kept] = [must(solveState(masses, HOUSE)), must(solveState(apart, HOUSE))];
    expect(kept.exact.finalTempC!).toBeLessThan(mixed.exact.finalTempC! - 0.5);
    expect(kept.apart!.massG).toBeCloseTo(70 - 2 * 24, 6);
    expect(cardIcedOf(apart, HOUSE, kept).apart).toEqual(kept.apart);
  });

  test("it joins the melt, all of it: with the ice gone the server is as strong as the sheet", () => {
    const hand = methodAs(
      "onIce",
      { ...fromRecipe("slack", firstState(HOUSE), HOUSE), brewer: "cone" },
      HOUSE,
    );
    for (const method of ["onIce", "beside"] as const) {
      const state = methodAs(
        method,
        {
          ...hand,
          pins: [
            { name: "yieldG", value: 360 },
            { name: "totalRatio", value: 15 },
            { name: "finalTempC", value: 8 },
          ],
          iced: { ...hand.iced, bloomApart: true },
        },
        HOUSE,
      );
      const sheet = must(solveState(state, HOUSE));
      expect(sheet.apart!.massG).toBeGreaterThan(5);
      const { curve } = meltingOf(state, HOUSE, sheet, { drip: undefined, stirring: "swirled" })!;
      const last = curve.points.at(-1)!;
      expect(last.iceLeftG).toBeLessThan(2);
      expect(last.strengthPct / sheet.rounded.strengthPct!).toBeCloseTo(1, 1);
    }
  });

  test("another bloom recuts the first pour, and keeps more apart", () => {
    const larger = { ...masses, iced: { ...masses.iced, bloomApart: true, bloomTimes: 3.5 } };
    const { sheet } = must(makeCard(larger, HOUSE));
    expect(sheet.pours![0]!.toG).toBe(84);
    expect(sheet.pours!.at(-1)!.toG).toBe(222);
    expect(must(solveState(larger, HOUSE)).apart!.massG).toBeCloseTo((3.5 - 2) * 24, 6);
  });

  test("a card keeps its pins as they were set, in the glass too", () => {
    const state = {
      ...ICED,
      iced: { ...ICED.iced, inGlass: ["strengthPct" as const] },
      pins: [ICED.pins[0]!, { name: "strengthPct" as const, value: 1.2 }, ICED.pins[2]!],
    };
    const made = must(makeCard(state, HOUSE));
    expect(made.sheet.chosen.pins).toEqual(state.pins);
    expect(made.sheet.iced!.school).toBe("strength");
    // The sheet itself is the server's, stronger than the glass.
    expect(made.sheet.input.pins.strengthPct!).toBeGreaterThan(1.2);
    expect(made.sheet.iced!.glass!.strengthPct).toBeCloseTo(1.2, 1);
  });
});
