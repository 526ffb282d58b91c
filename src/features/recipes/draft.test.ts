import { describe, expect, test } from "vitest";
import type { RecipeVersion } from "#contract/recipe.ts";
import { faultsOf } from "#core/recipe";
import { brewedWith, kitOf, namedOf, recipeBench } from "#scaling/sheet";
import { BENCH } from "#tests/pierHead.ts";
import { LOFT_RECIPE } from "#tests/recipes.ts";
import { act, brewedOn, draftFrom, firstDraft, nextDraft } from "./draft.ts";

const FULMAR = BENCH.brewers[0]!;
const CONE = { ...FULMAR, id: "cone", name: "hand cone", kind: "hand" as const };
const PRESS = { ...FULMAR, id: "press", name: "immersion press", kind: "press" as const };
const LOFT_SITE = {
  ...BENCH,
  site: { ...BENCH.site, id: "loft", name: "Rope Loft", altitudeM: 614 },
  brewers: [CONE, PRESS],
};
const KIT = kitOf([BENCH, LOFT_SITE]);
const [, cone, press] = KIT.brewers as [
  (typeof KIT.brewers)[0],
  (typeof KIT.brewers)[0],
  (typeof KIT.brewers)[0],
];
const VERSION: RecipeVersion = {
  versionId: "v4",
  version: 4,
  state: "standard",
  revision: 1,
  at: "2026-05-17T09:00:00.000Z",
  madeBy: "Oda Venn",
  brewerId: "cone",
  grinderId: "chough",
  coffeeId: "saltmarsh",
  brewer: "hand cone",
  grinder: "Chough",
  coffee: "Saltmarsh",
  kind: "hand",
  shape: "cone",
  retentionGPerG: 2.23,
  recipe: { ...LOFT_RECIPE, dialSetting: 9.5 },
};

describe("the kit", () => {
  test("has the brewers of all sites, with where they stand and where water boils there", () => {
    expect(KIT.brewers.map(({ name }) => name)).toEqual([
      "Fulmar, Pier Head",
      "hand cone, Rope Loft",
      "immersion press, Rope Loft",
    ]);
    expect(cone.boilsC).toBeLessThan(KIT.brewers[0]!.boilsC);
    expect(kitOf([BENCH]).brewers[0]!.name).toBe("Fulmar");
  });

  test("a recipe's bench: the setting's µm, what it weighed, what was fitted", () => {
    const fit = {
      brewerId: "cone",
      grinderId: "chough",
      versionId: "v4",
      permeability: 1.3,
      extraction: 1.1,
      batches: 0,
      moves: [],
    };
    const bench = recipeBench({ ...KIT, fits: [fit] }, VERSION, VERSION.recipe)!;
    expect(bench.grindUm).toBeCloseTo(800, 6);
    expect(bench.retentionGPerG).toBeCloseTo(49 / 22, 9);
    expect(bench.factors).toEqual({ permeability: 1.3, extraction: 1.1 });
    expect(recipeBench(KIT, { ...VERSION, brewerId: "gone" }, VERSION.recipe)).toBeUndefined();
    expect(brewedWith(KIT, { ...VERSION, grinderId: null })?.dial).toBeNull();
  });
});

describe("a draft", () => {
  test("a new one starts on a hand brewer, and is sound as it stands", () => {
    const draft = { ...firstDraft(KIT), name: "Bollard" };
    expect(namedOf(KIT, draft).brewer?.kind).toBe("hand");
    expect(faultsOf(draft.recipe, brewedWith(KIT, draft)!)).toEqual([]);
  });

  test("a next version leaves the old cup behind; a draft that is gone on with keeps all", () => {
    expect(nextDraft("Loft cone", VERSION, true).recipe).toEqual({
      ...VERSION.recipe,
      doneS: null,
      weighedG: null,
      strengthPct: null,
      taste: "",
    });
    expect(nextDraft("Loft cone", VERSION, false).recipe).toEqual(VERSION.recipe);
  });

  test("on a press its water goes on at once and steeps; back by hand it has no press", () => {
    const steeped = brewedOn(nextDraft("Loft cone", VERSION, true), press);
    expect(steeped.recipe).toMatchObject({ blooms: false, press: { steepS: 240 } });
    expect(steeped.recipe.pours.map(({ toG }) => toG)).toEqual([352]);
    expect(faultsOf(steeped.recipe, brewedWith(KIT, steeped)!)).toEqual([]);
    const again = brewedOn(steeped, cone);
    expect(again.recipe.press).toBeNull();
    expect(brewedOn(nextDraft("Loft cone", VERSION, true), cone).recipe.pours).toHaveLength(4);
  });

  test("an act that changes nothing leaves the very same draft: there is nothing to undo", () => {
    const draft = nextDraft("Loft cone", VERSION, true);
    expect(act(draft, { type: "amount", pour: 9, waterG: 1 })).toBe(draft);
    expect(act(draft, { type: "bloom", multiple: 3 }).recipe.pours[0]!.toG).toBe(66);
  });
});

const WRITTEN = firstDraft(KIT);

test("what was written comes back as it was", () => {
  const changed = { ...WRITTEN, name: "Loft cone, finer", recipe: { ...WRITTEN.recipe, doseG: 21 } };
  expect(draftFrom(JSON.stringify(changed), WRITTEN)).toEqual(changed);
});

test("nothing comes back of another shape, of half a text", () => {
  const { name: _, ...nameless } = WRITTEN;
  const { doseG: __, ...doseless } = WRITTEN.recipe;
  for (const text of [
    "",
    "{",
    "null",
    "7",
    JSON.stringify(nameless),
    JSON.stringify({ ...WRITTEN, recipe: doseless }),
  ])
    expect(draftFrom(text, WRITTEN)).toBeUndefined();
});
