import { describe, expect, test } from "vitest";
import type { Bench, BenchBrewer, BenchRecipe } from "#contract/bench.ts";
import { finished } from "#core/turns";
import { BENCH, DISPENSER, LOFT_CONE, SLACK_WATER } from "#tests/pierHead.ts";
import { BIG_POT } from "#tests/standards.ts";
import { cellCard, wallInTurns, wallPlan } from "./wall.ts";

const FULMAR = BENCH.brewers[0]!;
const CHOUGH = BENCH.grinders[0]!;
const [SALTMARSH] = BENCH.coffees as [Bench["coffees"][number]];
const planOf = (bench: Bench, choices = {}) => wallPlan(bench, SALTMARSH, choices)!;
const sizesOf = (brewer: Partial<BenchBrewer>, bench: Partial<Bench> = {}) =>
  planOf({ ...BENCH, brewers: [{ ...FULMAR, ...brewer }], ...bench }).brewers[0]!.sizesG;
const cellAt = (bench: Bench, sizeG: number, serve: "hot" | "iced") => {
  const choices = { brewers: [{ id: "fulmar", shown: true, sizesG: [sizeG] }], serves: serve };
  return finished(wallInTurns(bench, planOf(bench, choices)))[0]!;
};
const madeAt = (...of: Parameters<typeof cellAt>) => {
  const { made } = cellAt(...of);
  if ("failure" in made) throw new Error(made.failure.code);
  return made;
};

describe("a wall's plan", () => {
  test("is of the grinder and the recipe that were chosen, else of the coffee's own hot one", () => {
    const dunlin = { ...CHOUGH, id: "dunlin", name: "Dunlin" };
    const bench = { ...BENCH, grinders: [CHOUGH, dunlin] };
    expect(planOf(bench, { grinderId: "dunlin" }).grinder.id).toBe("dunlin");
    expect(planOf(bench, { grinderId: "gone" }).grinder.id).toBe("chough");

    const other: BenchRecipe = { ...LOFT_CONE, recipeId: "other", versionId: "other", coffeeId: "kittiwake" };
    const iced: BenchRecipe = { ...SLACK_WATER, recipeId: "slack", coffeeId: "saltmarsh" };
    const withOthers = { ...BENCH, recipes: [other, iced, LOFT_CONE] };
    expect(planOf(withOthers).recipe.versionId).toBe("loft");
    expect(planOf(withOthers, { recipeId: "other" }).recipe.versionId).toBe("other");
    expect(planOf({ ...BENCH, recipes: [iced, other] }).recipe.recipeId).toBe("slack");
  });

  test("has no press on it, and says which sizes somebody chose", () => {
    const press: BenchBrewer = { ...FULMAR, id: "press", kind: "press" };
    const bench = { ...BENCH, brewers: [press, FULMAR] };
    expect(planOf(bench).brewers.map(({ brewer }) => brewer.id)).toEqual(["fulmar"]);
    const own = { brewers: [{ id: "fulmar", shown: true, sizesG: [2000] }] };
    expect(planOf(bench, own).brewers[0]).toMatchObject({ chosen: true, sizesG: [2000] });
    expect(planOf(bench).brewers[0]!.chosen).toBe(false);
  });
});

