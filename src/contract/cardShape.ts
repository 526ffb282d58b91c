import { USUAL_ICED } from "#core/iced";
import { type PinName, type PinSet, pinSetsOf } from "#core/sheet";
import { CARD_SHAPE, type CardSheet, type DialSource } from "./card.ts";
import type { GrindPick, ScaleState } from "./scaleState.ts";

/** A card's sheet as some day kept it. */
export type StoredCard = CardSheet | FirstCard;

type Dial = Omit<NonNullable<CardSheet["dial"]>, "by"> & { readonly by?: DialSource };
type Pins = Readonly<Partial<Record<PinName, number>>>;

/**
 * The first shape, without a number: the browser made it. It kept a service beside the ice instead of what was chosen,
 * and a sentence with each check.
 */
export interface FirstCard extends Omit<CardSheet, "shape" | "chosen" | "dial" | "iced" | "standard"> {
  readonly shape?: never;
  readonly dial?: Dial;
  readonly iced?: NonNullable<CardSheet["iced"]> & {
    readonly service: ScaleState["iced"];
    /** As somebody set them; without them the sheet's own pins are. */
    readonly pins: readonly PinSet[];
  };
  readonly standard?: Omit<NonNullable<CardSheet["standard"]>, "was"> & {
    readonly was: { readonly pins: Pins; readonly dial?: Dial };
  };
}

/** A stored card in the shape of now. No figure of it changes. */
export function currentCard(stored: StoredCard): CardSheet {
  if (stored.shape === CARD_SHAPE) return stored;
  const { input, result, dial, iced, standard, madeWith, ...others } = stored;
  const { service = USUAL_ICED, pins = pinSetsOf(input.pins), ...followed } = iced ?? {};
  const chosen: ScaleState = {
    recipe: madeWith.recipeVersionId,
    coffee: madeWith.coffeeId,
    brewer: madeWith.brewerId,
    grinder: madeWith.grinderId,
    vessel: madeWith.vesselId,
    ice: madeWith.iceSourceId ?? "",
    serve: input.serve,
    pins,
    grind: grindOf(dial),
    iced: service,
  };
  return {
    shape: CARD_SHAPE,
    chosen,
    input,
    result: {
      ...result,
      checks: result.checks.map(({ code, severity, figures }) => ({ code, severity, figures })),
    },
    ...(dial && { dial: { ...dial, by: dial.by ?? "rule" } }),
    ...(input.serve === "iced" && { iced: followed }),
    ...(standard && {
      standard: {
        ...standard,
        was: { pins: pinSetsOf(standard.was.pins), grind: grindOf(standard.was.dial) },
      },
    }),
    ...others,
    madeWith,
  };
}

/** The first shape told a pick by its dial alone: a number where a hand or an approved batch set it. */
function grindOf(dial: Dial | undefined): GrindPick {
  if (!dial?.by) return "rule";
  return dial.by === "hand" || dial.by === "standard" ? dial.setting : dial.by;
}
