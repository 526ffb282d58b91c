import type { MissingForForecast } from "#contract/forecast.ts";
import type { BrewFailure, Spread } from "#core/brew";
import type { Learned } from "#core/learn";
import type { Answer, Mend, OutlookCheck, Rung } from "#core/outlook";
import { printNumber, printPct, printTime } from "#core/units";
import { listed, PLAIN, type Printers } from "#words/figures";

type Figures = OutlookCheck["figures"];
const mm = (lengthMm = Number.NaN) => `${printNumber(lengthMm, 0)} mm`;
const time = (seconds = Number.NaN) => printTime(Math.round(seconds));
const pct = (value = Number.NaN) => printPct(value);
const tenth = (value = Number.NaN) => printPct(value, { decimals: 1 });

/** A warning of the forecast, in a sentence. */
export function outlookSentence({ code, figures }: OutlookCheck, print: Printers = PLAIN): string {
  return SENTENCES[code](figures, print);
}

const SENTENCES: { readonly [code in OutlookCheck["code"]]: (figures: Figures, print: Printers) => string } =
  {
    overflow: ({ overflowG = Number.NaN }, { mass }) =>
      `About ${mass(Math.max(1, Math.round(overflowG)))} of scalding slurry will run over the rim. Keep hands away, and do not brew it so.`,
    slurryOverPaper: ({ highWaterMm, paperMm }) =>
      `The slurry will climb to ${mm(highWaterMm)}, and the paper ends at ${mm(paperMm)}: grounds get behind it.`,
    timeOutsideWindow: ({ brewTimeS, low, high }) =>
      `It will take about ${time(brewTimeS)}; the house wants ${time(low)} to ${time(high)}.`,
    strengthOutsideWindow: ({ strengthPct, low, high }) =>
      `It will come out at about ${pct(strengthPct)}; the house wants ${pct(low)} to ${pct(high)}.`,
    extractionOutsideWindow: ({ extractionPct, low, high }) =>
      `It will extract about ${tenth(extractionPct)}; the house wants ${tenth(low)} to ${tenth(high)}.`,
  };

const setting = (value: number) => printNumber(value, 2);

/** A mend of all warnings, as the forecast worked it out, in a sentence. */
export function mendSentence(mend: Mend, grinder: string): string {
  const ends = `, done in about ${time(mend.brewTimeS)}`;
  switch (mend.by) {
    case "dial": {
      const steps = Math.abs(mend.steps);
      return `${steps} ${steps === 1 ? "step" : "steps"} ${mend.steps > 0 ? "coarser" : "finer"}, ${grinder} ${setting(mend.setting)}${ends}.`;
    }
    case "basket":
      return `On ${mend.name}, ${grinder} ${setting(mend.setting)}${ends}.`;
  }
}

/** The sentence after a mend was taken. */
export function mendedSentence(mend: Mend): string {
  return mend.by === "basket" ? `On ${mend.name} now.` : "";
}

/** The sentence on mends that were tried and did not help. */
export const NOTHING_MENDS =
  "Nothing takes all of this away: no setting nearby, nor another basket. Brew less at once, or change the ratio, the pot or the recipe.";

/** The answers on the dial, as they are named there. */
export const ANSWER_WORDS: { readonly [answer in Answer]: string } = {
  source: "the source's grind",
  rule: "house rule",
  contact: "same contact time",
  extraction: "same extraction",
  learned: "learned",
  standard: "as approved",
};

interface DialKnown {
  /** The source's setting on this dial. */
  readonly from: number | undefined;
  readonly learned: Pick<Learned, "taught" | "range"> | undefined;
  readonly grinder: string;
}

/** In a line, why the dial stands where an answer has it. */
export function dialReason(by: Answer, { from, learned, grinder }: DialKnown): string {
  switch (by) {
    case "standard":
      return "As approved for this pot.";
    case "learned": {
      const batches = learned?.taught.length ?? 0;
      const range = learned?.range.map((end) => printNumber(end, 1)).join(" to ");
      return `Learned from ${batches > 0 ? `${batches} approved ${batches === 1 ? "batch" : "batches"}` : "approved batches"}${range ? `; eight in ten lie from ${range}` : ""}.`;
    }
    case "extraction":
      return "So it extracts like the source's cup, which was metered.";
    case "contact":
      return "So water and coffee touch as long as in the source.";
    case "rule":
      return `By the house rule${from === undefined ? "" : `, from the source's ${setting(from)}`}: coarser for a deeper bed.`;
    case "source":
      return `The source's own grind, as ${grinder} grinds it.`;
  }
}

/** Why an answer is the nearest only. */
export function missSentence(by: Answer, { wanted, nearest, limit }: NonNullable<Rung["miss"]>): string {
  const print = by === "contact" ? (value: number) => `${time(value)} of contact` : tenth;
  const reason = {
    finest: "even at the finest",
    coarsest: "even at the coarsest",
    stalls: "finer than that it stalls or runs over",
    pace: "the spray sets the pace, no dial changes it",
  }[limit];
  return `${print(wanted)} is out of reach: ${print(nearest)} is the nearest, ${reason}.`;
}

