import type { Bench, BenchRecipe } from "#contract/bench.ts";
import type { CardSheet } from "#contract/card.ts";
import type { MakeFailure } from "#contract/cardFailure.ts";
import { coarser, type DialSetting, dialUnit, onDial } from "#core/grind";
import { bagShift, eightInTen } from "#core/learn";
import { ladderOf } from "#core/outlook";
import type { Result } from "#core/result";
import { askingOf, bagOf, solveCoupled } from "#scaling/sheet";
import { type MadeCard, makeCard } from "./card.ts";

/** The typed fields of a bag. */
export interface Bagged {
  readonly densityGPerMl: number;
  readonly roastedOn: string | null;
}

/** Where a card's dial goes with another bag. */
export interface BagEffect {
  readonly before: number;
  readonly at: DialSetting;
  /** Eight in ten. */
  readonly range: readonly [low: number, high: number];
}

/** The bench with a coffee's new bag open. */
export function withBag(bench: Bench, coffeeId: string, bag: Bagged): Bench {
  return {
    ...bench,
    coffees: bench.coffees.map((each) => (each.id === coffeeId ? { ...each, ...bag } : each)),
  };
}

/**
 * How far a new bag moves a card's dial: what its density does to the bed, by the forecast at one extraction, and what
 * density, roast and days do by rule of thumb. Counted from the card's own setting, so that what is right of it stays.
 *
 * @returns undefined where the card has no dial, or something that it was made with is gone
 */
export function bagEffect(
  card: CardSheet,
  recipe: BenchRecipe,
  bench: Bench,
  bag: Bagged,
): BagEffect | undefined {
  const { dial, chosen } = card;
  const coffeeId = chosen.coffee;
  const grinder = bench.grinders.find(({ id }) => id === chosen.grinder);
  const coffee = bench.coffees.find(({ id }) => id === coffeeId);
  if (!dial || !grinder || !coffee) return undefined;
  const next = withBag(bench, coffeeId, bag);
  const [old, anew] = [settingFor(card, recipe, bench), settingFor(card, recipe, next)];
  const { today } = bench;
  const shift = bagShift(bagOf(coffee, today), bagOf({ ...coffee, ...bag }, today));
  const unit = dialUnit(grinder);
  // Without a forecast the rule of thumb alone says it.
  const byBed = old !== undefined && anew !== undefined ? anew - old : 0;
  const exact = coarser(dial.setting + byBed, unit * shift.units, grinder);
  return {
    before: dial.setting,
    at: onDial(exact, grinder),
    range: eightInTen(exact, unit * shift.sdUnits, grinder),
  };
}

/** The setting at which a card's sheet is extracted like its source, exact. */
function settingFor(card: CardSheet, recipe: BenchRecipe, bench: Bench): number | undefined {
  const { state, bench: own } = withRecipe(card, recipe, bench);
  const solved = solveCoupled(state, own);
  if (!solved.ok) return undefined;
  const request = askingOf(state, own, solved.value.rounded);
  const ladder = "asking" in request ? ladderOf(request.asking) : undefined;
  return ladder?.ok ? ladder.value.rungs.find(({ by }) => by === "extraction")?.at.exact : undefined;
}

/** A card's own choice with a version of its recipe, on a bench that has it. */
function withRecipe({ chosen }: CardSheet, recipe: BenchRecipe, bench: Bench) {
  return { state: { ...chosen, recipe: recipe.versionId }, bench: { ...bench, recipes: [recipe] } };
}

/** The card for a new bag's first pot: ground where the shift says, and marked as a test. */
export function firstPotCard(
  card: CardSheet,
  recipe: BenchRecipe,
  bench: Bench,
  bag: Bagged,
): Result<MadeCard, MakeFailure> | undefined {
  const effect = bagEffect(card, recipe, bench, bag);
  if (!effect) return undefined;
  const { state, bench: own } = withRecipe(card, recipe, withBag(bench, card.chosen.coffee, bag));
  const [low, high] = effect.range;
  const firstPot = { roastedOn: bag.roastedOn, low, high };
  return makeCard({ ...state, grind: effect.at.setting }, own, { firstPot });
}
