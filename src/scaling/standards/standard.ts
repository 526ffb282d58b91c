import type { Bench, BenchRecipe } from "#contract/bench.ts";
import type { CardSheet } from "#contract/card.ts";
import type { FollowFailure, MakeFailure } from "#contract/cardFailure.ts";
import { icedMethodOf } from "#contract/icedMethod.ts";
import type { Place } from "#contract/place.ts";
import type { Standard } from "#contract/standard.ts";
import { fail, type Result } from "#core/result";
import { type MadeCard, makeCard, remade } from "#scaling/cards";
import { type GrindPick, standardAt } from "#scaling/choice";
import { pinsOfStandard } from "./approved.ts";

type CardStandard = NonNullable<CardSheet["standard"]>;

/** The place that a card is for. */
export function placeOfCard(card: CardSheet): Place {
  const { chosen, result } = card;
  return {
    coffeeId: chosen.coffee,
    brewerId: chosen.brewer,
    serve: chosen.serve,
    method: icedMethodOf(card),
    sizeG: result.rounded.yieldG,
  };
}

/** Figures of a batch that are brewed again. */
export type Brewed = Pick<
  Standard,
  | "batchId"
  | "approvedAt"
  | "serve"
  | "method"
  | "grinderId"
  | "dialSetting"
  | "doseG"
  | "waterG"
  | "iceG"
  | "brewTimeS"
  | "strengthPct"
>;

/** A card's record of the batch that it follows. */
export function followedBatch(
  {
    batchId,
    approvedAt,
    brewTimeS,
    strengthPct,
  }: Pick<Brewed, "batchId" | "approvedAt" | "brewTimeS" | "strengthPct">,
  was: CardStandard["was"],
): CardStandard {
  return {
    batchId,
    approvedAt,
    was,
    ...(brewTimeS !== null && { brewTimeS }),
    ...(strengthPct !== null && { strengthPct }),
  };
}

/** A card as an approved batch makes it: its dose, water and ice, ground as it was. */
export function following(
  card: CardSheet,
  standard: Brewed,
  recipe: BenchRecipe,
  bench: Bench,
): Result<MadeCard, FollowFailure> {
  const { chosen } = card;
  if (chosen.grinder !== standard.grinderId) return fail({ code: "otherGrinder" });
  const brewer = bench.brewers.find(({ id }) => id === chosen.brewer);
  if (!brewer) return fail({ code: "gone", what: "brewer" });
  const { bypassG, brewWaterG } = card.result.rounded;
  // A card that sends a share round the bed goes on doing so.
  const roundG = (bypassG / (bypassG + brewWaterG)) * standard.waterG;
  const state = {
    ...chosen,
    recipe: recipe.versionId,
    pins: pinsOfStandard(standard, brewer, bench.settings, roundG),
    grind: standard.dialSetting,
  };
  const was = card.standard?.was ?? { pins: chosen.pins, grind: chosen.grind };
  return makeCard(state, { ...bench, recipes: [recipe] }, { standard: followedBatch(standard, was) });
}

/** A card whose standard is in force no more: what it was before, made anew. */
export function lapsing(card: CardSheet, recipe: BenchRecipe, bench: Bench): Result<MadeCard, MakeFailure> {
  const { standard, chosen } = card;
  if (!standard) throw new Error("the card follows no standard");
  const state = { ...chosen, ...standard.was, recipe: recipe.versionId };
  return makeCard(state, { ...bench, recipes: [recipe] }, { standard: { ...standard, lapsed: true } });
}

/** A changed batch and the site's bench after the change. */
export interface BatchChange {
  /** With the standards as they are now. */
  readonly bench: Bench;
  /** The batch that was approved, corrected, taken out or put back. */
  readonly batchId: string;
  /** Whose dials it teaches, or taught. */
  readonly grinderIds: readonly string[];
}

/** Picks whose setting moves with what approved batches teach. */
const FOLLOWS: readonly GrindPick[] = ["best", "learned"];

/**
 * A card after a standard was made, changed or withdrawn: it follows the one of its place, goes back to what it was
 * where there is none any more, or is ground anew by the learned dial; undefined where it does not rest on any of it.
 */
export function cardAfterBatch(
  card: CardSheet,
  recipe: BenchRecipe,
  { bench, batchId, grinderIds }: BatchChange,
): Result<MadeCard, FollowFailure> | undefined {
  const place = placeOfCard(card);
  const standardOfPlace = standardAt(bench.standards, place);
  const { standard, chosen } = card;
  const own = bench.standards.find(
    (each) =>
      each.batchId === standard?.batchId &&
      each.coffeeId === place.coffeeId &&
      each.brewerId === place.brewerId &&
      each.method === place.method,
  );
  if (standard && own) return own.batchId === batchId ? following(card, own, recipe, bench) : undefined;
  if (standardOfPlace?.batchId === batchId || (standard && !standard.lapsed && standardOfPlace)) {
    return following(card, standardOfPlace!, recipe, bench);
  }
  if (standard && !standard.lapsed) return lapsing(card, recipe, bench);
  if (!FOLLOWS.includes(chosen.grind) || !grinderIds.includes(chosen.grinder)) return undefined;
  const made = remade(card, recipe, recipe, bench);
  return made.ok && made.value.sheet.dial?.setting === card.dial?.setting ? undefined : made;
}