/** Why a setting cannot be brewed, in a table's cell. */
export function outlookWords(failure: BrewFailure): string {
  switch (failure.code) {
    case "neverDrains":
      return "stalls";
    case "doseOverBasket":
      return "does not fit the basket";
    case "bedTooThin":
      return "too thin a bed";
    case "bedHoldsAllWater":
      return "the bed keeps all water";
    case "poursOverlap":
      return "pours overlap";
  }
}

/** Steps of a dial that are no difference. */
const SAME_STEPS = 0.5;

/** In words, why the answers on a dial differ. */
export function differSentences(
  rungs: readonly Rung[],
  { step, higherIs }: { readonly step: number; readonly higherIs: "coarser" | "finer" },
): readonly string[] {
  const of = (by: Answer) => {
    const rung = rungs.find((each) => each.by === by);
    return rung?.outlook.ok && !rung.miss ? { at: rung.at.setting, ...rung.outlook.value } : undefined;
  };
  const [extraction, rule, contact] = [of("extraction"), of("rule"), of("contact")];
  const apart = (from: number, to: number) => (higherIs === "coarser" ? to - from : from - to);
  const side = (units: number) => `${setting(Math.abs(units))} ${units > 0 ? "coarser" : "finer"}`;
  const sentences: string[] = [];
  if (extraction && rule) {
    const units = apart(rule.at, extraction.at);
    sentences.push(
      Math.abs(units) < SAME_STEPS * step
        ? "The house rule and the same extraction agree here."
        : `To extract like the source it wants ${side(units)} than the house rule, which would extract ${tenth(rule.brew.extractionPct)} here: the rule looks at the bed's depth, the forecast also at paper, water and time.`,
    );
  }
  if (extraction && contact) {
    const units = apart(extraction.at, contact.at);
    if (Math.abs(units) >= SAME_STEPS * step) {
      sentences.push(
        `The same contact time would be ${side(units)} and extract ${tenth(contact.brew.extractionPct)}: in another bed the same minutes do not take out the same.`,
      );
    }
  }
  return sentences;
}

const CAUSE_WORDS: { readonly [cause in keyof Spread]: string } = {
  grindShare: "what the dial really grinds",
  retentionGPerG: "what the bed keeps",
  densityGPerMl: "how dense the coffee lies",
  waterTempC: "how warm the water is at the bed",
  permeabilityShare: "how freely this bed lets water through",
  extractionShare: "how readily this coffee gives",
  unevenShare: "a bed so thin that water finds its way past it",
};
/** Advice for a house's bench, for each cause of a range. */
const MEASURED: readonly (keyof Spread)[] = ["grindShare", "retentionGPerG", "densityGPerMl", "waterTempC"];

/** How far eight in ten brews of a plan would spread. */
export function rangeSentence({
  brewTimeS,
  strengthPct,
  extractionPct,
}: {
  readonly [name in "brewTimeS" | "strengthPct" | "extractionPct"]: readonly [low: number, high: number];
}): string {
  return `Eight in ten such brews would take ${time(brewTimeS[0])} to ${time(brewTimeS[1])}, come out at ${pct(strengthPct[0])} to ${pct(strengthPct[1])}, and extract ${tenth(extractionPct[0])} to ${tenth(extractionPct[1])}.`;
}

/** Causes of an unsure forecast, and whether measuring helps. */
export function surenessSentence(because: readonly (keyof Spread)[]): string {
  if (because.length === 0) return "Nothing in it is uncertain.";
  const causes = listed(because.map((cause) => CAUSE_WORDS[cause]));
  const measurable = because.some((cause) => MEASURED.includes(cause));
  return `Most of the spread is ${causes}${measurable ? "; measuring on the Bench narrows it" : ", which only brewed and logged batches tell"}.`;
}

/** A pull on the dial, in its units. */
export function pullWords(units: number): string {
  const size = printNumber(Math.abs(units), 1);
  return size === "0" ? "none" : `${size} ${units > 0 ? "coarser" : "finer"}`;
}

/** Why there is no forecast, and where to mend that. */
export function missingSentence(
  missing: MissingForForecast,
  names: { brewer: string; grinder: string },
): string {
  switch (missing) {
    case "basket":
      return `No forecast: ${names.brewer}'s basket has no measures yet. Note its width and height on the Bench.`;
    case "sourceBasket":
      return "No forecast: the basket that the source was brewed in has no measures yet. Note its width and height on the Bench.";
    case "curve":
      return `No forecast: it is not known what ${names.grinder}'s dial grinds. Note two settings on the Bench.`;
    case "matched":
      return `No forecast: the source's grind is not known. Note on the Bench what its dial grinds, or match it with ${names.grinder}.`;
    case "press":
      return `No forecast here: in ${names.brewer} coffee lies in its water. What it gives stands with its own recipe, under Recipes.`;
    case "steep":
      return "A concentrate lies in its water for hours: there is no bed here to forecast. What it extracts is forecast as a steep.";
    case "sourcePress":
      return "No forecast here: the source lay in its water, and a bed that water runs through gives otherwise. Its own forecast stands under Recipes.";
  }
}
