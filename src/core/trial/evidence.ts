import type { Cause, Changeable, Reading, TrialMethod } from "./reading.ts";

/** What a sign says for a cause (above 0) or against it, in log-odds: 0.7 doubles its odds, 2.3 makes ten of one. */
export type Weights = { readonly [cause in Cause]?: number };

interface Row {
  /** Only where coffee is brewed so; everywhere if not said. */
  readonly of?: readonly TrialMethod[];
  readonly says: Weights;
  readonly because: string;
}

/**
 * Before anything is seen. A batch that somebody set up with care is right more often than anything else; next
 * comes the grind, then the ratio. Log-odds against `right`.
 */
export const PRIOR: { readonly [cause in Cause]: number } = {
  right: 0,
  tooFine: -1.2,
  tooCoarse: -1.2,
  tooStrong: -2.2,
  tooWeak: -2.2,
  tooMuchCoffee: -3,
  uneven: -2.6,
  pour: -2.2,
  filter: -3.2,
  waterCool: -3,
  waterHot: -3.2,
  iceMuch: -2.2,
  iceLittle: -2.2,
  held: -3,
  stale: -3,
  paper: -3.5,
};

/** Causes that a way of brewing does not have. */
export function isPossible(cause: Cause, { serve, method }: Pick<Reading, "serve" | "method">): boolean {
  switch (cause) {
    case "iceMuch":
    case "iceLittle":
      return serve === "iced";
    // A machine's spray is its own; by hand and in a press an uneven bed is the hand's doing.
    case "pour":
      return method !== "batch";
    case "uneven":
    case "tooMuchCoffee":
      return method === "batch" || (method === "hand" && cause === "tooMuchCoffee");
    default:
      return true;
  }
}

