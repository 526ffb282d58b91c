import type { Bench, BenchRecipe } from "#contract/bench.ts";
import type { CardSheet } from "#contract/card.ts";
import { coarser, type DialSetting, dialUnit, onDial } from "#core/grind";
import { bagShift, eightInTen } from "#core/learn";
import { ladderOf } from "#core/outlook";
import { ok, type Result } from "#core/result";
import { solveCoupled } from "#scaling/iced/coupling.ts";
import { askingOf } from "./asking.ts";
import { makeCard, pinsOfCard, type Remade, type RemakeFailure, stateOfCard } from "./remade.ts";
import type { ScaleState } from "./state.ts";
import { bagOf } from "./teaching.ts";

/** What of a bag is typed. */
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
  const { dial, madeWith } = card;
  const { coffeeId } = madeWith;
  const grinder = bench.grinders.find(({ id }) => id === madeWith.grinderId);
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
  const started = cardState(card, recipe, bench);
  if (!started.ok) return undefined;
  const here = { ...bench, recipes: [recipe] };
  const solved = solveCoupled(started.value, here);
  if (!solved.ok) return undefined;
  const asked = askingOf(started.value, here, solved.value.rounded);
  const ladder = "asking" in asked ? ladderOf(asked.asking) : undefined;
  return ladder?.ok ? ladder.value.rungs.find(({ by }) => by === "extraction")?.at.exact : undefined;
}

/** A card as Scale has it, with its own pins. */
function cardState(card: CardSheet, recipe: BenchRecipe, bench: Bench): Result<ScaleState, RemakeFailure> {
  const started = stateOfCard(card, recipe, bench);
  if (!started.ok) return started;
  return ok({ ...started.value, pins: pinsOfCard(card) });
}

/** The card for a new bag's first pot: ground where the shift says, and marked as a test. */
export function firstPotCard(
  card: CardSheet,
  recipe: BenchRecipe,
  bench: Bench,
  bag: Bagged,
): Result<Remade, RemakeFailure> | undefined {
  const effect = bagEffect(card, recipe, bench, bag);
  const next = withBag(bench, card.madeWith.coffeeId, bag);
  const started = cardState(card, recipe, next);
  if (!effect || !started.ok) return undefined;
  const made = makeCard({ ...started.value, grind: effect.at.setting }, { ...next, recipes: [recipe] });
  if (!made.ok) return made;
  const [low, high] = effect.range;
  const { sheet, result } = made.value;
  return ok({ result, sheet: { ...sheet, firstPot: { roastedOn: bag.roastedOn, low, high } } });
}
