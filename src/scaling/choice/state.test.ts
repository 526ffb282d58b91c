import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { USUAL_SETTINGS } from "#contract/house.ts";
import { must } from "#core/result";
import { PIN_NAMES, type PinSet, type Serve, solveSheet, trimmedRatio } from "#core/sheet";
import { step } from "#parts/undoable.ts";
import { extractionOf, grindAnswer, sheetInputOf, solveState } from "#scaling/sheet";
import { BENCH, LOFT_CONE, SLACK_WATER } from "#tests/pierHead.ts";
import { queryOf } from "./link.ts";
import { readQuery } from "./readLink.ts";
import { benchForScale, firstState } from "./start.ts";
import {
  chosenOf,
  firstPins,
  firstYieldG,
  fromRecipe,
  groundOn,
  into,
  serveAs,
  vesselFor,
  withoutBypass,
} from "./state.ts";

const START = firstState(BENCH);
const names = (state: typeof START) => state.pins.map(({ name }) => name);

describe("what a sheet starts with", () => {
  test("hot: the vessel's fill and the recipe's ratio; the fill gives way first", () => {
    expect(START.pins).toEqual([
      { name: "yieldG", value: 2850 },
      { name: "brewRatio", value: 16 },
    ]);
    expect(must(solveState(START, BENCH)).rounded).toMatchObject({
      doseG: 202,
      settingG: 3300,
    });
  });

  test("an iced recipe brings its service, its ratio with ice, a vessel for it and the house's temperature", () => {
    const iced = fromRecipe("slack", { ...START, pins: [] }, BENCH);
    expect([iced.serve, iced.vessel]).toEqual(["iced", "steel"]);
    expect(iced.pins).toContainEqual({ name: "totalRatio", value: 15 });
    expect(iced.pins).toContainEqual({ name: "finalTempC", value: 8 });
    const input = sheetInputOf(
      { ...iced, pins: iced.pins.map((pin) => (pin.name === "yieldG" ? { ...pin, value: 2400 } : pin)) },
      BENCH,
    );
    expect(input.heat?.dripTempC).toBe(77);
    // Water boils at 90 °C at 3000 m: no recipe is brewed hotter there.
    const high = { ...BENCH, site: { ...BENCH.site, altitudeM: 3000 } };
    expect(sheetInputOf(iced, high).heat?.dripTempC).toBeCloseTo(90 - 15, 0);
    expect(must(solveSheet(input)).rounded).toMatchObject({ doseG: 184, iceG: 1100, settingG: 1700 });
  });
});

test("a house without a vessel for a service keeps the one it had", () => {
  const hot = { ...BENCH, vessels: BENCH.vessels.filter(({ iced }) => !iced) };
  expect(vesselFor("iced", hot, "dispenser")).toBe("dispenser");
  expect(vesselFor("hot", hot, "steel")).toBe("dispenser");
});

test("served the other way a size that its pot cannot do is the most that it can; a smaller one, and a dose, stay", () => {
  const sized = (name: "yieldG" | "doseG", value: number) =>
    serveAs("iced", { ...START, pins: [{ name, value }, START.pins[1]!] }, BENCH).pins.find(
      (pin) => pin.name === name,
    )?.value;
  const [most] = serveAs("iced", { ...START, pins: [] }, BENCH).pins;
  expect(most).toMatchObject({ name: "yieldG" });
  expect(sized("yieldG", most!.value + 700)).toBe(most!.value);
  expect(sized("yieldG", most!.value)).toBe(most!.value);
  expect(sized("yieldG", 1500)).toBe(1500);
  expect(sized("doseG", most!.value + 700)).toBe(most!.value + 700);
});

test("a house that trims its dose trims it from the recipe's own beverage on", () => {
  const settings = { ...BENCH.settings, doseTrimPct: 4 };
  const [{ value: yieldG }, ratio] = firstPins("hot", chosenOf(START, BENCH), settings) as [PinSet, PinSet];
  const sourceG = LOFT_CONE.hotWaterG - LOFT_CONE.retentionGPerG * LOFT_CONE.doseG;
  expect(ratio.value).toBeCloseTo(trimmedRatio(16, { sourceG, targetG: yieldG, trimPct: 4 }), 9);
  expect(ratio.value).toBeGreaterThan(16);
});