/** The table: what each sign says, by its name and value. Several rows where a method reads it otherwise. */
export const EVIDENCE: { readonly [sign in string]?: readonly Row[] } = {
  // The bed.
  "bed.flat": [
    {
      of: ["batch", "press"],
      says: { right: 0.2, tooCoarse: 0.2, tooFine: -0.6, uneven: -1.4, tooMuchCoffee: -0.4 },
      because: "Water ran through evenly; too coarse looks as beautiful, so it proves little.",
    },
    {
      of: ["hand"],
      says: { right: 0.3, tooCoarse: 0.2, tooFine: -0.4, pour: -1 },
      because: "The pours were even; of the grind it says as little as on a brewer.",
    },
  ],
  "bed.uneven": [
    {
      of: ["batch"],
      says: { right: -0.5, uneven: 1, tooFine: 0.5 },
      because: "Water went its own way: the bed was not level, or so fine that it dammed.",
    },
    { of: ["hand"], says: { right: -0.4, pour: 1.1, tooFine: 0.3 }, because: "A hand pours it so." },
    { of: ["press"], says: { pour: 0.6, right: -0.2 }, because: "It was not stirred through." },
  ],
  "bed.sloped": [
    {
      of: ["batch"],
      says: { right: -0.6, uneven: 1.7 },
      because: "The basket or the brewer stood crooked, or the coffee lay to one side.",
    },
    { of: ["hand"], says: { right: -0.5, pour: 1.5 }, because: "Poured to one side." },
    { of: ["press"], says: { pour: 0.4 }, because: "It settled to one side." },
  ],
  "bed.cratered": [
    {
      of: ["batch"],
      says: { right: -0.9, uneven: 2, tooCoarse: 0.2 },
      because: "The spray dug in: water ran through the holes and left the rest.",
    },
    { of: ["hand"], says: { right: -0.6, pour: 1.8 }, because: "Poured too high or on one spot." },
    { of: ["press"], says: { pour: 0.4 }, because: "Air came through at the end: it was pressed too far." },
  ],
  "bed.domed": [
    {
      of: ["batch"],
      says: { right: -0.6, uneven: 1.3, tooFine: 0.4, tooMuchCoffee: 0.4 },
      because: "The middle stood out of the water: the spray went round it, or gas held the bed up.",
    },
    { of: ["hand"], says: { right: -0.5, pour: 1.3 }, because: "Poured along the wall." },
    { of: ["press"], says: { pour: 0.4 }, because: "Not stirred through." },
  ],
  "bed.coneShaped": [
    {
      of: ["batch"],
      says: { uneven: 0.8, right: -0.4 },
      because: "Grounds stayed at the wall of a flat basket: the spray is narrow.",
    },
    {
      of: ["hand"],
      says: { right: 0.1 },
      because: "A bed that lines the cone is what many pours leave behind.",
    },
  ],

  // The wall, the rim and the top.
  "wall.clean": [
    {
      of: ["batch"],
      says: { tooFine: -1, right: 0.2, tooCoarse: 0.2, tooMuchCoffee: -0.7 },
      because: "Slurry never climbed.",
    },
    { of: ["hand"], says: { pour: -0.4, right: 0.1 }, because: "Rinsed down by the pours." },
  ],
  "wall.some": [
    {
      of: ["batch"],
      says: { tooFine: 0.2 },
      because: "Every batch leaves some.",
    },
    { of: ["hand"], says: {}, because: "Every pour leaves some." },
  ],
  "wall.high": [
    {
      of: ["batch"],
      says: { tooFine: 1.7, right: -0.9, tooCoarse: -1.2, tooMuchCoffee: 0.9 },
      because: "Slurry stood high because water left slowly: in a basket that accuses the grind.",
    },
    {
      of: ["hand"],
      says: { pour: 1.5, right: -0.2 },
      because: "In a cone the pour washes grounds up the wall; a swirl brings them back.",
    },
  ],
  "slurry.below": [
    {
      says: { tooMuchCoffee: -1, tooFine: -0.3, right: 0.1 },
      because: "The bed let water through as it came.",
    },
  ],
  "slurry.atEdge": [
    {
      says: { tooFine: 0.5, tooMuchCoffee: 0.8, right: -0.2 },
      because: "A little slower, or a little more, and it runs over.",
    },
  ],
  "slurry.over": [
    {
      says: { tooFine: 1.4, tooMuchCoffee: 2.2, right: -1.6, tooCoarse: -1.2 },
      because: "Either more coffee lies in it than the basket takes, or water leaves too slowly.",
    },
  ],
  "top.grains": [{ says: { tooFine: -0.4, right: 0.1 }, because: "Fines did not settle on top." }],
  "top.sludge": [
    {
      says: { tooFine: 1.1, right: -0.4, tooCoarse: -0.7 },
      because: "Fines float last and seal the top: there are too many of them.",
    },
  ],
  "bloom.lively": [{ says: { stale: -1.2 }, because: "Fresh coffee gives off gas." }],
  "bloom.dead": [
    { says: { stale: 1.6, right: -0.3 }, because: "Gas is gone after some weeks, and aroma with it." },
  ],
  dryPockets: [
    {
      of: ["batch"],
      says: { uneven: 2, right: -1, tooCoarse: 0.2, tooFine: -0.2 },
      because: "Coffee that stayed dry gave nothing, and the rest too much.",
    },
    { of: ["hand", "press"], says: { pour: 2, right: -1 }, because: "The bloom did not reach all of it." },
  ],
  "no dryPockets": [{ says: { uneven: -0.5, pour: -0.3 }, because: "All of it was wet." }],
  groundsInCup: [
    {
      says: { filter: 1.8, tooFine: 0.3, right: -0.5 },
      because: "They came round the paper: it is folded, torn or not seated.",
    },
  ],
  "no groundsInCup": [{ says: { filter: -0.3 }, because: "The paper held." }],

  // What stops water. A filter that was looked at, or a switch, speaks louder than the stall itself.
  stalled: [
    {
      says: { tooFine: 1.1, filter: 1.6, right: -1.8, tooCoarse: -2, tooMuchCoffee: 0.5 },
      because: "Nothing runs through: two papers, a paper sealed to the wall, or so many fines.",
    },
  ],
  "no stalled": [{ says: { filter: -0.3, tooFine: -0.2 }, because: "It ran." }],
  "filter.seated": [{ says: { filter: -2.2 }, because: "It was looked at." }],
  "filter.two": [
    {
      says: { filter: 3.4, right: -1, tooFine: -0.8 },
      because: "Two papers slow any grind: what is seen of time says nothing of it.",
    },
  ],
  "filter.sealed": [
    {
      says: { filter: 3, right: -0.8, tooFine: -0.6 },
      because: "Paper that lies flat on the wall lets water out at the tip alone.",
    },
  ],
  "flowSwitch.right": [{ says: { uneven: -0.3 }, because: "It was looked at." }],
  "flowSwitch.wrong": [
    {
      of: ["batch"],
      says: { uneven: 1.8, right: -0.8, tooFine: -0.4, tooCoarse: -0.3 },
      because: "Water came faster or slower than this size is meant to have.",
    },
  ],
  doseFits: [
    { says: { tooMuchCoffee: -2.5 }, because: "The dose is what this brewer takes: it is not too much." },
  ],
  "no doseFits": [
    {
      says: { tooMuchCoffee: 2.4, right: -0.8, tooFine: -0.2 },
      because: "More coffee than the brewer takes leaves no room for water.",
    },
  ],
  "force.light": [
    {
      of: ["press"],
      says: { tooCoarse: 1.3, tooFine: -1.2, right: -0.2 },
      because: "Water passes between coarse grains without a push.",
    },
  ],
  "force.right": [
    { of: ["press"], says: { right: 0.5, tooFine: -0.5, tooCoarse: -0.4 }, because: "As it should be." },
  ],
  "force.heavy": [
    {
      of: ["press"],
      says: { tooFine: 1.8, right: -0.8, tooCoarse: -1.3, filter: 0.3 },
      because: "Fines close the paper.",
    },
  ],

  // Against the forecast or the standard.
  "time.short": [
    {
      says: { tooCoarse: 1.2, right: -0.6, tooFine: -1.5, uneven: 0.5, pour: 0.3, filter: -1 },
      because: "Water found it easy: coarse grains, or a way round the bed.",
    },
  ],
  "time.right": [
    {
      says: { right: 0.4, tooFine: -0.7, tooCoarse: -0.6, filter: -0.8, tooMuchCoffee: -0.4 },
      because: "Time follows the grind; so a grind that is far off would show in it.",
    },
  ],
  "time.long": [
    {
      says: { tooFine: 1.2, right: -0.6, tooCoarse: -1.5, filter: 0.9, tooMuchCoffee: 0.4 },
      because: "Water found it hard: fine grains, a blocked paper or a bed too deep.",
    },
  ],
  "yield.short": [
    {
      says: { tooFine: 0.3, tooStrong: 0.3, filter: 0.3, tooMuchCoffee: 0.3, right: -0.3 },
      because: "Water stayed behind, or was never given.",
    },
  ],
  "yield.right": [{ says: { right: 0.3, tooMuchCoffee: -0.2 }, because: "The sheet was met." }],
  "yield.long": [
    { says: { tooWeak: 0.6, right: -0.3 }, because: "More water came through than the sheet counts." },
  ],
  "colour.pale": [
    {
      says: { tooCoarse: 0.8, tooWeak: 0.7, iceMuch: 0.6, right: -0.5, tooFine: -0.8, tooStrong: -0.8 },
      because: "Little is dissolved in it.",
    },
  ],
  "colour.right": [
    {
      says: { right: 0.4, tooFine: -0.2, tooCoarse: -0.3, tooWeak: -0.3, tooStrong: -0.3 },
      because: "As usual.",
    },
  ],
  "colour.dark": [
    {
      says: { tooFine: 0.7, tooStrong: 0.7, right: -0.4, tooCoarse: -0.8, tooWeak: -0.8 },
      because: "Much is dissolved in it.",
    },
  ],
  "finalTemp.warm": [
    {
      says: { iceLittle: 2.2, right: -0.9, iceMuch: -2 },
      because: "Ice is what cools it: there was too little.",
    },
  ],
  "finalTemp.right": [
    { says: { iceLittle: -1.6, iceMuch: -0.7, right: 0.4 }, because: "Ice did what it was counted for." },
  ],
  "finalTemp.cold": [
    { says: { iceMuch: 1.1, right: -0.2, iceLittle: -2 }, because: "More ice was there than it takes." },
  ],
  "iceLeft.less": [
    {
      says: { iceLittle: 1.6, right: -0.4, iceMuch: -1.4 },
      because: "It melted away: there was less, or it was wet.",
    },
  ],
  "iceLeft.right": [{ says: { iceLittle: -0.8, iceMuch: -0.8, right: 0.3 }, because: "As forecast." }],
  "iceLeft.more": [
    {
      says: { iceMuch: 1.5, right: -0.3, iceLittle: -1.4 },
      because: "More was put in than the heat could melt.",
    },
  ],

  /*
   * The cup. That one thing is right speaks against what would have spoiled it, and little for the whole: a cup is
   * right when nothing in it is wrong, so one fault weighs more than several praises. Sour is too little taken out,
   * harsh and dry too much, thin is weakness of either kind.
   */
  "acidity.flat": [
    {
      says: { tooFine: 0.5, stale: 0.7, held: 0.6, waterHot: 0.3, right: -0.5, tooCoarse: -0.7 },
      because: "What is taken out last covers it; or time took it.",
    },
  ],
  "acidity.right": [
    {
      says: { right: 0.3, tooCoarse: -0.9, tooFine: -0.3, waterCool: -0.8, stale: -0.5, held: -0.5 },
      because: "Neither end of extraction tastes so.",
    },
  ],
  "acidity.bright": [
    {
      says: { right: 0.2, tooFine: -0.7, stale: -0.8, held: -1, tooCoarse: 0.2 },
      because: "Lively and liked by many.",
    },
  ],
  "acidity.sharp": [
    {
      says: {
        tooCoarse: 1.3,
        right: -1.1,
        tooFine: -1,
        waterCool: 1.1,
        uneven: 0.6,
        pour: 0.6,
        held: -0.7,
        stale: -0.4,
      },
      because: "Acids come first: little else was taken out, or of a part of the bed only.",
    },
  ],
  "bitterness.right": [
    { says: { right: 0.2, tooFine: -0.6, waterHot: -0.5, held: -0.5 }, because: "Not too much." },
  ],
  "bitterness.harsh": [
    {
      says: {
        tooFine: 1.2,
        right: -1.1,
        tooCoarse: -0.9,
        uneven: 0.6,
        pour: 0.6,
        waterHot: 0.9,
        held: 0.8,
        waterCool: -0.8,
      },
      because: "Bitter comes last: too much was taken out, of all or of a part; or it stood.",
    },
  ],
  "dryness.none": [{ says: { right: 0.15, tooFine: -0.6 }, because: "Not too much was taken out." }],
  "dryness.dry": [
    {
      says: {
        tooFine: 1.2,
        right: -0.9,
        tooCoarse: -0.8,
        uneven: 0.4,
        pour: 0.4,
        waterHot: 0.4,
        waterCool: -0.7,
      },
      because: "What dries the mouth comes late, and from fines.",
    },
  ],
  "sweetness.right": [
    {
      says: { right: 0.7, tooFine: -0.5, tooCoarse: -0.6, stale: -0.7, held: -0.7, uneven: -0.4, pour: -0.4 },
      because: "It shows where extraction is neither short nor long, and is the first to go.",
    },
  ],
  "sweetness.lacking": [
    {
      says: { right: -0.7, tooCoarse: 0.6, tooFine: 0.2, waterCool: 0.3, stale: 0.3, iceMuch: 0.1 },
      because: "It follows the acids: a short extraction lacks it first.",
    },
  ],
  "strength.thin": [
    {
      says: {
        tooWeak: 1.8,
        tooCoarse: 0.9,
        right: -2.3,
        tooStrong: -2,
        tooFine: -0.6,
        iceMuch: 1.3,
        waterCool: 0.6,
      },
      because: "Too much water, or too little taken out: the meter tells them apart.",
    },
  ],
  "strength.right": [
    {
      says: { right: 0.3, tooWeak: -1.3, tooStrong: -1.3, tooCoarse: -0.3, iceMuch: -0.7 },
      because: "The ratio does what it is for.",
    },
  ],
  "strength.heavy": [
    {
      says: {
        tooStrong: 1.8,
        tooFine: 0.5,
        right: -2.3,
        tooWeak: -2,
        tooCoarse: -0.8,
        iceMuch: -1,
        iceLittle: 0.3,
      },
      because: "Too little water, or too much taken out.",
    },
  ],
  "body.light": [
    {
      says: { tooWeak: 0.3, tooCoarse: 0.3, right: -0.1, tooStrong: -0.4 },
      because: "Weakness; or the coffee's own.",
    },
  ],
  "body.right": [{ says: { right: 0.2 }, because: "Liked." }],
  "body.full": [
    {
      says: { tooStrong: 0.3, tooFine: 0.2, tooWeak: -0.4 },
      because: "Strength, or fines; or the coffee's own.",
    },
  ],
  "clarity.clean": [
    {
      says: { right: 0.3, tooFine: -0.4, uneven: -0.4, pour: -0.4, filter: -0.2 },
      because: "Even and free of fines.",
    },
  ],
  "clarity.muddy": [
    {
      says: { tooFine: 0.6, right: -0.6, uneven: 0.7, pour: 0.5, filter: 0.3, stale: 0.2 },
      because: "Fines came through, or flavours of a bed that ran unevenly lie on each other.",
    },
  ],
  "aroma.right": [{ says: { right: 0.2, stale: -1, held: -0.6 }, because: "Old coffee has none." }],
  "aroma.faint": [
    {
      says: { stale: 1.1, held: 0.6, tooWeak: 0.2, tooCoarse: 0.1, right: -0.4 },
      because: "It leaves with time, in the bag and in the pot.",
    },
  ],
  "aftertaste.right": [{ says: { right: 0.3, tooFine: -0.3, tooCoarse: -0.2 }, because: "Liked." }],
  "aftertaste.short": [
    {
      says: { tooCoarse: 0.5, tooWeak: 0.4, right: -0.4, tooFine: -0.4 },
      because: "Little was taken out that stays.",
    },
  ],
  "aftertaste.rough": [
    {
      says: { tooFine: 0.8, right: -0.6, uneven: 0.3, pour: 0.3, held: 0.3, tooCoarse: -0.5 },
      because: "What stays was taken out too late.",
    },
  ],
  "off.papery": [{ says: { paper: 4, right: -2.5 }, because: "Only paper tastes of paper." }],
  "off.stale": [
    {
      says: { stale: 3.2, held: 0.6, right: -2.5 },
      because: "Cardboard and old nuts: air has been at the beans.",
    },
  ],
  "off.scorched": [
    { says: { held: 3.2, right: -2.5, waterHot: 0.2 }, because: "Coffee that was cooked on." },
  ],
};

