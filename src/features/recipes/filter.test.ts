import fc from "fast-check";
import { createLoader, createSerializer } from "nuqs/server";
import { describe, expect, test } from "vitest";
import type { RecipeLine } from "#contract/recipe.ts";
import { METHODS, RECIPE_STATES } from "#contract/recipeKinds.ts";
import { SERVICES } from "#core/recipe";
import { FILTER, filtered, type RecipeFilter, searchable } from "./filter.ts";

const LINE: RecipeLine = {
  id: "loft",
  name: "Loft cone",
  archived: false,
  versionId: "v4",
  version: 4,
  state: "standard",
  drafted: false,
  method: "hand cone",
  brewer: "hand cone",
  coffee: "Saltmarsh",
  serve: "hot",
  services: ["hot", "flash"],
  doseG: 22,
  waterG: 352,
  iceG: 0,
  strengthPct: 1.38,
  taste: "sweet; toffee as it cools",
};
const load = createLoader(FILTER);
const serialize = createSerializer(FILTER);
const NO_FILTER = load("");

const LINES: readonly RecipeLine[] = [
  LINE,
  {
    ...LINE,
    id: "press",
    name: "Harbour press",
    method: "press",
    coffee: "Night Mail",
    state: "trial",
    services: ["hot"],
    taste: "cocoa",
  },
  { ...LINE, id: "cafe", name: "Café am Kai", state: "draft", services: [], taste: "" },
  { ...LINE, id: "old", name: "Old rope", archived: true },
  { ...LINE, id: "batch", name: "Quay batch", method: "batch", brewer: "Turnstone", drafted: true },
];
const ids = (filter: Partial<RecipeFilter>) =>
  filtered(searchable(LINES), { ...NO_FILTER, ...filter }).map(({ id }) => id);

describe("a list narrowed", () => {
  test("by words in the name, the coffee, the brewer or the taste; every one counts", () => {
    expect(ids({ text: "night cocoa" })).toEqual(["press"]);
    expect(ids({ text: "TURNSTONE" })).toEqual(["batch"]);
    expect(ids({ text: "toffee  loft" })).toEqual(["loft"]);
    expect(ids({ text: "cocoa toffee" })).toEqual([]);
  });

  test("accents aside: who types cafe finds Café", () => {
    expect(ids({ text: "cafe" })).toEqual(["cafe"]);
    expect(ids({ text: "café" })).toEqual(["cafe"]);
  });

  test("by how it is made, what it is good for, and how it stands; a draft beside a version counts as one", () => {
    expect(ids({ method: "press" })).toEqual(["press"]);
    expect(ids({ service: "flash" })).toEqual(["loft", "batch"]);
    expect(ids({ state: "trial" })).toEqual(["press"]);
    expect(ids({ state: "draft" })).toEqual(["cafe", "batch"]);
    expect(ids({ method: "batch", service: "steep" })).toEqual([]);
  });

  test("archived ones are a list of their own", () => {
    expect(ids({})).toEqual(["loft", "press", "cafe", "batch"]);
    expect(ids({ archived: true })).toEqual(["old"]);
  });
});

describe("the link", () => {
  const filter = fc.record<RecipeFilter>({
    text: fc.string(),
    method: fc.constantFrom("", ...METHODS),
    service: fc.constantFrom("", ...SERVICES),
    state: fc.constantFrom("", ...RECIPE_STATES),
    archived: fc.boolean(),
  });

  test("carries every filter, and gives it back", () => {
    fc.assert(
      fc.property(filter, (asked) => {
        expect(load(serialize(asked))).toEqual(asked);
      }),
    );
    expect(serialize(NO_FILTER)).toBe("");
  });

  test("with nonsense in it is any", () => {
    expect(load("?method=by+spoon&state=draft,trial&archived=perhaps")).toEqual(NO_FILTER);
  });
});
