import { v7 as uuidv7 } from "uuid";
import type { KeptRecipe } from "#contract/recipe.ts";
import { BLANK, type Recipe } from "#core/recipe";
import { DEMO_IDS } from "#data/demo/bench.ts";

const POUR = { pace: null, where: "spiral", agitation: "none" } as const;

/** The demo house's hand recipe, as it was written down. */
export const LOFT_RECIPE: Recipe = {
  ...BLANK,
  doseG: 22,
  dialSetting: 31,
  texture: null,
  pours: [
    { ...POUR, toG: 55, start: { atS: 0 }, agitation: "swirl" },
    { ...POUR, toG: 150, start: { atS: 40 } },
    { ...POUR, toG: 250, start: { atS: 75 } },
    { ...POUR, toG: 352, start: { atS: 110 } },
  ],
  doneS: 190,
  weighedG: 303,
  strengthPct: 1.38,
};

/** The same hand over ice. */
export const SLACK_RECIPE: Recipe = {
  ...LOFT_RECIPE,
  serve: "iced",
  doseG: 24,
  iceG: 138,
  waterTempC: 92,
  dialSetting: 27,
  pours: [
    { ...POUR, toG: 70, start: { atS: 0 }, agitation: "stir" },
    { ...POUR, toG: 150, start: { atS: 50 } },
    { ...POUR, toG: 222, start: { atS: 80 } },
  ],
  doneS: 160,
  weighedG: null,
  strengthPct: 1.4,
  services: ["flash"],
};

/** That hand recipe as somebody writes it down under a name of its own: a draft that is kept for the first time. */
export const writtenRecipe = (change: Partial<KeptRecipe> = {}) => ({
  recipeId: uuidv7(),
  versionId: uuidv7(),
  name: `Bollard ${uuidv7().slice(-6)}`,
  brewerId: DEMO_IDS.brewers.cone,
  grinderId: DEMO_IDS.grinders.dunlin,
  coffeeId: DEMO_IDS.coffees.saltmarsh,
  recipe: LOFT_RECIPE,
  revision: 0,
  as: "draft" as const,
  ...change,
});