test("without bypass every other pin stays", () => {
  const pins = [...START.pins, { name: "bypassG" as const, value: 300 }];
  expect(withoutBypass({ ...START, pins }).pins).toEqual(START.pins);
});

describe("the first yield", () => {
  const yieldOf = (workingG: number, doseMaxG: number, serve: Serve = "hot") => {
    const chosen = chosenOf(START, BENCH);
    const vessel = { ...chosen.vessel, workingG, brimG: 1.05 * workingG };
    return firstYieldG({ ...chosen, vessel, brewer: { ...chosen.brewer, doseMaxG } }, serve);
  };

  test("is no more than the brewer delivers water for", () => {
    // 0.976 × 3600 + 8 g at the most, of which 2.12 g of 16 stay in the bed.
    expect(yieldOf(3990, 400)).toBe(3000);
  });

  test("leaves room for ice that has not melted", () => {
    expect(yieldOf(2850, 230, "iced")).toBe(2700);
  });

  test("fills the vessel where the brewer has the dose for it", () => {
    expect([yieldOf(2850, 230), yieldOf(645, 230)]).toEqual([2850, 645]);
  });

  test("is what the brewer's most coffee gives where the vessel takes more, in hundreds or, for a small pot, in tens", () => {
    // 16 in, 2.12 kept: 13.88 g for each g of coffee.
    expect(yieldOf(3990, 210)).toBe(2900);
    expect(yieldOf(2850, 100)).toBe(1300);
    expect(yieldOf(900, 50)).toBe(690);
  });
});

describe("what stays when something else is chosen", () => {
  test("hot to iced and back keeps dose and yield pins, whichever there are", () => {
    expect(names(serveAs("iced", START, BENCH))).toEqual(["yieldG", "totalRatio", "finalTempC"]);
    const byDose = {
      ...START,
      pins: [
        { name: "brewRatio" as const, value: 16 },
        { name: "doseG" as const, value: 190 },
      ],
    };
    expect(names(serveAs("iced", byDose, BENCH))).toEqual(["doseG", "totalRatio", "finalTempC"]);
    const both = {
      ...START,
      pins: [
        { name: "doseG" as const, value: 190 },
        { name: "yieldG" as const, value: 2600 },
      ],
    };
    expect(names(serveAs("iced", both, BENCH))).toEqual(["doseG", "yieldG", "finalTempC"]);
    expect(names(serveAs("hot", serveAs("iced", both, BENCH), BENCH))).toEqual(["doseG", "yieldG"]);
  });

  test("another vessel is filled to its own fill, unless another yield was asked for", () => {
    expect(into("pot", START, BENCH).pins[0]).toEqual({ name: "yieldG", value: 1880 });
    const asked = { ...START, pins: [{ name: "yieldG" as const, value: 2000 }, START.pins[1]!] };
    expect(into("pot", asked, BENCH).pins[0]).toEqual({ name: "yieldG", value: 2000 });
  });

  test("another recipe brings its own ratio and bloom, hot and iced, and leaves other pins as they are", () => {
    const weak = { ...SLACK_WATER, versionId: "weak", hotWaterG: 252, iceG: 156, doseG: 24 };
    const bench = { ...BENCH, recipes: [...BENCH.recipes, weak] };
    const iced = { ...serveAs("iced", START, bench), iced: { ...START.iced, bloomTimes: 3 } };
    const other = fromRecipe("weak", iced, bench);
    expect(names(other)).toEqual(names(iced));
    expect(other.pins).toContainEqual({ name: "totalRatio", value: 17 });
    expect(other.pins[0]).toEqual(iced.pins[0]);
    expect([other.recipe, other.iced.bloomTimes]).toEqual(["weak", null]);
    const hot = { ...LOFT_CONE, versionId: "strong", hotWaterG: 308 };
    const strong = fromRecipe("strong", START, { ...BENCH, recipes: [...BENCH.recipes, hot] });
    expect(strong.pins).toEqual([START.pins[0], { name: "brewRatio", value: 14 }]);
    expect(fromRecipe("nobody's", START, BENCH)).toBe(START);
  });

  test("undo goes back and redo forth; a new step forgets what was undone", () => {
    const set = (serve: "hot" | "iced") => ({ type: "set" as const, state: { ...START, serve } });
    const twice = step(step({ past: [], now: START, future: [] }, set("iced")), { type: "undo" });
    expect(twice.now).toBe(START);
    expect(step(twice, { type: "redo" }).now.serve).toBe("iced");
    expect(step(twice, set("hot")).future).toEqual([]);
    expect(step({ past: [], now: START, future: [] }, { type: "undo" }).now).toBe(START);
  });
});

