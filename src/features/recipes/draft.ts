import type { RecipeVersion } from "#contract/recipe.ts";
import { BLANK, type PourAct, poured, type Recipe } from "#core/recipe";
import type { KitBrewer, Naming, RecipeKit } from "#scaling/sheet";

/** A version while it is written. */
export interface Draft extends Naming {
  readonly name: string;
  readonly recipe: Recipe;
}

/** A new recipe's draft: a hand brewer where there is one, and usual figures. */
export function firstDraft(kit: RecipeKit): Draft {
  const brewer = kit.brewers.find(({ kind }) => kind === "hand") ?? kit.brewers[0];
  const draft = {
    name: "",
    brewerId: brewer?.id ?? "",
    grinderId: null,
    coffeeId: kit.coffees[0]?.id ?? "",
    recipe: BLANK,
  };
  return brewer ? brewedOn(draft, brewer) : draft;
}

/** A version to go on from: what was weighed and tasted belongs to the cup that was made, and stays behind. */
export function nextDraft(name: string, version: RecipeVersion, fresh: boolean): Draft {
  const { brewerId, grinderId, coffeeId, recipe } = version;
  return {
    name,
    brewerId,
    grinderId,
    coffeeId,
    recipe: fresh ? { ...recipe, doneS: null, weighedG: null, strengthPct: null, taste: "" } : recipe,
  };
}

const ONE_POUR = 1;

/** The same on another brewer: a hand keeps its pours, a press and a batch brewer take their water at once. */
export function brewedOn(draft: Draft, brewer: KitBrewer): Draft {
  const { recipe } = draft;
  const waterG = recipe.pours.at(-1)!.toG;
  const hand = brewer.kind === "hand";
  const pours =
    hand || recipe.pours.length === ONE_POUR
      ? recipe.pours
      : [{ ...BLANK.pours[0]!, toG: waterG, agitation: "none" as const }];
  return {
    ...draft,
    brewerId: brewer.id,
    recipe: {
      ...recipe,
      pours,
      blooms: hand && recipe.blooms && pours.length > ONE_POUR,
      press:
        brewer.kind === "press"
          ? (recipe.press ?? { steepS: 240, stirred: true, pressS: 30, turnedOver: false })
          : null,
    },
  };
}

/** One act on the water. */
export function act(draft: Draft, done: PourAct): Draft {
  const recipe = poured(draft.recipe, done);
  return recipe === draft.recipe ? draft : { ...draft, recipe };
}

/** A draft that was kept as text, with the fields of another one; undefined where something else stands, as of an older version. */
export function draftFrom(text: string, like: Draft): Draft | undefined {
  const fieldsOf = (thing: unknown) => Object.keys(Object(thing)).toSorted().join(" ");
  try {
    const found = JSON.parse(text) as Draft | null;
    const fits = fieldsOf(found) === fieldsOf(like) && fieldsOf(found?.recipe) === fieldsOf(like.recipe);
    return fits ? found! : undefined;
  } catch {
    return undefined;
  }
}
