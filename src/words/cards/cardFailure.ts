import type { CardSheet } from "#contract/card.ts";
import type { FollowFailure, MakeFailure } from "#contract/cardFailure.ts";
import { printNumber } from "#core/units";
import { icedFailureSentence } from "#words/iced";

/** Why no card can be made of what was chosen. */
export function cardFailureSentence(
  failure: MakeFailure | { readonly code: "noSite" | "inUse" | "notThere" },
): string {
  switch (failure.code) {
    case "noSite":
      return "This site is not there any more.";
    case "notThere":
      return "This card is not there any more.";
    case "inUse":
      return "A list or a batch names this card: put it away instead, and it is offered nowhere.";
    case "gone":
      return `The ${failure.what} that was chosen is not on this site's bench: choose another.`;
    case "noSheet":
      return icedFailureSentence(failure.failure);
  }
}

/** Why a card stays as it is when what it rests on changes. */
export function followFailureSentence(
  failure: FollowFailure,
  { brewer, vessel, coffee, recipe }: Pick<CardSheet["madeWith"], "brewer" | "vessel" | "coffee" | "recipe">,
): string {
  switch (failure.code) {
    case "gone": {
      const names = { brewer, vessel, coffee, recipe, grinder: "its grinder" };
      return `${names[failure.what]} is not on the bench any more.`;
    }
    case "otherGrinder":
      return "it is ground on another grinder than the batch was.";
    case "noSheet":
      return icedFailureSentence(failure.failure);
  }
}

/** The sentence where a sheet changed between the look at it and its saving. */
export function staleCardSentence(
  stale:
    | { readonly code: "bench" }
    | { readonly code: "dial"; readonly shown: number; readonly now: number | undefined },
): string {
  if (stale.code === "bench") {
    return "The bench was changed meanwhile, so no card was kept: the sheet is worked out anew. Look at it, and save it again.";
  }
  const now = stale.now === undefined ? "no setting" : printNumber(stale.now, 2);
  return `The dial comes out at ${now}, and ${printNumber(stale.shown, 2)} was shown, so no card was kept: look at it again, or pick the setting by hand.`;
}

/** Another choice was kept under the same id. @param theirs and @param yours their titles */
export function otherCardSentence(theirs: string, yours: string): string {
  return `Another card is kept under that id already: ${theirs}. Yours, ${yours}, was not kept: save it once more.`;
}
