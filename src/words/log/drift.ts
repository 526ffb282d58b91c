import type { Cause, Signal, Verdict } from "#core/learn";
import { printPct } from "#core/units";

export const SIGNAL_WORDS: { readonly [signal in Signal]: string } = {
  time: "time",
  yield: "beverage",
  strength: "strength",
};

const CHANGE_WORDS: { readonly [signal in Signal]: readonly [more: string, less: string] } = {
  time: ["take longer", "run faster"],
  yield: ["give more beverage", "give less beverage"],
  strength: ["come out stronger", "come out weaker"],
};

interface Names {
  /** The grinder or the brewer that it is about, and the other one. */
  readonly thing: string;
  readonly beside: string;
  /** The day from which it holds, as it is read. */
  readonly since: string;
  /** The name of a standard in the evidence. */
  readonly standardOf: (groupId: string) => string;
}

/** A verdict in a sentence: the thing that moved, and since when. */
export function verdictSentence({ cause }: Verdict, { thing, beside, since }: Names): string {
  return `${WHAT[cause](thing, beside)} since about ${since}.`;
}

/** A verdict's evidence, a line for each of its standards and figures. */
export function evidenceSentences({ moved }: Verdict, { standardOf }: Names): readonly string[] {
  return moved.map(({ groupId, signal, share }) => {
    const [more, less] = CHANGE_WORDS[signal];
    const by = printPct(100 * Math.abs(share), { decimals: 1 });
    return `${standardOf(groupId)}: batches ${share > 0 ? more : less}, by ${by}.`;
  });
}

const WHAT: { readonly [cause in Cause]: (thing: string, beside: string) => string } = {
  finer: (thing) => `${thing} grinds finer`,
  coarser: (thing) => `${thing} grinds coarser`,
  flow: (thing, beside) => `${thing} runs otherwise, while others ground on ${beside} keep their time,`,
  either: (thing, beside) =>
    `${thing} or ${beside} has moved, and no other brewer is brewed from it that could tell which,`,
  delivery: (thing) => `${thing} gives another amount`,
  coffee: (thing) => `Strength on ${thing} has moved while the time stayed,`,
};

/** First checks for each cause, the cheapest first. */
export const FIRST_CHECKS: { readonly [cause in Cause]: string } = {
  finer:
    "Check first: whether the dial still stands where it is set; then brush and purge the grinder, and brew one standard batch. If it is still slow, set it coarser by a step and approve the batch that is right.",
  coarser:
    "Check first: whether the dial still stands where it is set, then whether the burrs are worn or loose. If it is still fast, set it finer by a step and approve the batch that is right. Unplug the grinder before you open it.",
  flow: "Check first: another paper, a level bed and a clean spray head; then a blank run on the Bench, and the date of the last descaling. What lies behind the brewer's panels, water and power, is for licensed people.",
  either:
    "Check first: a blank run of the brewer. If water comes as it did, it is the grinder: look whether its dial stands where it is set, and brush it.",
  delivery:
    "Check first: weigh a blank run on the Bench, and rub the spray head free of scale. If it is less than before, descale by the maker's leaflet: descaler is an irritant; keep it off the bench, and rinse until clear.",
  coffee:
    "Check first: zero the meter with clean water, then whether another bag was opened, then the water.",
};

/** Why there is nothing to watch yet. */
export const NOTHING_WATCHED =
  "Nothing is watched yet. Approve a batch in the log: from then on, whatever is brewed like it is watched.";

/** The sentence while nothing has moved; fewer batches than `least` only begin to tell a level. */
export function quietSentence(batches: number, least: number): string {
  return batches < least
    ? `${batches} of the ${least} batches that a level takes.`
    : "Nothing has moved: all of it is within the scatter of days.";
}