/** A meter's word, once its figure stands beside the house's window. */
export const METERED: { readonly [sign in string]: Weights } = {
  "extraction.below": {
    tooCoarse: 1.4,
    waterCool: 0.6,
    uneven: 0.4,
    right: -1,
    tooFine: -1.4,
    tooStrong: -0.4,
    tooWeak: -0.4,
  },
  "extraction.inside": {
    right: 0.6,
    tooFine: -1.3,
    tooCoarse: -1.3,
    waterCool: -0.7,
    waterHot: -0.4,
    uneven: -0.2,
  },
  "extraction.above": {
    tooFine: 1.4,
    waterHot: 0.5,
    right: -1,
    tooCoarse: -1.4,
    waterCool: -0.8,
    tooWeak: -0.3,
    tooStrong: -0.3,
  },
  "strength.below": { tooWeak: 1.4, tooCoarse: 0.7, iceMuch: 1, right: -1.1, tooStrong: -2, tooFine: -0.7 },
  "strength.inside": { right: 0.5, tooWeak: -1.5, tooStrong: -1.5 },
  "strength.above": {
    tooStrong: 1.4,
    tooFine: 0.6,
    iceLittle: 0.3,
    right: -1.1,
    tooWeak: -2,
    tooCoarse: -0.8,
    iceMuch: -1.2,
  },
};

