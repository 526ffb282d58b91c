import type { Bench, BenchRecipe } from "#contract/bench.ts";
import type { CardSheet } from "#contract/card.ts";
import type { MakeFailure } from "#contract/cardFailure.ts";
import type { Result } from "#core/result";
import type { PinName, PinSet } from "#core/sheet";
import { chosenOf, firstPins, recipeRatio, type ScaleState } from "#scaling/choice";
import { type MadeCard, makeCard } from "./card.ts";

/**
 * A card as Scale would make it today, from its own version of a recipe or from another: the pins that were the old
 * version's are the new one's, those that somebody set stay; the dial follows its answer, or stays where a hand set it.
 */
export function remade(
  card: CardSheet,
  from: BenchRecipe,
  to: BenchRecipe,
  bench: Bench,
): Result<MadeCard, MakeFailure> {
  const { chosen, standard, firstPot } = card;
  const state = { ...chosen, recipe: to.versionId };
  // On a bench without any brewer no pins follow, and the card says what is gone.
  const follows = from.versionId !== to.versionId && bench.brewers.length > 0;
  const pins = follows ? followedPins(state, { from, to, bench }) : chosen.pins;
  return makeCard(
    { ...state, pins },
    { ...bench, recipes: [to] },
    { ...(standard && { standard }), ...(firstPot && { firstPot }) },
  );
}

const SAME = 1e-6;

/** The card's pins: a ratio or a strength that was the old recipe's is the new one's now. */
function followedPins(
  state: ScaleState,
  { from, to, bench }: { readonly from: BenchRecipe; readonly to: BenchRecipe; readonly bench: Bench },
): readonly PinSet[] {
  const chosen = chosenOf(state, { ...bench, recipes: [to] });
  const pinsFrom = (recipe: BenchRecipe) => [
    ...firstPins(state.serve, { ...chosen, recipe }, bench.settings),
    { name: "brewRatio" as const, value: recipeRatio(recipe) },
    { name: "totalRatio" as const, value: recipeRatio(recipe) },
  ];
  const [old, next] = [pinsFrom(from), pinsFrom(to)];
  return state.pins.map(({ name, value }) => {
    const place = old.findIndex((pin) => pin.name === name && Math.abs(pin.value - value) < SAME);
    const follows = place >= 0 && FOLLOWING.includes(name);
    return { name, value: follows ? next[place]!.value : value };
  });
}

const FOLLOWING: readonly PinName[] = ["brewRatio", "totalRatio", "strengthPct"];
