import { type PourStart, rescaled, startOf, waterOf } from "#core/brew";
import { MOST_POURS } from "./faults.ts";
import type { Recipe, RecipePour } from "./recipe.ts";

/*
 * What is done to a recipe's water while it is written: each act leaves running totals that follow from each other.
 */
export type PourAct =
  /** A pour's own water; every later total moves along. */
  | { readonly type: "amount"; readonly pour: number; readonly waterG: number }
  /** The scale's reading when a pour ends; the other totals stay. */
  | { readonly type: "total"; readonly pour: number; readonly toG: number }
  /** The bloom as a multiple of the dose; every other total stays. */
  | { readonly type: "bloom"; readonly multiple: number }
  | { readonly type: "start"; readonly pour: number; readonly start: PourStart }
  | {
      readonly type: "change";
      readonly pour: number;
      readonly to: Partial<Pick<RecipePour, "pace" | "where" | "agitation">>;
    }
  /** The amounts change places; the times stay where they are. */
  | { readonly type: "move"; readonly from: number; readonly to: number }
  /** A pour is split in two: half the water, half the time. */
  | { readonly type: "split"; readonly pour: number }
  /** A pour goes, and its water goes to the next; the last one's to the one before. */
  | { readonly type: "remove"; readonly pour: number }
  /** Another dose at the same ratio, in the same rhythm. */
  | { readonly type: "dose"; readonly doseG: number }
  /** Another water on the same dose: the bloom stays, the rest keeps its shares. */
  | { readonly type: "water"; readonly waterG: number };

/** How long a pour that is split off the last one waits, s. */
const NEXT_POUR_S = 30;

/** A recipe with one act done to its water; acts on pours that are not there change nothing. */
export function poured(recipe: Recipe, act: PourAct): Recipe {
  const { pours } = recipe;
  if ("pour" in act && !pours[act.pour]) return recipe;
  const withPour = (i: number, to: Partial<RecipePour>) => ({
    ...recipe,
    pours: pours.map((pour, at) => (at === i ? { ...pour, ...to } : pour)),
  });
  switch (act.type) {
    case "amount": {
      const more = act.waterG - amountOf(pours, act.pour);
      return {
        ...recipe,
        pours: pours.map((pour, i) => (i < act.pour ? pour : { ...pour, toG: pour.toG + more })),
      };
    }
    case "total":
      return withPour(act.pour, { toG: act.toG });
    case "bloom":
      return withPour(0, { toG: act.multiple * recipe.doseG });
    case "start":
      return withPour(act.pour, { start: act.start });
    case "change":
      return withPour(act.pour, act.to);
    case "move":
      return moved(recipe, act.from, act.to);
    case "split":
      return pours.length < MOST_POURS ? split(recipe, act.pour) : recipe;
    case "remove":
      return pours.length > 1 ? removed(recipe, act.pour) : recipe;
    case "dose": {
      const waterG = (waterOf(recipe) * act.doseG) / recipe.doseG;
      return {
        ...recipe,
        ...resized(recipe, act.doseG, waterG),
        iceG: (recipe.iceG * act.doseG) / recipe.doseG,
      };
    }
    case "water":
      return { ...recipe, ...resized(recipe, recipe.doseG, act.waterG) };
  }
}

/** A pour's own water, g. */
export function amountOf(pours: readonly Pick<RecipePour, "toG">[], i: number): number {
  return (pours[i]?.toG ?? 0) - (pours[i - 1]?.toG ?? 0);
}

/** While it is written the times stay as they stand. */
function resized(recipe: Recipe, doseG: number, waterG: number): Pick<Recipe, "doseG" | "pours"> {
  const { pours } = rescaled(recipe, { doseG, waterG, stretch: 1 });
  return { doseG, pours };
}

function moved(recipe: Recipe, from: number, to: number): Recipe {
  const { pours } = recipe;
  if (!(pours[from] && pours[to])) return recipe;
  const amounts = pours.map((pour, i) => ({ pour, waterG: amountOf(pours, i) }));
  amounts.splice(to, 0, ...amounts.splice(from, 1));
  let toG = 0;
  return {
    ...recipe,
    pours: amounts.map(({ pour, waterG }, i) => {
      toG += waterG;
      // A pace to a time belongs to the time, and stays with it.
      const { start, pace } = pours[i]!;
      const own = pour.pace && "byS" in pour.pace ? null : pour.pace;
      return { ...pour, toG, start, pace: pace && "byS" in pace ? pace : own };
    }),
  };
}

function split(recipe: Recipe, i: number): Recipe {
  const { pours } = recipe;
  const pour = pours[i]!;
  const [atS, nextS] = [startOf(pour), startOf(pours[i + 1])];
  const start: PourStart =
    atS === undefined
      ? pour.start
      : { atS: Math.round(nextS === undefined ? atS + NEXT_POUR_S : (atS + nextS) / 2) };
  const first = { ...pour, toG: pour.toG - amountOf(pours, i) / 2, pace: null };
  return {
    ...recipe,
    pours: [...pours.slice(0, i), first, { ...pour, start, pace: null }, ...pours.slice(i + 1)],
  };
}

function removed(recipe: Recipe, i: number): Recipe {
  const { pours } = recipe;
  const last = i === pours.length - 1;
  const left = pours.filter((_, at) => at !== i);
  const remaining = left.map((pour, at) => {
    if (last && at === i - 1) return { ...pour, toG: pours[i]!.toG };
    return at === 0 ? { ...pour, start: { atS: 0 } } : pour;
  });
  return { ...recipe, pours: remaining, blooms: recipe.blooms && i > 0 && remaining.length > 1 };
}
