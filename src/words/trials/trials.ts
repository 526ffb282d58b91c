import type { BallotRefusal } from "#contract/cups.ts";
import type { PriorFrom, TrialRefusal } from "#contract/trialKinds.ts";
import type { IcedMethod } from "#core/iced";
import type { Serve } from "#core/sheet";
import { type Cause, type Changeable, type ChangeTo, type CupPair, cupsToDecide, sameCup } from "#core/trial";
import { printLiquid, printNumber } from "#core/units";
import { listed } from "#words/figures";
import { CAUSE_WORDS, CHANGE_WORDS } from "./signs.ts";

/** A trial's title: what is tried, where. */
export function trialTitle({
  coffee,
  brewer,
  serve,
  sizeG,
}: {
  readonly coffee: string;
  readonly brewer: string;
  readonly serve: Serve;
  readonly method: IcedMethod | null;
  readonly sizeG: number;
}): string {
  return `${coffee} on ${brewer}, ${serve === "iced" ? "iced, " : ""}${printLiquid(sizeG, "g", { decimals: 0 })}`;
}

const REFUSALS: { readonly [code in TrialRefusal]: string } = {
  notThere: "This is not there any more: look at the trial as it is now.",
  stale: "Somebody else changed this meanwhile: look at it as it is now, and say yours again.",
  ended: "This trial has ended: nothing in it changes any more.",
  noDial: "This batch does not say its setting: correct it in the log first.",
  noGrind:
    "Nothing says where to begin on this dial: give the grinder a curve on the Bench, or set the dial by hand on Scale.",
  draft: "Something stands against brewing this card: see to that on Scale first.",
  otherBrewer: "This batch was brewed on another brewer: what it shows is not of this one.",
  otherGrinder: "This batch was ground on another grinder: its setting says nothing of this dial.",
  otherBurrs:
    "This batch was ground on other burrs, or before the dial was set anew: its setting says nothing of this dial.",
  otherCoffee: "This batch is of another coffee.",
  otherServe: "One of the two is iced, the other is not: this batch belongs to another trial.",
  otherSite: "This batch was brewed at another site.",
  inAnother: "This batch belongs to another trial already.",
  takenOut: "This batch was taken out of the log.",
  offTheDial: "This setting is not on the grinder's dial.",
  notYours: "These are somebody else's words: they, or a lead, can take them back.",
};

/** Why a trial does not take what was sent. */
export function trialSentence(code: TrialRefusal): string {
  return REFUSALS[code];
}

/** Where a trial begins, and why there. */
export const PRIOR_WORDS: { readonly [from in PriorFrom]: string } = {
  learned: "It begins where this house's approved batches say.",
  forecast: "It begins where the forecast is extracted as its source was.",
  rule: "It begins where the house rule points, which is the least sure of starts.",
};

/** The one change that is due, in a sentence, with what it comes to: setting, coffee and ice as they are printed. */
export function changeSentence(
  change: ChangeTo,
  { setting, dose, ice }: { readonly setting: string; readonly dose: string; readonly ice: string },
): string {
  const { variable, direction, size } = change;
  const by = size ? `, by ${printNumber(size.value, 0)} ${size.unit}` : "";
  switch (variable) {
    case "dial":
      return `Only the dial changes: grind ${direction}, at ${setting}.`;
    case "ratio":
      return `Only the coffee changes: ${direction === "moreCoffee" ? "more" : "less"} of it for the same water, ${dose}. The grind stays.`;
    case "batch":
      return "Only the size changes: brew less at once, the bed is too deep for this brewer. The grind stays.";
    case "bed":
      return "Only the bed changes: level it, and look whether basket and spray stand straight. The grind stays.";
    case "agitation":
      return direction === "more"
        ? "Only the hand changes: wet all of it in the bloom, and swirl down what climbs the wall. The grind stays."
        : "Only the hand changes: pour lower and stir less. The grind stays.";
    case "filter":
      return "Only the paper changes: one of them, rinsed, and not flat against the wall. The grind stays.";
    case "waterTemp":
      return `Only the water's heat changes: ${direction}${by}. The grind stays.`;
    case "ice":
      return `Only the ice changes: ${direction} of it, ${ice}. The grind stays.`;
    case "hold":
      return "Nothing of the brew changes: taste it sooner, and pour it away earlier.";
    case "coffee":
      return "Nothing of the brew changes: open a fresher bag.";
    case "rinse":
      return "Only the rinse changes: more hot water through the paper first. The grind stays.";
  }
}

