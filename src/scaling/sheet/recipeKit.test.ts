import { describe, expect, test } from "vitest";
import type { Bench } from "#contract/bench.ts";
import { TEXTURE_UM } from "#core/grind";
import { BLANK } from "#core/recipe";
import { BENCH } from "#tests/pierHead.ts";
import { factorsOf } from "./recipeBench.ts";
import { brewedWith, kitOf, namedOf, recipeBench } from "./recipeKit.ts";

const LOFT: Bench = {
  ...BENCH,
  site: { ...BENCH.site, id: "loft", name: "Rope Loft", altitudeM: 610 },
  brewers: [
    {
      ...BENCH.brewers[0]!,
      id: "cone",
      name: "hand cone",
      kind: "hand",
      filter: { name: "paper", material: "paper", drag: 1.2 },
    },
  ],
  grinders: [{ ...BENCH.grinders[0]!, id: "dunlin", name: "Dunlin" }],
};
const KIT = kitOf([BENCH, LOFT]);
const NAMING = { brewerId: "cone", grinderId: "dunlin", coffeeId: "saltmarsh" };

describe("the kit that recipes are written down with", () => {
  test("is of all sites, brewers with their site's name where there are several", () => {
    expect(KIT.brewers.map(({ name }) => name)).toEqual(["Fulmar, Pier Head", "hand cone, Rope Loft"]);
    expect(kitOf([BENCH]).brewers[0]!.name).toBe("Fulmar");
    expect(KIT.grinders.map(({ id }) => id)).toEqual(["chough", "dunlin"]);
    expect(KIT.coffees).toEqual([{ id: "saltmarsh", name: "Saltmarsh", densityGPerMl: 0.4 }]);
    // Water boils cooler up the hill.
    expect(KIT.brewers[1]!.boilsC).toBeLessThan(KIT.brewers[0]!.boilsC - 1);
    expect(kitOf([])).toMatchObject({ brewers: [], coffees: [], fits: [] });
  });

  test("finds what a version names, and nothing for what is gone", () => {
    const { brewer, grinder, coffee } = namedOf(KIT, NAMING);
    expect([brewer?.id, grinder?.id, coffee?.id]).toEqual(["cone", "dunlin", "saltmarsh"]);
    expect(namedOf(KIT, { ...NAMING, grinderId: null }).grinder).toBeUndefined();
    expect(namedOf(KIT, { ...NAMING, coffeeId: "gone" }).coffee).toBeUndefined();
    expect(brewedWith(KIT, NAMING)).toMatchObject({
      kind: "hand",
      retentionGPerG: 2.12,
      dial: { id: "dunlin" },
    });
    expect(brewedWith(KIT, { ...NAMING, grinderId: null })?.dial).toBeNull();
    expect(brewedWith(KIT, { ...NAMING, brewerId: "gone" })).toBeUndefined();
  });
});

describe("a recipe's bench for its forecast", () => {
  const recipe = { ...BLANK, doseG: 22, dialSetting: 9.5, texture: null };

  test("is ground by its dial, else by its texture, with the filter's drag", () => {
    const made = recipeBench(KIT, NAMING, recipe)!;
    expect(made.grindUm).toBeCloseTo(800, 0);
    expect(made.factors).toEqual({ permeability: 1 / 1.2, extraction: 1 });
    const byWord = recipeBench(KIT, NAMING, { ...recipe, dialSetting: null, texture: "coarse sea salt" })!;
    expect(byWord.grindUm).toBe(TEXTURE_UM["coarse sea salt"]);
  });

  test("what was fitted on another brewer or another grinder is none of its own", () => {
    const fit = { brewerId: "cone", grinderId: "dunlin", permeability: 1.2, extraction: 1.1 };
    const factors = (change: object) =>
      factorsOf(
        { fits: [{ ...fit, ...change }] as never },
        { brewerId: "cone", grinderId: "dunlin", drag: 2 },
      );
    expect(factors({})).toEqual({ permeability: 0.6, extraction: 1.1 });
    expect(factors({ brewerId: "fulmar" })).toEqual({ permeability: 0.5, extraction: 1 });
    expect(factors({ grinderId: "chough" })).toEqual({ permeability: 0.5, extraction: 1 });
  });

  test("takes other factors beside the drag, and is none without its brewer or its coffee", () => {
    const factors = { permeability: 1.5, extraction: 1.1 };
    expect(recipeBench(KIT, NAMING, recipe, factors)!.factors).toEqual({
      permeability: 1.5 / 1.2,
      extraction: 1.1,
    });
    expect(recipeBench(KIT, { ...NAMING, brewerId: "gone" }, recipe)).toBeUndefined();
    expect(recipeBench(KIT, { ...NAMING, coffeeId: "gone" }, recipe)).toBeUndefined();
  });
});