describe("the usual sizes", () => {
  test("span what the brewer brews best, in tenths of a litre, none near another", () => {
    // 2 to 3.4 l set, as beverage of a recipe at 1:16.
    expect(sizesOf({})).toEqual([1700, 2100, 2500, 2900]);
  });

  test("without a preferred window reach from half of the most to the most that its dose allows", () => {
    const sizes = sizesOf({ preferredMinG: null, preferredMaxG: null });
    const mostG = (230 * 16 - 8) / 0.976;
    expect(sizes.at(-1)).toBeLessThanOrEqual(mostG);
    expect(sizes[0]).toBeLessThan(0.6 * mostG);
    expect(sizes[0]).toBeGreaterThan(0.4 * mostG * 0.8);
  });

  test("take the approved one in the place of what is nearly it, of this brewer and coffee alone", () => {
    const near = { ...BIG_POT, sizeG: 2560 };
    expect(sizesOf({}, { standards: [near] })).toContain(2600);
    expect(sizesOf({}, { standards: [near] })).not.toContain(2500);
    for (const others of [{ brewerId: "turnstone" }, { coffeeId: "kittiwake" }])
      expect(sizesOf({}, { standards: [{ ...near, ...others }] })).toContain(2500);
  });

  test("below a litre go by 50 g, and a cup's by the gram; a hand brewer has the recipe's own", () => {
    const small = {
      lattice: { ...FULMAR.lattice, minSettingG: 500, maxSettingG: 1100, stepG: 50 },
      preferredMinG: null,
      preferredMaxG: null,
      doseMaxG: 70,
    };
    const sizes = sizesOf(small);
    const halves = sizes.filter((size) => size >= 500 && size < 1000);
    expect(halves.length).toBeGreaterThan(1);
    expect(halves.every((size) => size % 50 === 0)).toBe(true);
    expect(halves.some((size) => size % 100 !== 0)).toBe(true);
    expect(sizesOf({ kind: "hand" })).toEqual([Math.round(22 * (16 - FULMAR.retentionGPerG))]);
  });
});

describe("a cell", () => {
  test("goes into the smallest pot of its service that takes it, a little over its working fill too", () => {
    expect(madeAt(BENCH, 1500, "hot").vessel).toBe("dispenser");
    const named = {
      ...BENCH,
      vessels: [
        { ...DISPENSER, name: "big" },
        { ...DISPENSER, id: "pot", name: "small", brimG: 2050, workingG: 1880 },
        { ...DISPENSER, id: "steel", name: "cold", iced: true, brimG: 4200, workingG: 3990 },
      ],
    };
    expect(madeAt(named, 1500, "hot")).toMatchObject({ vessel: "small", fits: true });
    expect(madeAt(named, 1890, "hot").vessel).toBe("small");
    expect(madeAt(named, 2100, "hot")).toMatchObject({ vessel: "big", fits: true });
    expect(madeAt(named, 2000, "iced")).toMatchObject({ vessel: "cold", fits: true });
    const hotOnly = { ...named, vessels: named.vessels.slice(0, 2) };
    expect(madeAt(hotOnly, 1500, "iced")).toMatchObject({ vessel: "small", fits: false });
  });

  test("counts cups of its own service", () => {
    const cups = [
      { id: "hot", volumeMl: 240, fillG: 220, serve: "hot" as const },
      { id: "iced", volumeMl: 470, fillG: 300, serve: "iced" as const },
    ];
    const hot = madeAt({ ...BENCH, cups }, 2000, "hot");
    expect(Math.floor(hot.cups!)).toBe(Math.floor(hot.figures.yieldG / 220));
    expect(madeAt(BENCH, 2000, "hot").cups).toBeUndefined();
  });

  test("of an approved pot says stops alone; another's warnings are said", () => {
    const shallow = { ...BENCH, brewers: [{ ...FULMAR, bedDepthMinMm: 39, bedDepthMaxMm: 40 }] };
    const codes = (bench: Bench) => madeAt(bench, 2800, "hot").checks.map(({ code }) => code);
    expect(codes(shallow)).toContain("bedOutsideWindow");
    expect(codes({ ...shallow, standards: [BIG_POT] })).toEqual([]);
  });

  test("without ice names none, and an approved one's card follows its batch only as it was approved", () => {
    const noIce = { ...BENCH, iceSources: [] };
    expect(cellAt(noIce, 2000, "hot").state.ice).toBe("");
    const taught = { ...BENCH, standards: [BIG_POT] };
    expect(cellCard(cellAt(taught, 2800, "hot"), taught)!.sheet.standard?.batchId).toBe("big pot");
    expect(cellCard(cellAt(taught, 2000, "hot"), taught)!.sheet.standard).toBeUndefined();
  });
});
