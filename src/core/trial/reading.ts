/** What may be seen of a batch. Each list runs from one end to the other. */
export const SIGNS = {
  bed: ["flat", "uneven", "sloped", "cratered", "domed", "coneShaped"],
  wall: ["clean", "some", "high"],
  slurry: ["below", "atEdge", "over"],
  top: ["grains", "sludge"],
  bloom: ["lively", "dead"],
  filter: ["seated", "two", "sealed"],
  flowSwitch: ["right", "wrong"],
  force: ["light", "right", "heavy"],
  time: ["short", "right", "long"],
  yield: ["short", "right", "long"],
  colour: ["pale", "right", "dark"],
  finalTemp: ["warm", "right", "cold"],
  iceLeft: ["less", "right", "more"],
} as const;

/** What is there or is not. */
export const FACTS = ["dryPockets", "stalled", "groundsInCup", "doseFits"] as const;

/** What may be tasted: a kind, and how much of it, each apart. */
export const TASTES = {
  acidity: ["flat", "right", "bright", "sharp"],
  bitterness: ["right", "harsh"],
  dryness: ["none", "dry"],
  sweetness: ["lacking", "right"],
  strength: ["thin", "right", "heavy"],
  body: ["light", "right", "full"],
  clarity: ["muddy", "clean"],
  aroma: ["faint", "right"],
  aftertaste: ["short", "right", "rough"],
  off: ["papery", "stale", "scorched"],
} as const;

export type SignName = keyof typeof SIGNS;
export type FactName = (typeof FACTS)[number];
export type TasteName = keyof typeof TASTES;

export type Signs = { readonly [name in SignName]?: (typeof SIGNS)[name][number] | undefined } & {
  readonly [name in FactName]?: boolean | undefined;
};

/** One person's words on a cup. */
export type Tasting = { readonly [name in TasteName]?: (typeof TASTES)[name][number] | undefined } & {
  /** After the brew was done. */
  readonly minutes: number;
  readonly tempC?: number | undefined;
};

/** What may have changed since the batch before. */
export const CHANGEABLE = [
  "dial",
  "ratio",
  "batch",
  "pours",
  "agitation",
  "filter",
  "water",
  "waterTemp",
  "bag",
  "burrs",
  "ice",
  "hold",
] as const;
export type Changeable = (typeof CHANGEABLE)[number];

/** How the coffee is brewed. */
export type TrialMethod = "batch" | "hand" | "press";

/** A batch as it was looked at and tasted. Everything in it may be missing. */
export interface Reading {
  readonly serve: "hot" | "iced";
  readonly method: TrialMethod;
  readonly signs: Signs;
  readonly metered?: {
    readonly strengthPct?: number | undefined;
    readonly extractionPct?: number | undefined;
  };
  /** What the house likes, % by mass and % of the dose; the usual where it is not given. */
  readonly window?: {
    readonly strengthPct: readonly [low: number, high: number];
    readonly extractionPct: readonly [low: number, high: number];
  };
  readonly measured?: {
    readonly waterTempC?: number | undefined;
    readonly wantedWaterTempC?: number | undefined;
    readonly daysOffRoast?: number | undefined;
    readonly heldMin?: number | undefined;
  };
  readonly tasted: readonly Tasting[];
  readonly changedSince?: readonly string[];
  /** The batch before was liked. */
  readonly lastLiked?: boolean | undefined;
}

/** Why a cup tastes as it does. */
export const CAUSES = [
  "right",
  "tooFine",
  "tooCoarse",
  "tooStrong",
  "tooWeak",
  "tooMuchCoffee",
  "uneven",
  "pour",
  "filter",
  "waterCool",
  "waterHot",
  "iceMuch",
  "iceLittle",
  "held",
  "stale",
  "paper",
] as const;
export type Cause = (typeof CAUSES)[number];
