import type { Bench, BenchRecipe } from "#contract/bench.ts";
import type { CardSheet, CardStandard } from "#contract/card.ts";
import { type IcedFailure, USUAL_ICED } from "#core/iced";
import { firstOf } from "#core/outlook";
import { fail, ok, type Result } from "#core/result";
import { type PinName, type PinSet, pinSetsOf, type SheetResult } from "#core/sheet";
import { solveCoupled } from "#scaling/iced/coupling.ts";
import { askingOf } from "./asking.ts";
import { cardOf, foretold } from "./card.ts";
import { chosenOf, firstPins, recipeRatio, type ScaleState } from "./state.ts";

export type RemakeFailure =
  /** Something that the card was made with is not on the bench any more. */
  | { readonly code: "gone"; readonly what: string }
  | { readonly code: "noSheet"; readonly failure: IcedFailure }
  /** An approved batch was ground on another grinder than the card is. */
  | { readonly code: "otherGrinder" };

export interface Remade {
  readonly sheet: Omit<CardSheet, "result">;
  readonly result: SheetResult;
}

/**
 * A card as Scale would make it today from another version of its recipe: the pins that were the old version's are
 * the new one's, those that somebody set stay; the dial follows its answer, or stays where a hand set it.
 */
export function remade(
  card: CardSheet,
  from: BenchRecipe,
  to: BenchRecipe,
  bench: Bench,
): Result<Remade, RemakeFailure> {
  const started = stateOfCard(card, to, bench);
  if (!started.ok) return started;
  const here = { ...bench, recipes: [to] };
  const state = started.value;
  const made = makeCard({ ...state, pins: followed(card, { from, to, state, bench: here }) }, here);
  const { standard } = card;
  return made.ok && standard ? ok(withStandard(made.value, standard)) : made;
}

/** A made card that follows an approved batch, or did: its dial is that batch's. */
export function withStandard(made: Remade, standard: CardStandard): Remade {
  const { dial, ...sheet } = made.sheet;
  const by = standard.lapsed ? dial?.by : ("standard" as const);
  return { ...made, sheet: { ...sheet, ...(dial && { dial: { ...dial, by } }), standard } };
}

/** What Scale would start from to make a card again, from a version of its recipe; all but its pins. */
export function stateOfCard(
  { madeWith, input, dial, iced }: Pick<CardSheet, "madeWith" | "input" | "dial" | "iced">,
  to: BenchRecipe,
  bench: Bench,
): Result<ScaleState, RemakeFailure> {
  const gone = (
    [
      [bench.brewers, madeWith.brewerId, madeWith.brewer],
      [bench.vessels, madeWith.vesselId, madeWith.vessel],
      [bench.grinders, madeWith.grinderId, "its grinder"],
      [bench.coffees, madeWith.coffeeId, madeWith.coffee],
    ] as const
  ).find(([rows, id]) => !rows.some((row) => row.id === id));
  if (gone) return fail({ code: "gone", what: gone[2] });
  const byHand = dial && (dial.by === "hand" || dial.by === "standard");
  return ok({
    recipe: to.versionId,
    coffee: madeWith.coffeeId,
    brewer: madeWith.brewerId,
    grinder: madeWith.grinderId,
    vessel: madeWith.vesselId,
    ice: madeWith.iceSourceId ?? "",
    serve: input.serve,
    pins: [],
    grind: byHand ? dial.setting : ((dial?.by as ScaleState["grind"]) ?? "rule"),
    iced: iced?.service ?? USUAL_ICED,
  });
}

/** A card's pins as somebody set them. */
export function pinsOfCard({ input, iced }: Pick<CardSheet, "input" | "iced">): readonly PinSet[] {
  return iced?.pins ?? pinSetsOf(input.pins);
}

/** The card that Scale makes of a state. */
export function makeCard(state: ScaleState, bench: Bench): Result<Remade, RemakeFailure> {
  const solved = solveCoupled(state, bench);
  if (!solved.ok) return fail({ code: "noSheet", failure: solved.failure });
  const { exact, rounded, checks } = solved.value;
  const asked = askingOf(state, bench, solved.value.rounded);
  const first = "asking" in asked ? firstOf(asked.asking) : undefined;
  const told = first?.ok ? foretold(first.value) : undefined;
  return ok({ sheet: cardOf(state, bench, solved.value, told), result: { exact, rounded, checks } });
}

interface Following {
  readonly from: BenchRecipe;
  readonly to: BenchRecipe;
  readonly state: ScaleState;
  readonly bench: Bench;
}

const SAME = 1e-6;

/** The card's pins: a ratio or a strength that was the old recipe's is the new one's now. */
function followed(card: CardSheet, { from, to, state, bench }: Following): readonly PinSet[] {
  const chosen = chosenOf(state, bench);
  const firstOf = (recipe: BenchRecipe) => [
    ...firstPins(card.input.serve, { ...chosen, recipe }, bench.settings),
    { name: "brewRatio" as const, value: recipeRatio(recipe) },
    { name: "totalRatio" as const, value: recipeRatio(recipe) },
  ];
  const [old, next] = [firstOf(from), firstOf(to)];
  return pinsOfCard(card).map(({ name, value }) => {
    const place = old.findIndex((pin) => pin.name === name && Math.abs(pin.value - value) < SAME);
    const follows = place >= 0 && FOLLOWING.includes(name);
    return { name, value: follows ? next[place]!.value : value };
  });
}

const FOLLOWING: readonly PinName[] = ["brewRatio", "totalRatio", "strengthPct"];
