import { z } from "zod";
import { type CardSheet, uuid } from "./card.ts";

/** A card that somebody saw change, with the revision that they saw. */
export const seenCard = z.strictObject({ id: uuid, revision: z.number().int().min(1) });
export type SeenCard = z.infer<typeof seenCard>;

/** More cards than rest on one batch or one recipe in any house. */
export const MOST_FOLLOWING = 2000;

/** A card that rests on what is changed, as it is and as it would be. */
export interface CardEffect {
  readonly id: string;
  /** The revision that this was worked out from. */
  readonly revision: number;
  readonly site: string;
  /** Days from today on whose lists it stands, ISO. */
  readonly days: readonly string[];
  readonly before: CardSheet;
  readonly wasDraft: boolean;
  readonly after:
    | { readonly sheet: CardSheet; readonly draft: boolean }
    /** The card stays as it is; the sentence says why. */
    | { readonly stays: string };
}

/** State of the cards that follow a change. */
export interface CardsFollowed {
  /** Cards that were made anew. */
  readonly changed: number;
  /** They are still being made anew: it takes longer than anybody waits. */
  readonly later?: true;
}
