import type { CardSheet } from "#contract/card.ts";
import type { CardsFollowed } from "#contract/cardEffect.ts";
import type { StandardRefusal } from "#contract/standard.ts";
import type { Serve } from "#core/sheet";
import { printLiquid, printPct, printTime } from "#core/units";

/** A place's title, as the trail, the wall and the log call it. */
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
export function standardSentence(code: StandardRefusal): string {
  switch (code) {
    case "notThere":
      return "This batch is not in the log any more.";
    case "stale":
      return "Somebody corrected this batch meanwhile: look at it as it is now, and approve it then.";
    case "noStandard":
      return "This batch is no standard any more.";
    case "saysTooLittle":
      return "A standard says its coffee, its grinder and its setting: correct the batch in the log first.";
  }
}

/** The sentence after a standard's batch was corrected, taken out or put back. */
export function followedSentence({ changed, later }: CardsFollowed): string {
  if (later)
    return "It was approved: the dial and the wall chart go by the log as it is now, and its cards follow soon.";
  const cards = `${changed} ${changed === 1 ? "card" : "cards"}`;
  return changed === 0
    ? "It was approved: the dial, the wall chart and the forecast go by the log as it is now."
    : `It was approved: ${cards}, the dial and the wall chart go by the log as it is now.`;
}

/** The sentence after a batch was approved. */
export function approvedSentence({ changed, later }: CardsFollowed): string {
  if (later) return "It is the standard now. Its cards are being made anew.";
  if (changed === 0) return "It is the standard now.";
  return `It is the standard now. ${changed} ${changed === 1 ? "card follows" : "cards follow"} it.`;
}

/** A card's note on the approved batch that it follows, or followed. */
export function standardNote({
  lapsed,
  brewTimeS,
  strengthPct,
}: Pick<NonNullable<CardSheet["standard"]>, "lapsed" | "brewTimeS" | "strengthPct">): string {
  if (lapsed) {
    return "Its approved batch is no standard any more: this is what the card was before, worked out anew.";
  }
  const figures = [
    brewTimeS !== undefined && `took ${printTime(brewTimeS)}`,
    strengthPct !== undefined && `came out at ${printPct(strengthPct)}`,
  ].filter(Boolean);
  return figures.length > 0 ? `As approved: that batch ${figures.join(" and ")}` : "As approved";
}

/** The sentence after an approval was taken back. */
export function withdrawnSentence({ changed, later }: CardsFollowed): string {
  const followed = later
    ? " Its cards go back soon."
    : changed === 0
      ? ""
      : ` ${changed} ${changed === 1 ? "card goes" : "cards go"} back.`;
  return `It is the standard no more; what it took the place of is, where there was one.${followed}`;
}

const MIN_PER_H = 60;

/** A pot label's caution on time; the house's own limit, and the law's where it is food kept cold. */
export function labelCaution(serve: Serve, holdMin: number | null): string {
  if (serve === "iced") return "Keep it cold; made and poured away by the times of your local food code.";
  if (holdMin === null) return "Pour it away when it no longer tastes fresh.";
  const hours = Math.floor(holdMin / MIN_PER_H);
  const minutes = Math.round(holdMin % MIN_PER_H);
  const held = [hours > 0 && `${hours} h`, minutes > 0 && `${minutes} min`].filter(Boolean).join(" ");
  return `Pour it away ${held} after it was made. Hot: lid on, two hands.`;
}
