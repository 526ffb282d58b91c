import type { Bench, BenchRecipe } from "#contract/bench.ts";
import type { CardSheet, CardStandard } from "#contract/card.ts";
import type { Standard } from "#contract/standard.ts";
import { fail, ok, type Result } from "#core/result";
import { pinSetsOf, pinsOf } from "#core/sheet";
import { type Place, pinsOfStandard, standardAt } from "./approved.ts";
import {
  makeCard,
  pinsOfCard,
  type Remade,
  type RemakeFailure,
  remade,
  stateOfCard,
  withStandard,
} from "./remade.ts";

/** What a card is of. */
export function placeOfCard({ madeWith, input, result }: CardSheet): Place {
  return {
    coffeeId: madeWith.coffeeId,
    brewerId: madeWith.brewerId,
    serve: input.serve,
    sizeG: result.rounded.yieldG,
  };
}

/** What of a batch is brewed again. */
export type Brewed = Pick<
  Standard,
  | "batchId"
  | "approvedAt"
  | "serve"
  | "grinderId"
  | "dialSetting"
  | "doseG"
  | "waterG"
  | "iceG"
  | "brewTimeS"
  | "strengthPct"
>;

/** What a card keeps of the batch that it follows. */
export function followedBatch(
  { batchId, approvedAt, brewTimeS, strengthPct }: Omit<Brewed, "serve">,
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
): Result<Remade, RemakeFailure> {
  if (card.madeWith.grinderId !== standard.grinderId) return fail({ code: "otherGrinder" });
  const started = stateOfCard(card, recipe, bench);
  if (!started.ok) return started;
  const brewer = bench.brewers.find(({ id }) => id === card.madeWith.brewerId)!;
  const { bypassG, brewWaterG } = card.result.rounded;
  // A card that sends a share round the bed goes on doing so.
  const roundG = (bypassG / (bypassG + brewWaterG)) * standard.waterG;
  const made = makeCard(
    {
      ...started.value,
      pins: pinsOfStandard(standard, brewer, bench.settings, roundG),
      grind: standard.dialSetting,
    },
    { ...bench, recipes: [recipe] },
  );
  if (!made.ok) return made;
  const was = card.standard?.was ?? { pins: pinsOf(pinsOfCard(card)), ...(card.dial && { dial: card.dial }) };
  return ok(withStandard(made.value, followedBatch(standard, was)));
}

/** A card whose standard is in force no more: what it was before, made anew. */
export function lapsing(card: CardSheet, recipe: BenchRecipe, bench: Bench): Result<Remade, RemakeFailure> {
  const { standard } = card;
  if (!standard) throw new Error("the card follows no standard");
  const { dial: _dial, ...sheet } = card;
  const { pins, dial } = standard.was;
  const started = stateOfCard({ ...sheet, ...(dial && { dial }) }, recipe, bench);
  if (!started.ok) return started;
  const made = makeCard({ ...started.value, pins: pinSetsOf(pins) }, { ...bench, recipes: [recipe] });
  return made.ok ? ok(withStandard(made.value, { ...standard, lapsed: true })) : made;
}

/** What the standards of a site have become. */
export interface Settling {
  /** With the standards as they are now. */
  readonly bench: Bench;
  /** The batch that was approved, corrected, taken out or put back. */
  readonly batchId: string;
  /** Whose dial it teaches, or taught. */
  readonly grinderId: string;
}

/**
 * A card after a standard was made, changed or withdrawn: it follows the one of its place, goes back to what it was
 * where there is none any more, or is ground anew by the learned dial; undefined where it does not rest on any of it.
 */
export function settled(
  card: CardSheet,
  recipe: BenchRecipe,
  { bench, batchId, grinderId }: Settling,
): Result<Remade, RemakeFailure> | undefined {
  const place = placeOfCard(card);
  // A logged batch does not tell other ways apart from one that was brewed onto its ice: no approval speaks of them.
  const isOther = card.iced !== undefined && card.iced.service.method !== "onIce";
  const here = isOther ? undefined : standardAt(bench.standards, place);
  const { standard, madeWith, dial } = card;
  const own = bench.standards.find(
    (each) =>
      each.batchId === standard?.batchId &&
      each.coffeeId === place.coffeeId &&
      each.brewerId === place.brewerId &&
      each.serve === place.serve,
  );
  if (standard && own) return own.batchId === batchId ? following(card, own, recipe, bench) : undefined;
  if (here?.batchId === batchId || (standard && !standard.lapsed && here)) {
    return following(card, here!, recipe, bench);
  }
  if (standard && !standard.lapsed) return lapsing(card, recipe, bench);
  if (dial?.by !== "learned" || madeWith.grinderId !== grinderId) return undefined;
  return remade(card, recipe, recipe, bench);
}
