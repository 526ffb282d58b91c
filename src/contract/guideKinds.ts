import type { GuideStep } from "#core/guide";
import type { HandStep } from "#core/recipe";

/** Water that a step pours, as a scale under the brewer shows it. */
export interface GuidePour {
  /** Running total before it and after it, g. */
  readonly fromG: number;
  readonly toG: number;
  readonly rateGPerS: number;
}

/** What is done in a step. */
export const GUIDE_ACTS = [
  "paper",
  "metal",
  "flowSwitch",
  "grind",
  "dose",
  "bed",
  "glasses",
  "vessel",
  "coldWater",
  "ice",
  "hand",
  "start",
  "pour",
  "apart",
  "rest",
  "steep",
  "steepPress",
  "press",
  "lift",
  "bypass",
  "overIce",
  "swirl",
  "bloomIn",
  "bath",
  "weigh",
  "cups",
  "taste",
  "label",
  "drainSteep",
] as const;
export type GuideAct = (typeof GUIDE_ACTS)[number];

/** A step of a card's guide: when it begins, what is done, and the figures that go with it. */
export interface PlannedStep extends GuideStep {
  readonly does: GuideAct;
  readonly pour?: GuidePour;
  /** An act of the hand as the recipe has it. */
  readonly hand?: HandStep;
}

/** Why a guide does not take what was sent. */
export type GuideRefusal = "notThere" | "stale" | "draft" | "ended";

/** A recording of a scale while a guide ran. */
export interface GuideTape {
  /** What the scale stood under. */
  readonly under: "vessel" | "brewer";
  /** Seconds between two readings, and of the guide's clock at the first. */
  readonly stepS: number;
  readonly fromS: number;
  /** The readings, packed: `unpackTape` reads them. */
  readonly packed: string;
}
