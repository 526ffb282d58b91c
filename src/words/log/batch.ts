import type { BatchRefusal, BEDS, LoggedBatch, SAMPLED_AT, TASTES, WALLS } from "#contract/batch.ts";
import type { IcedMethod } from "#core/iced";
import { printPct, printTime } from "#core/units";

export const SAMPLED_WORDS: { readonly [at in (typeof SAMPLED_AT)[number]]: string } = {
  beforeIce: "before it met ice",
  melted: "when the ice had melted",
  inGlass: "in the glass",
};

/** What is seen of a bed and its wall, and what was wrong in the cup. */
export const BED_WORDS: { readonly [bed in (typeof BEDS)[number]]: string } = {
  flat: "flat",
  uneven: "uneven",
  sloped: "sloped",
  cratered: "cratered",
  domed: "domed",
  coneShaped: "like a cone",
};
export const WALL_WORDS: { readonly [wall in (typeof WALLS)[number]]: string } = {
  clean: "clean",
  some: "some grounds",
  high: "grounds high up",
};
export const TASTE_WORDS: { readonly [taste in (typeof TASTES)[number]]: string } = {
  sharp: "sharp",
  harsh: "harsh",
  dry: "drying",
  thin: "thin",
  heavy: "too heavy",
  muddy: "muddy",
};

/** Bed, wall and taste of a batch in a line; "" where nobody said. */
export function signsLine({ bed, wall, taste }: Pick<LoggedBatch, "bed" | "wall" | "taste">): string {
  return [
    bed && `bed ${BED_WORDS[bed]}`,
    wall && `wall: ${WALL_WORDS[wall]}`,
    taste.length > 0 && taste.map((each) => TASTE_WORDS[each]).join(", "),
  ]
    .filter(Boolean)
    .join("; ");
}

/** How a batch was iced, as the log says it. */
export const ICED_SERVED_WORDS: { readonly [method in IcedMethod]: string } = {
  onIce: "iced, brewed onto the ice",
  beside: "iced, poured over the ice",
  overGlass: "iced, over ice in the glass",
  withWater: "iced, with cold water and ice",
  bath: "iced, chilled in a bath",
  steep: "iced, steeped cold",
};

/** Why a batch is not logged, or not corrected. */
export function batchSentence(code: BatchRefusal): string {
  switch (code) {
    case "notThere":
      return "This brewer or this batch is not there any more.";
    case "stale":
      return "Somebody else corrected this batch meanwhile: look at it as it is now.";
    case "noCard":
      return "The card that it was brewed from is not of this brewer's site, or not there.";
    case "noRecipe":
      return "The recipe that it was brewed by is not there.";
    case "howIced":
      return "There is ice in it: say how it was iced.";
    case "whereSampled":
      return "Sampled where? Before it met the ice it is stronger than after.";
    case "inTheFuture":
      return "That time has not come yet.";
    case "whoseDial":
      return "A setting of which grinder? Choose it, or leave the setting empty.";
    case "offTheDial":
      return "This setting is not on that grinder's dial.";
    case "moreThanWater":
      return "More came out than water and ice went in: was the vessel weighed along?";
  }
}

/** How much of what a day's list wants is brewed. */
export function brewedSentence(brewed: number, wanted: number): string {
  if (brewed < wanted) return `${brewed} of ${wanted} brewed`;
  return brewed === wanted ? "all brewed" : `${brewed} brewed, ${brewed - wanted} more than planned`;
}

/** The question about a figure that is far from its forecast. */
export function unusualSentence(field: "brewTimeS" | "strengthPct", was: number, forecast: number): string {
  const print = field === "brewTimeS" ? printTime : printPct;
  return `${print(was)}, where ${print(forecast)} is forecast: is that right? If it was so, say so below; until then it is not kept, and teaches nothing.`;
}
