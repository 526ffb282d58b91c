import type { RhythmPour } from "#core/brew";
import type { Texture } from "#core/grind";
import type { Serve } from "#core/sheet";

/** Where a pour goes. */
export const WHERES = ["centre", "spiral", "edge", "all over"] as const;
export type Where = (typeof WHERES)[number];

/** Agitations of the slurry when a pour has ended. */
export const AGITATIONS = ["none", "stir", "swirl"] as const;
export type Agitation = (typeof AGITATIONS)[number];

/** Services that a recipe is good for: hot, flash brewed onto ice, or steeped ahead. */
export const SERVICES = ["hot", "flash", "steep"] as const;
export type Service = (typeof SERVICES)[number];

/** Whether its maker counts the ratio of the water poured, or of what is in the cup. */
export const RATIO_BASES = ["poured", "cup"] as const;
export type RatioBasis = (typeof RATIO_BASES)[number];

export interface RecipePour extends RhythmPour {
  readonly where: Where;
  readonly agitation: Agitation;
}

/** Acts of the hand beside the water: stir the first drops of a batch, lay the lid on, turn the plate off. */
export const HAND_ACTS = ["stir", "swirl", "lid on", "plate off", "transfer", "other"] as const;
export type HandAct = (typeof HAND_ACTS)[number];
export const MOMENTS = ["before", "first drops", "at", "after"] as const;
export type Moment = (typeof MOMENTS)[number];

export interface HandStep {
  readonly when: Moment;
  /** For "at" alone, from the first water. */
  readonly atS: number | null;
  readonly act: HandAct;
  readonly note: string;
  /** Liquid that a transfer leaves behind, g; null for any other act. */
  readonly staysG: number | null;
}

/** How an immersion press is used. */
export interface Pressing {
  readonly steepS: number;
  /** Stirred after the water, which gives more. */
  readonly stirred: boolean;
  readonly pressS: number;
  /** Brewed upside down and turned over onto its filter, then pressed. */
  readonly turnedOver: boolean;
}

/** A concentrate shared into cups, each filled up to its weight. */
export interface Portions {
  readonly cups: number;
  /** Mass of each filled cup, g, ice left out. */
  readonly fillG: number;
}

/** A cup that somebody made and wrote down, but for what it was made with. */
export interface Recipe {
  readonly serve: Serve;
  /** g, above 0 */
  readonly doseG: number;
  /** From the least to the most, where its maker gives a range. */
  readonly doseRangeG: readonly [number, number] | null;
  readonly ratioBasis: RatioBasis;
  readonly waterTempC: number;
  /** On its grinder's dial; null where only the texture was written down. */
  readonly dialSetting: number | null;
  readonly texture: Texture | null;
  /** Of what is ground, so much is sifted off, %. */
  readonly siftLossPct: number;
  readonly rinsed: boolean;
  /** How the filter lies or is folded. */
  readonly filterNote: string;
  /** The first pour wets the bed and waits. */
  readonly blooms: boolean;
  /** At least one; a batch brewer and a press have one that is all their water. */
  readonly pours: readonly RecipePour[];
  readonly steps: readonly HandStep[];
  readonly press: Pressing | null;
  /** In the server, g. */
  readonly iceG: number;
  /** Water added to what was brewed, g. */
  readonly dilutionG: number;
  readonly portions: Portions | null;
  /** From the first water to the last drip, s; null where nobody timed it. */
  readonly doneS: number | null;
  /** All that ended in the server, melted and diluted, g. */
  readonly weighedG: number | null;
  readonly strengthPct: number | null;
  readonly taste: string;
  readonly origin: string;
  readonly services: readonly Service[];
}

/** Water poured on the coffee, ice and what is added after, g. */
export function allWaterG({ pours, iceG, dilutionG }: Pick<Recipe, "pours" | "iceG" | "dilutionG">): number {
  return (pours.at(-1)?.toG ?? 0) + iceG + dilutionG;
}

/** Mass to grind so that the dose is left after sifting, g. */
export function toGrindG({ doseG, siftLossPct }: Pick<Recipe, "doseG" | "siftLossPct">): number {
  return doseG / (1 - siftLossPct / 100);
}

/** Retention of bed and filter by what was weighed, g/g; null where it was not. */
export function weighedRetention(recipe: Recipe): number | null {
  return recipe.weighedG === null ? null : (allWaterG(recipe) - recipe.weighedG) / recipe.doseG;
}

/**
 * The ratio as its maker counts it: water poured, ice counted, ÷ dose; or what is in the cup ÷ dose.
 *
 * In the cup: all water less what the bed keeps. Source: the balance of the sheet, Y = W + I − R·D.
 */
export function ratioOf(recipe: Recipe, retentionGPerG: number): number {
  const poured = allWaterG(recipe) / recipe.doseG;
  return recipe.ratioBasis === "poured" ? poured : poured - retentionGPerG;
}

/** The water poured for a ratio so counted, g, ice and dilution left out; may be 0 or less where they are all of it. */
export function waterForRatio(recipe: Recipe, ratio: number, retentionGPerG: number): number {
  const poured = recipe.ratioBasis === "poured" ? ratio : ratio + retentionGPerG;
  return poured * recipe.doseG - recipe.iceG - recipe.dilutionG;
}

/** A recipe of which nothing is written down yet but that it is a hot cup: what a new one starts from. */
export const BLANK: Recipe = {
  serve: "hot",
  doseG: 20,
  doseRangeG: null,
  ratioBasis: "poured",
  waterTempC: 93,
  dialSetting: null,
  texture: "fine sea salt",
  siftLossPct: 0,
  rinsed: true,
  filterNote: "",
  blooms: true,
  pours: [
    { toG: 40, start: { atS: 0 }, pace: null, where: "spiral", agitation: "none" },
    { toG: 320, start: { atS: 40 }, pace: null, where: "spiral", agitation: "none" },
  ],
  steps: [],
  press: null,
  iceG: 0,
  dilutionG: 0,
  portions: null,
  doneS: null,
  weighedG: null,
  strengthPct: null,
  taste: "",
  origin: "",
  services: ["hot"],
};
