import type { PROMISES } from "#contract/trialKinds.ts";
import {
  type Cause,
  type Changeable,
  type SignName,
  TASTES,
  type TasteName,
  type Tasting,
} from "#core/trial";

/** What is looked at, and what each of its values is called. */
export const SIGN_WORDS: {
  readonly [name in SignName]: { readonly label: string; readonly words: Readonly<Record<string, string>> };
} = {
  bed: {
    label: "bed",
    words: {
      flat: "flat",
      uneven: "uneven",
      sloped: "sloped",
      cratered: "cratered",
      domed: "domed",
      coneShaped: "like a cone",
    },
  },
  wall: { label: "wall", words: { clean: "clean", some: "some grounds", high: "grounds high up" } },
  slurry: {
    label: "slurry's mark",
    words: { below: "below the edge", atEdge: "at the edge", over: "over the paper" },
  },
  top: { label: "top of the bed", words: { grains: "grains", sludge: "sludge" } },
  bloom: { label: "bloom", words: { lively: "lively", dead: "dead" } },
  filter: {
    label: "paper",
    words: { seated: "seated", two: "two of them", sealed: "sealed to the wall" },
  },
  flowSwitch: { label: "flow switch", words: { right: "as on the card", wrong: "for another size" } },
  force: { label: "force", words: { light: "hardly any", right: "right", heavy: "hard" } },
  time: { label: "time", words: { short: "early", right: "in its time", long: "late" } },
  yield: {
    label: "came out",
    words: { short: "less than planned", right: "as planned", long: "more than planned" },
  },
  colour: {
    label: "against the light",
    words: { pale: "pale, see-through", right: "as usual", dark: "dark" },
  },
  finalTemp: { label: "ends", words: { warm: "too warm", right: "right", cold: "colder than wanted" } },
  iceLeft: { label: "ice left", words: { less: "less", right: "as forecast", more: "more" } },
};

/** Facts, as a question that is answered with yes or no, and as they are told. */
export const FACT_WORDS = {
  dryPockets: { label: "dry pockets", yes: "dry pockets in the bed", no: "no dry pockets" },
  stalled: { label: "it stalled", yes: "it stalled", no: "it ran through" },
  groundsInCup: { label: "grounds in the cup", yes: "grounds in the cup", no: "no grounds in the cup" },
  doseFits: {
    label: "the dose is within what the brewer takes",
    yes: "the dose fits the brewer",
    no: "more coffee than the brewer takes",
  },
} as const;

export const TRIAL_TASTE_WORDS: {
  readonly [name in TasteName]: { readonly label: string; readonly words: Readonly<Record<string, string>> };
} = {
  acidity: {
    label: "acidity",
    words: { flat: "flat", right: "right", bright: "bright", sharp: "sharp, sour" },
  },
  bitterness: { label: "bitterness", words: { right: "right", harsh: "harsh" } },
  dryness: { label: "mouth", words: { none: "not dry", dry: "dry" } },
  sweetness: { label: "sweetness", words: { lacking: "lacking", right: "right" } },
  strength: { label: "strength", words: { thin: "thin", right: "right", heavy: "too heavy" } },
  body: { label: "body", words: { light: "light", right: "right", full: "full" } },
  clarity: { label: "clarity", words: { muddy: "muddy", clean: "clean" } },
  aroma: { label: "aroma", words: { faint: "faint", right: "right" } },
  aftertaste: { label: "aftertaste", words: { short: "short", right: "right", rough: "rough" } },
  off: { label: "off", words: { papery: "papery", stale: "stale", scorched: "scorched" } },
};

export const CAUSE_WORDS: { readonly [cause in Cause]: string } = {
  right: "right as it is",
  tooFine: "ground too fine",
  tooCoarse: "ground too coarse",
  tooStrong: "too much coffee for its water",
  tooWeak: "too little coffee for its water",
  tooMuchCoffee: "more coffee than this basket takes",
  uneven: "an uneven bed",
  pour: "poured or stirred unevenly",
  filter: "the paper",
  waterCool: "water too cool",
  waterHot: "water too hot",
  iceMuch: "too much ice",
  iceLittle: "too little ice",
  held: "cooked, or held too long",
  stale: "old coffee",
  paper: "the paper's own taste",
};

export const CHANGE_WORDS: { readonly [name in Changeable]: string } = {
  dial: "the dial",
  ratio: "coffee for its water",
  batch: "the size of the batch",
  pours: "the pours",
  agitation: "how it was stirred",
  filter: "the filter",
  water: "the water",
  waterTemp: "the water's heat",
  bag: "the bag",
  burrs: "the burrs, or the grinder",
  ice: "the ice",
  hold: "how long it stood",
};

const METER_WORDS: Readonly<Record<string, string>> = {
  "extraction.below": "extraction below what is liked",
  "extraction.inside": "extraction within what is liked",
  "extraction.above": "extraction above what is liked",
  "strength.below": "strength below what is liked, by the meter",
  "strength.inside": "strength within what is liked, by the meter",
  "strength.above": "strength above what is liked, by the meter",
  "water.cool": "water cooler than wanted",
  "water.hot": "water hotter than wanted",
  "water.right": "water as hot as wanted",
  "held.fresh": "it had not stood long",
  "held.long": "it had stood long",
  "roast.fresh": "a fresh roast",
  "roast.old": "an old roast",
};

/** A piece of evidence, as its bar is named. */
export function signWords(sign: string): string {
  const metered = METER_WORDS[sign];
  if (metered) return metered;
  const fact = sign.replace(/^no /, "");
  if (fact in FACT_WORDS) return FACT_WORDS[fact as keyof typeof FACT_WORDS][sign === fact ? "yes" : "no"];
  const [name = "", value = ""] = sign.split(".");
  if (name === "changed")
    return `${CHANGE_WORDS[value as Changeable] ?? value} changed alone since it was liked`;
  const known = name in SIGN_WORDS ? SIGN_WORDS[name as SignName] : TRIAL_TASTE_WORDS[name as TasteName];
  return known ? `${known.label}: ${known.words[value] ?? value}` : sign;
}

/** Whether the cup was what the bag promises. */
export const PROMISE_WORDS: { readonly [promise in (typeof PROMISES)[number]]: string } = {
  found: "found",
  partly: "in part",
  notFound: "not found",
};

/** A cup in a line: what was said of it. */
export function tastingWords(words: Tasting): string {
  const parts = (Object.keys(TASTES) as TasteName[]).flatMap((name) => {
    const value = words[name];
    return value === undefined
      ? []
      : [`${TRIAL_TASTE_WORDS[name].label} ${TRIAL_TASTE_WORDS[name].words[value]}`];
  });
  return parts.length > 0 ? parts.join(", ") : "nothing said";
}
