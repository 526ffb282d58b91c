export const TRIAL_STATES = ["running", "approved", "givenUp"] as const;
export type TrialState = (typeof TRIAL_STATES)[number];

/** Where a trial's first setting comes from, the surest first. */
export const PRIORS = ["learned", "forecast", "rule"] as const;
export type PriorFrom = (typeof PRIORS)[number];

/** How much of what the bag promises was found in the cup. */
export const PROMISES = ["found", "partly", "notFound"] as const;

/** What makes a cup stronger: more coffee for the same water, or a finer grind. */
export const STRONGER_BY = ["ratio", "grind"] as const;
export type StrongerBy = (typeof STRONGER_BY)[number];

/** Why a trial does not take what was sent. */
export type TrialRefusal =
  | "notThere"
  | "stale"
  | "ended"
  | "noDial"
  | "noGrind"
  | "draft"
  | "otherBrewer"
  | "otherGrinder"
  | "otherBurrs"
  | "otherCoffee"
  | "otherServe"
  | "otherSite"
  | "inAnother"
  | "takenOut"
  | "offTheDial"
  | "notYours";