/** A figure outside its window by a tenth of it weighs half as much again, by a fifth twice; no more than that. */
export const MOST_TIMES = 2;
export const TIMES_PER_SHARE = 5;

/** Water at the bed, K cooler or hotter than wanted: what is closer cannot be tasted. */
export const WATER_NEAR_K = 2;
/** For each kelvin beyond that. */
export const WATER_PER_K = 0.75;
export const WATER_MOST = 4.5;
export const WATER_NEAR: Weights = { waterCool: -1.2, waterHot: -1.2 };
/** What is explained by water need not be explained by the grind. */
export const WATER_FAR: Weights = { right: -0.4 };

/** Coffee that stood: before half an hour nothing is tasted of it, after that it grows with time. */
export const HELD_FRESH_MIN = 30;
export const HELD_FRESH: Weights = { held: -2.5 };
export const HELD_PER_HOUR = 2;
export const HELD_MOST = 4;

/** Days off roast at which a filter coffee has its aroma, and from which it is gone. */
export const ROAST_FRESH_DAYS = 21;
export const ROAST_OLD_DAYS = 35;
export const ROAST_FRESH: Weights = { stale: -1.5 };
export const ROAST_OLD: Weights = { stale: 1.4, right: -0.1 };

/** Causes that a change of one thing alone, since a batch that was liked, is the first suspect of. */
export const SUSPECTS: { readonly [changed in Changeable]: readonly Cause[] } = {
  dial: ["tooFine", "tooCoarse"],
  burrs: ["tooFine", "tooCoarse"],
  ratio: ["tooStrong", "tooWeak"],
  batch: ["tooMuchCoffee", "tooFine", "tooCoarse"],
  pours: ["pour"],
  agitation: ["pour"],
  filter: ["filter", "paper"],
  water: ["waterCool", "waterHot"],
  waterTemp: ["waterCool", "waterHot"],
  bag: ["stale", "tooFine", "tooCoarse"],
  ice: ["iceMuch", "iceLittle"],
  hold: ["held"],
};
export const SUSPECTED = 1.2;

/** Hotter than this the tongue is no judge of acidity and bitterness; colder than that, none of sweetness. */
export const HOT_C = 65;
export const COLD_C = 10;
export const DULLED = 0.5;
export const DULL_WHEN_HOT = ["acidity", "bitterness"] as const;
export const DULL_WHEN_COLD = ["sweetness"] as const;
