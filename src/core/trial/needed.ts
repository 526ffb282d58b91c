import { coarser, onDial } from "#core/grind";
import { type Random, seeded } from "#core/random";
import {
  type Belief,
  type BracketInput,
  beliefOf,
  quantile,
  type Verdict,
  verdictAt,
  weightWithin,
} from "./bracket.ts";

/** A trial is done when its last batch is right, liked, and so sure to lie within what is liked, %. */
export const SURE_PCT = 70;

/** What one batch more would be judged to be, given how likely each verdict is. */
export type Judging = (truth: Verdict, random: Random) => Verdict;

/** A trial as it may go on. */
export interface Future {
  /** More than are brewed already. */
  readonly batches: number;
  /** The setting of its last batch; where no more is needed, the one that is brewed. */
  readonly setting: number;
  /** Whether it ended because it was sure; else because there was no more to brew. */
  readonly sure: boolean;
}

/** As batches are judged that show what they are: four parts of five of the truth. */
const TYPICAL_SHARE = 0.8;

/** Which of the three a batch is, drawn by how likely each is. */
export function drawnVerdict({ tooFine, tooCoarse }: Verdict, { share }: Random): keyof Verdict {
  const at = share();
  return at < tooFine ? "tooFine" : at < tooFine + tooCoarse ? "tooCoarse" : "right";
}

/** Judged as readings mostly are: the verdict leads, and is not alone. */
export const typically: Judging = (truth, random) => {
  const rest = (1 - TYPICAL_SHARE) / 2;
  return { tooFine: rest, tooCoarse: rest, right: rest, [drawnVerdict(truth, random)]: TYPICAL_SHARE };
};

/** How a trial ends whose coffee is right at `rightAt`, brewing each time what the bracket says. */
export function futureOf(
  input: BracketInput,
  rightAt: number,
  { most, random, judging }: { readonly most: number; readonly random: Random; readonly judging: Judging },
): Future {
  return futureFrom(beliefOf(input), input, rightAt, {
    most,
    random,
    judging,
    at: (units) => verdictAt(units, input),
  });
}

interface Play {
  readonly most: number;
  readonly random: Random;
  readonly judging: Judging;
  readonly at: (units: number) => Verdict;
}

function futureFrom(
  belief: Belief,
  input: BracketInput,
  rightAt: number,
  { most, random, judging, at: verdictOf }: Play,
): Future {
  const { dial, likedHalfWidth } = input;
  const towards = coarser(0, 1, dial);
  const { settings } = belief;
  let { weights } = belief;
  let setting = input.batches.at(-1)?.setting ?? dial.min;
  for (let batches = 1; batches <= most; batches++) {
    setting = onDial(quantile({ settings, weights }, 0.5), dial).setting;
    const verdict = judging(verdictOf(towards * (rightAt - setting)), random);
    const masses = weights.map((weight, i) => {
      const at = verdictOf(towards * (settings[i]! - setting));
      return (
        weight * (verdict.tooFine * at.tooFine + verdict.tooCoarse * at.tooCoarse + verdict.right * at.right)
      );
    });
    const total = masses.reduce((sum, mass) => sum + mass, 0);
    weights = masses.map((mass) => mass / total);
    const isRight = verdict.right > verdict.tooFine && verdict.right > verdict.tooCoarse;
    if (isRight && 100 * weightWithin({ settings, weights }, setting, likedHalfWidth) >= SURE_PCT) {
      return { batches, setting, sure: true };
    }
  }
  return { batches: most, setting, sure: false };
}

/** How many batches a trial will likely still take. */
export interface Needed {
  /** Half of the futures end with so many or fewer; undefined where most of them run out. */
  readonly likely: number | undefined;
  /** Nine in ten end with so many or fewer. */
  readonly atMost: number | undefined;
}

const FUTURES = 120;
const MOST_AHEAD = 8;
const SEED = 1;

/**
 * How many batches more the trial will likely take, of those that are left, by playing what may come: the right setting drawn from what is
 * believed now, each batch judged as batches mostly are. The same trial gives the same answer.
 */
export function batchesNeeded(input: BracketInput, left = MOST_AHEAD): Needed {
  const most = Math.min(left, MOST_AHEAD);
  if (most < 1) return { likely: undefined, atMost: undefined };
  const random = seeded(SEED);
  const belief = beliefOf(input);
  const at = remembered((units) => verdictAt(units, input));
  const ends = Array.from({ length: FUTURES }, () => {
    const rightAt = quantile(belief, random.share());
    const { sure, batches } = futureFrom(belief, input, rightAt, { most, random, judging: typically, at });
    return sure ? batches : Number.POSITIVE_INFINITY;
  }).toSorted((a, b) => a - b);
  const shareEndsBy = (share: number) => {
    const batches = ends[Math.ceil(share * FUTURES) - 1]!;
    return Number.isFinite(batches) ? batches : undefined;
  };
  return { likely: shareEndsBy(0.5), atMost: shareEndsBy(0.9) };
}

/** Settings lie on a grid, so the same few distances come again and again: each is worked out once. */
function remembered(verdictOf: Play["at"]): Play["at"] {
  const known = new Map<number, Verdict>();
  return (units) => {
    const key = Math.round(units * 1e6);
    const before = known.get(key);
    if (before) return before;
    const verdict = verdictOf(units);
    known.set(key, verdict);
    return verdict;
  };
}
