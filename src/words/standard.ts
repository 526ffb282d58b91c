import type { Serve } from "#core/sheet";
import { printLiquid } from "#core/units";

/** What a standard is of: as the trail, the wall and the log call it. */
export function placeTitle({
  coffee,
  brewer,
  serve,
  sizeG,
}: {
  readonly coffee: string;
  readonly brewer: string;
  readonly serve: Serve;
  readonly sizeG: number;
}): string {
  return `${coffee}, ${serve}, ${printLiquid(sizeG, "g", { decimals: 0 })} on ${brewer}`;
}

/** Why a batch is not made the standard. */
export function standardSentence(code: "notThere" | "stale" | "saysTooLittle"): string {
  switch (code) {
    case "notThere":
      return "This batch is not in the log any more.";
    case "stale":
      return "Somebody corrected this batch meanwhile: look at it as it is now, and approve it then.";
    case "saysTooLittle":
      return "A standard says its coffee, its grinder and its setting: correct the batch in the log first.";
  }
}

/** What of the cards was made anew after a standard's batch was corrected, taken out or put back. */
export function followedSentence(cards: number): string {
  const counted = `${cards} ${cards === 1 ? "card" : "cards"}`;
  return cards === 0
    ? "It was approved: the dial, the wall chart and the forecast go by the log as it is now."
    : `It was approved: ${counted}, the dial and the wall chart go by the log as it is now.`;
}
