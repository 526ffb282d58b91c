import type { IcedFailure } from "#core/iced";

/** Kinds of things that a card is made with. */
export type ChosenKind = "recipe" | "brewer" | "vessel" | "grinder" | "coffee";

/** Why no card can be made of a choice. */
export type MakeFailure =
  /** Something that is chosen is not on the bench any more. */
  | { readonly code: "gone"; readonly what: ChosenKind }
  | { readonly code: "noSheet"; readonly failure: IcedFailure };

/** Why a card does not follow a change. */
export type FollowFailure =
  | MakeFailure
  /** An approved batch was ground on another grinder than the card is. */
  | { readonly code: "otherGrinder" };
