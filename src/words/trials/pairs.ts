import type { PairRefusal, PairSwitch } from "#contract/pairKinds.ts";
import type { PairScores } from "#contract/pairs.ts";
import { SCORED, type Scored, type ScoreInterval, scoreInterval } from "#core/trial";
import { printNumber } from "#core/units";
import { listed } from "#words/figures";

/** What a pair tries. */
export const SWITCH_WORDS: { readonly [about in PairSwitch]: string } = {
  bloomApart: "bloom kept apart",
  filter: "the filter",
  agitation: "stirring or swirling",
  iceKind: "the kind of ice",
  roastAge: "days off roast",
  pours: "the pours",
  waterTemp: "water's heat",
  ratio: "the ratio",
  dial: "the dial",
};

/** What is scored, and the words of its five answers: from much more in the first cup to much more in the second. */
export const SCORED_WORDS: { readonly [scored in Scored]: string } = {
  acidity: "acidity",
  body: "body",
  sweetness: "sweetness",
  clarity: "clarity",
  aftertaste: "aftertaste",
};

const REFUSALS: { readonly [code in PairRefusal]: string } = {
  notThere: "One of these batches is not there any more.",
  stale: "Something else was begun under this id: load the page once more.",
  sameBatch: "A pair needs two batches.",
  takenOut: "One of these batches was taken out of the log.",
  otherSite: "The two were brewed at different sites: nobody tastes them beside each other.",
};

/** Why a pair is not begun. */
export function pairSentence(code: PairRefusal): string {
  return REFUSALS[code];
}

/** How far one cup is from the other in one attribute, with what that is worth; of the letters that head the cups. */
export function scoreSentence(
  scored: Scored,
  { mean, low, high, tells }: ScoreInterval,
  [first, second]: readonly [first: string, second: string],
): string {
  const range = `${printNumber(low, 1)} to ${printNumber(high, 1)}`;
  const words = SCORED_WORDS[scored];
  if (tells === "open") return `${words}: not told apart yet (${printNumber(mean, 1)}; ${range})`;
  return `${words}: more in ${tells === "second" ? second : first} (${printNumber(mean, 1)}; ${range})`;
}

/** What a pair came to in a few words, its cups being A and B. */
export function pairWords(scores: readonly PairScores[]): string {
  if (scores.length === 0) return "nobody has scored it yet";
  const findings = SCORED.flatMap((name) => {
    const interval = scoreInterval(intervalScores(scores, name));
    return interval && interval.tells !== "open"
      ? [`more ${SCORED_WORDS[name]} in ${interval.tells === "second" ? "B" : "A"}`]
      : [];
  });
  return findings.length > 0 ? listed(findings) : "nothing told apart yet";
}

/** What tasters said of one attribute, those left out who said nothing of it. */
export function intervalScores(scores: readonly PairScores[], name: Scored): number[] {
  return scores.flatMap((each) => (each[name] === null ? [] : [each[name]]));
}