describe("links", () => {
  test("a state read back from its link is that state", () => {
    const pins = fc.uniqueArray(
      fc.record({ name: fc.constantFrom(...PIN_NAMES), value: fc.double({ min: 1, max: 25, noNaN: true }) }),
      {
        selector: ({ name }) => name,
        maxLength: 4,
        minLength: 1,
      },
    );
    fc.assert(
      fc.property(pins, fc.constantFrom("hot" as const, "iced" as const), (list, serve) => {
        const sound = list.map(({ name, value }) => ({
          name,
          value: name.endsWith("Share") ? value / 30 : value,
        }));
        const state = { ...START, serve, pins: sound };
        const query = Object.fromEntries(new URLSearchParams(queryOf(state)));
        expect(readQuery(query, BENCH)).toEqual({ state, broken: false });
      }),
    );
  });

  test("whatever a link says, the answer is a state of this bench", () => {
    const query = fc.dictionary(
      fc.constantFrom("pins", "serve", "recipe", "brewer", "vessel", "ice", "__proto__"),
      fc.oneof(fc.string(), fc.array(fc.string())),
    );
    fc.assert(
      fc.property(query, (hostile) => {
        const { state } = readQuery(hostile, BENCH);
        expect(chosenOf(state, BENCH).brewer.name).toBe("Fulmar");
        expect(
          state.pins.every(({ name, value }) => PIN_NAMES.includes(name) && Number.isFinite(value)),
        ).toBe(true);
        solveState(state, BENCH);
      }),
    );
  });
});

test("extraction is the metered cup's, weighed or by its balance, else the house's guess", () => {
  expect(extractionOf(LOFT_CONE, 20)).toEqual({ pct: (1.38 * 303) / 22, guess: false });
  expect(extractionOf(SLACK_WATER, 20).pct).toBeCloseTo((1.4 * (360 - 2.15 * 24)) / 24, 9);
  expect(extractionOf({ ...LOFT_CONE, strengthPct: null }, 20)).toEqual({ pct: 20, guess: true });
});

describe("where the grind comes from", () => {
  test("fits into the link, and comes back out of it", () => {
    for (const grind of ["source", "contact", "extraction", 11.5] as const) {
      const query = Object.fromEntries(new URLSearchParams(queryOf({ ...START, grind })));
      expect(readQuery(query, BENCH)).toEqual({ state: { ...START, grind }, broken: false });
    }
    expect(queryOf(START)).not.toContain("grind=");
  });

  test("a link with a grind that is none starts with what is best known, and says so", () => {
    for (const grind of ["", "coarse", "NaN", "1e999", "24.5", "-1"]) {
      expect(readQuery({ grind }, BENCH)).toMatchObject({ state: { grind: "best" }, broken: true });
    }
  });

  test("a setting by hand stays on its own dial; an answer goes along to another", () => {
    expect(groundOn("dunlin", { ...START, grind: 9 }).grind).toBe("best");
    expect(groundOn("dunlin", { ...START, grind: "extraction" })).toMatchObject({
      grinder: "dunlin",
      grind: "extraction",
    });
  });
});

