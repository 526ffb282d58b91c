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

/** The dial's grid: settings a quarter of a step apart, and what a batch says that lies so many of them away. */
interface Grid {
  readonly settings: readonly number[];
  readonly gap: number;
  /** Of a batch that lies `places` settings below what is right, in the dial's numbers; −count to count. */
  readonly verdictOver: (places: number) => Verdict;
}

function gridOf({
  dial,
  likedHalfWidth,
  tasteSd,
}: Pick<BracketInput, "dial" | "likedHalfWidth" | "tasteSd">): Grid {
  const gap = dial.step / GRID_PER_STEP;
  const count = Math.floor((dial.max - dial.min) / gap + GRID_SLACK) + 1;
  const towards = dial.higherIs === "coarser" ? 1 : -1;
  const known = new Map<number, Verdict>();
  return {
    settings: Array.from({ length: count }, (_, i) => dial.min + i * gap),
    gap,
    verdictOver: (places) => {
      const before = known.get(places);
      if (before) return before;
      const verdict = verdictAt(towards * places * gap, { likedHalfWidth, tasteSd });
      known.set(places, verdict);
      return verdict;
    },
  };
}

/**
 * What is believed of the right setting once the batches were judged: a normal prior, cut to the dial, on a grid of a
 * quarter of its step, times Σ share(v) · P(v | θ) for each batch. The order of the batches does not matter.
 */
export function beliefOf(input: BracketInput): Belief {
  const { dial, prior, batches } = input;
  const { settings, gap, verdictOver } = gridOf(input);
  const logs = settings.map((setting) => -0.5 * ((setting - prior.setting) / prior.sd) ** 2);
  for (const batch of batches) {
    const place = (batch.setting - dial.min) / gap;
    // A batch between two settings of the grid keeps its own distance.
    const off = Math.abs(place - Math.round(place)) < GRID_SLACK ? Math.round(place) : place;
    for (let i = 0; i < logs.length; i++) {
      const at = verdictOver(i - off);
      const share = batch.tooFine * at.tooFine + batch.tooCoarse * at.tooCoarse + batch.right * at.right;
      logs[i]! += Math.max(LEAST_LOG, Math.log(share));
    }
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
  const { weights } = belief;
  const { settings, verdictOver } = gridOf(input);
  const places = settings.map((_, i) => i);
  const last = places.length - 1;
  // By how many places what is right lies above a batch, from the whole dial below to the whole dial above.
  const over = Array.from({ length: 2 * last + 1 }, (_, i) => verdictOver(i - last));
  const [tooFine, tooCoarse] = [
    Float64Array.from(over, (verdict) => verdict.tooFine),
    Float64Array.from(over, (verdict) => verdict.tooCoarse),
  ];
  const shareAt = (place: number, said: Float64Array) => {
    let sum = 0;
    for (let i = 0; i <= last; i++) sum += weights[i]! * said[i - place + last]!;
    return sum;
  };
  const byGrind = input.dial.higherIs === "coarser" ? places : places.toReversed();
  const finest = byGrind.findLast((place) => shareAt(place, tooFine) >= PROVED_SHARE);
  const coarsest = byGrind.find((place) => shareAt(place, tooCoarse) >= PROVED_SHARE);
  const [tooFineTo, tooCoarseFrom] = [finest, coarsest].map((place) =>
    place === undefined ? undefined : settings[place]!,
  );
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