/** Why not another: what the other likely causes would have shown. */
export function whyNotSentence(
  second: { readonly cause: Cause; readonly pct: number } | undefined,
): string | undefined {
  if (!second || second.pct < 3) return undefined;
  return `Next likely: ${CAUSE_WORDS[second.cause]}, ${Math.round(second.pct)} in 100.`;
}

/** More than one thing changed: what that makes unknowable. */
export function confoundedSentence(changed: readonly string[]): string {
  const names = changed.map((name) => CHANGE_WORDS[name as Changeable] ?? name);
  const all = listed(names);
  return `${all.charAt(0).toUpperCase()}${all.slice(1)} changed since the batch before: which of them made the difference cannot be known.`;
}

/** Cups that are not held against each other. */
export function notComparedSentence(pairs: readonly CupPair[]): string {
  const [first, second] = pairs[0]!;
  return `Cup ${first + 1} and cup ${second + 1} are more than 15 K apart: which is the better one is not said.`;
}

/** How much it was, by how sure: "a little" where nothing leads. */
export function leadingSentence({ cause, pct }: { readonly cause: Cause; readonly pct: number }): string {
  const words = CAUSE_WORDS[cause];
  return `${words.charAt(0).toUpperCase()}${words.slice(1)}, ${Math.round(pct)} in 100.`;
}

const BALLOT_REFUSALS: { readonly [code in BallotRefusal]: string } = {
  notThere: "No ballot has this code: look at the label once more.",
  closed: "This tasting has closed: your answer came too late to count.",
  already: "This ballot was answered already, otherwise: a code counts once.",
};

/** Why a ballot is not taken. */
export function ballotSentence(code: BallotRefusal): string {
  return BALLOT_REFUSALS[code];
}

/** What a three-cup test came to, in a sentence. */
export function sameCupSentence(
  { cups, right }: { readonly cups: number; readonly right: number },
  beside: string,
): string {
  if (cups === 0) return "Nobody has answered: it shows nothing.";
  const test = { kind: "triangle", cups, right } as const;
  const { verdict, tellApartUpperShare } = sameCup(test);
  const most = Math.round(100 * tellApartUpperShare);
  const counted = `${right} of ${cups} found the other cup`;
  if (verdict === "different")
    return `It is not the same cup as ${beside}: ${counted}, more than guessing finds.`;
  if (verdict === "sameEnough")
    return `The same cup as ${beside}, near enough: ${counted}; at most ${most} in 100 tell them apart.`;
  const more = cupsToDecide(test);
  return `Not shown yet, beside ${beside}: ${counted}; up to ${most} in 100 may tell them apart.${more === undefined ? "" : ` About ${more} more would decide.`}`;
}

/** A standard's proof in a few words, as the wall has room for; undefined where there is nothing to say. */
export function proofWords({
  brewedOnce,
  cups,
}: {
  readonly brewedOnce: boolean;
  readonly cups: { readonly cups: number; readonly right: number } | undefined;
}): string | undefined {
  const { verdict } = cups
    ? sameCup({ kind: "triangle", cups: cups.cups, right: cups.right })
    : { verdict: undefined };
  const words = [
    brewedOnce && "brewed once",
    verdict === "sameEnough" && "same cup, near enough",
    verdict === "different" && "not the same cup",
  ].filter(Boolean);
  return words.length > 0 ? words.join("; ") : undefined;
}