describe("the dial", () => {
  const chosen = chosenOf(START, BENCH);

  test("the source on this grinder's dial, and the house rule from there by the depth of the beds", () => {
    const answer = grindAnswer(chosen, 202, "hot", USUAL_SETTINGS.rule);
    expect(answer.translated).toMatchObject({ setting: 9.5, extrapolated: false });
    const { from, targetMm, exact } = answer.rule!;
    expect(exact).toBeCloseTo(9.5 + 2 * Math.log2(targetMm / from.sourceMm), 9);
    // A cone's dose lies deep at its axis only: the big pot's bed is the deeper one.
    expect(answer.rule!.setting).toBe(11);
  });

  test("a hot recipe poured onto ice is ground two units finer; an iced one already is", () => {
    expect(grindAnswer(chosen, 202, "iced", USUAL_SETTINGS.rule).rule!.exact).toBeCloseTo(
      grindAnswer(chosen, 202, "hot", USUAL_SETTINGS.rule).rule!.exact - 2,
      9,
    );
    const iced = { ...chosen, recipe: { ...LOFT_CONE, serve: "iced" as const } };
    expect(grindAnswer(iced, 202, "iced", USUAL_SETTINGS.rule).rule!.pulls.short).toBe(0);
  });

  test("on a grinder that moved, a recipe's own setting is of the day that it was written", () => {
    const chough = chosen.grinder;
    const moves = [{ at: "2026-06-20T08:00:00.000Z", share: 0.93, curveVersion: 1 }];
    const written = (madeAt: string) => ({
      ...chosen,
      moves,
      recipe: { ...LOFT_CONE, madeAt, grinder: { ...chough, curve: chough.curve }, dialSetting: 10 },
    });
    const settingOf = (madeAt: string) =>
      grindAnswer(written(madeAt), 202, "hot", USUAL_SETTINGS.rule).translated!.exact;
    expect(settingOf("2026-05-01T08:00:00.000Z")).toBeGreaterThan(10.5);
    expect(settingOf("2026-07-01T08:00:00.000Z")).toBe(10);
    // Pairs that were matched before it moved are of before, whenever the recipe was written.
    const matched = { ...chosen, moves, recipe: { ...LOFT_CONE, madeAt: "2026-07-01T08:00:00.000Z" } };
    expect(grindAnswer(matched, 202, "hot", USUAL_SETTINGS.rule).translated!.exact).toBeGreaterThan(9.9);
  });

  test("a press has no bed: there is no rule to one, nor from one", () => {
    const press = { ...chosen, brewer: { ...chosen.brewer, kind: "press" as const } };
    const fromPress = {
      ...chosen,
      recipe: { ...LOFT_CONE, brewer: { ...LOFT_CONE.brewer, kind: "press" as const } },
    };
    for (const each of [press, fromPress]) {
      const answer = grindAnswer(each, 202, "hot", USUAL_SETTINGS.rule);
      expect(answer.translated).toBeDefined();
      expect(answer.rule).toBeUndefined();
    }
  });

  test("grinders that were never matched say nothing", () => {
    expect(
      grindAnswer(
        { ...chosen, recipe: { ...LOFT_CONE, pairs: {}, grinder: { ...LOFT_CONE.grinder!, curve: [] } } },
        202,
        "hot",
        USUAL_SETTINGS.rule,
      ),
    ).toEqual({
      source: { grinder: "Dunlin", setting: 31 },
    });
  });
});

describe("of thousands of recipes", () => {
  const many = Array.from({ length: 300 }, (_, i) => ({
    ...LOFT_CONE,
    versionId: `v${i}`,
    state: i % 10 === 9 ? ("standard" as const) : ("trial" as const),
  }));

  test("a page carries the one that was asked for and every standard before others, in their order", () => {
    const few = benchForScale({ ...BENCH, recipes: many }, many[201]);
    const ids = few.recipes.map(({ versionId }) => versionId);
    expect(ids).toHaveLength(60);
    expect(ids).toContain("v201");
    expect(few.recipes.filter(({ state }) => state === "standard")).toHaveLength(30);
    expect(ids).toEqual(many.map(({ versionId }) => versionId).filter((id) => ids.includes(id)));
  });

  test("a version that does not count yet comes along; a small house keeps all it has", () => {
    const trial = { ...LOFT_CONE, versionId: "on trial" };
    const ids = ({ recipes }: typeof BENCH) => recipes.map(({ versionId }) => versionId);
    expect(ids(benchForScale(BENCH, trial))).toEqual(["loft", "slack", "on trial"]);
    expect(ids(benchForScale(BENCH, LOFT_CONE))).toEqual(["loft", "slack"]);
    expect(ids(benchForScale(BENCH, undefined))).toEqual(["loft", "slack"]);
  });
});
