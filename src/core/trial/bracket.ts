import { type Dial, onDial } from "#core/grind";
import { normalShare } from "./normal.ts";

/** What a batch said of its setting: shares of one that add up to 1. */
export interface Verdict {
  readonly tooFine: number;
  readonly tooCoarse: number;
  readonly right: number;
}

/** A batch as the bracket takes it. */
export interface JudgedBatch extends Verdict {
  readonly setting: number;
}

export interface BracketInput {
  readonly dial: Dial;
  /** Where it is thought to lie before anything is brewed, and its standard deviation, dial units. */
  readonly prior: { readonly setting: number; readonly sd: number };
  readonly batches: readonly JudgedBatch[];
  /** Half the width of what is liked, dial units. */
  readonly likedHalfWidth: number;
  /** Scatter of tasting, as a standard deviation on the dial. */
  readonly tasteSd: number;
}

export interface TrialBracket {
  readonly median: number;
  /** Eight in ten lie between the two; by the dial's numbers, whichever end is the coarser. */
  readonly low: number;
  readonly high: number;
  readonly mean: number;
  /** The setting to brew now. */
  readonly next: number;
  /** How likely what is right lies within what is liked of the last batch's setting, %; of `next` before any batch. */
  readonly withinPct: number;
}

/** Where on the dial a batch is right: settings in the dial's numbers, each with its weight; weights add up to 1. */
export interface Belief {
  readonly settings: readonly number[];
  readonly weights: readonly number[];
}

const GRID_PER_STEP = 4;
/** Sums of binary fractions miss what they should reach by so much. */
const SLACK = 1e-12;
const GRID_SLACK = 1e-9;
/** The log of what cannot be: verdicts that contradict each other wholly leave something to weigh. */
const LEAST_LOG = -1400;
const LOW_SHARE = 0.1;
const HIGH_SHARE = 0.9;

/** How likely a batch is too fine, too coarse or right when what is right lies `units` coarser than it. */
export function verdictAt(
  units: number,
  { likedHalfWidth, tasteSd }: Pick<BracketInput, "likedHalfWidth" | "tasteSd">,
): Verdict {
  const tooFine = normalShare((units - likedHalfWidth) / tasteSd);
  const tooCoarse = normalShare((-units - likedHalfWidth) / tasteSd);
  return { tooFine, tooCoarse, right: Math.max(0, 1 - tooFine - tooCoarse) };
}

/**
 * What is believed of the right setting once the batches were judged: a normal prior, cut to the dial, on a grid of a
 * quarter of its step, times Σ share(v) · P(v | θ) for each batch. The order of the batches does not matter.
 */
export function beliefOf(input: BracketInput): Belief {
  const { dial, prior, batches } = input;
  const gap = dial.step / GRID_PER_STEP;
  const count = Math.floor((dial.max - dial.min) / gap + GRID_SLACK) + 1;
  const settings = Array.from({ length: count }, (_, i) => dial.min + i * gap);
  const towards = dial.higherIs === "coarser" ? 1 : -1;
  const logs = settings.map((setting) => -0.5 * ((setting - prior.setting) / prior.sd) ** 2);
  for (const batch of batches) {
    settings.forEach((setting, i) => {
      const at = verdictAt(towards * (setting - batch.setting), input);
      const share = batch.tooFine * at.tooFine + batch.tooCoarse * at.tooCoarse + batch.right * at.right;
      logs[i]! += Math.max(LEAST_LOG, Math.log(share));
    });
  }
  const most = Math.max(...logs);
  const masses = logs.map((log) => Math.exp(log - most));
  const total = masses.reduce((sum, mass) => sum + mass, 0);
  return { settings, weights: masses.map((mass) => mass / total) };
}

/**
 * The bracket: where on the dial this batch is right, and what to brew next.
 *
 * @param input shares of each batch add up to 1; the prior's setting may lie off the dial
 */
export function bracket(input: BracketInput): TrialBracket {
  return bracketFrom(beliefOf(input), input);
}

/** The same, of a belief that is at hand. */
export function bracketFrom(
  belief: Belief,
  { dial, batches, likedHalfWidth }: Pick<BracketInput, "dial" | "batches" | "likedHalfWidth">,
): TrialBracket {
  const median = quantile(belief, 0.5);
  const next = onDial(median, dial).setting;
  return {
    median,
    low: quantile(belief, LOW_SHARE),
    high: quantile(belief, HIGH_SHARE),
    mean: belief.settings.reduce((sum, setting, i) => sum + setting * belief.weights[i]!, 0),
    next,
    withinPct: weightWithin(belief, batches.at(-1)?.setting ?? next, likedHalfWidth) * 100,
  };
}

/** Ends of the dial that batches have shown to be wrong: settings in the dial's numbers, absent where an end is still open. */
export interface ProvedEnds {
  /** So fine, and finer, is surely too fine. */
  readonly tooFineTo?: number;
  /** So coarse, and coarser, is surely too coarse. */
  readonly tooCoarseFrom?: number;
}

const PROVED_SHARE = 0.8;

/** How far from its two ends the dial is surely wrong: a batch there would be so four times in five. */
export function provedEnds(belief: Belief, input: BracketInput): ProvedEnds {
  const { settings, weights } = belief;
  const towards = input.dial.higherIs === "coarser" ? 1 : -1;
  const shareAt = (setting: number, verdict: "tooFine" | "tooCoarse") =>
    settings.reduce(
      (sum, at, i) => sum + weights[i]! * verdictAt(towards * (at - setting), input)[verdict],
      0,
    );
  const byGrind = towards === 1 ? settings : settings.toReversed();
  const tooFineTo = byGrind.findLast((setting) => shareAt(setting, "tooFine") >= PROVED_SHARE);
  const tooCoarseFrom = byGrind.find((setting) => shareAt(setting, "tooCoarse") >= PROVED_SHARE);
  return {
    ...(tooFineTo !== undefined && { tooFineTo }),
    ...(tooCoarseFrom !== undefined && { tooCoarseFrom }),
  };
}

/** The smallest setting at which the weights below and at it reach a share. */
export function quantile({ settings, weights }: Belief, share: number): number {
  let sum = 0;
  const at = weights.findIndex((weight) => {
    sum += weight;
    return sum >= share - SLACK;
  });
  return settings[at] ?? settings.at(-1)!;
}

/** Weight of what lies within `half` of a setting, both edges within. */
export function weightWithin({ settings, weights }: Belief, setting: number, half: number): number {
  return weights.reduce(
    (sum, weight, i) => (Math.abs(settings[i]! - setting) <= half + GRID_SLACK ? sum + weight : sum),
    0,
  );
}
