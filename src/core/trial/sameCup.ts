/** Three cups of which one is another coffee, or two of which the one meant is picked. */
export type CupTest = "triangle" | "pair";

export interface SameCupInput {
  readonly kind: CupTest;
  /** Answers, from 1. */
  readonly cups: number;
  readonly right: number;
}

export interface SameCup {
  /** Chance of as many right answers or more by guessing. */
  readonly pValue: number;
  /** Share of people who can tell the two apart. */
  readonly tellApartShare: number;
  /** Nine in ten: not more than such a share can. */
  readonly tellApartUpperShare: number;
  readonly verdict: "different" | "sameEnough" | "notShown";
}

/** Right by guessing. */
const GUESS: { readonly [kind in CupTest]: number } = { triangle: 1 / 3, pair: 1 / 2 };
const DIFFERENT_P = 0.05;
const SAME_SHARE = 0.3;
const BOUND_TAIL = 0.1;
/** Halvings until the bound is known to the last digit. */
const HALVINGS = 60;
/** More than so many cups more is no answer: a busy week's tasting. */
const MOST_MORE = 200;

/**
 * Whether two coffees are told apart.
 *
 * Source: exact binomial tail; Clopper and Pearson 1934 for the bound, one-sided at 90 %; Abbott's correction for
 * guessing.
 */
export function sameCup({ kind, cups, right }: SameCupInput): SameCup {
  const guess = GUESS[kind];
  const telling = (share: number) => Math.max(0, (share - guess) / (1 - guess));
  // As many right or more are as many wrong or fewer.
  const pValue = atMost(cups - right, cups, 1 - guess);
  const tellApartUpperShare = telling(upperBound(right, cups));
  return {
    pValue,
    tellApartShare: telling(right / cups),
    tellApartUpperShare,
    verdict:
      pValue <= DIFFERENT_P ? "different" : tellApartUpperShare <= SAME_SHARE ? "sameEnough" : "notShown",
  };
}

/** How many more cups would decide, if answers go on as they went; undefined where two hundred would not. */
export function cupsToDecide(input: SameCupInput): number | undefined {
  const { kind, cups, right } = input;
  for (let more = 0; more <= MOST_MORE; more++) {
    const all = cups + more;
    const { verdict } = sameCup({ kind, cups: all, right: Math.round((right / cups) * all) });
    if (verdict !== "notShown") return more;
  }
  return undefined;
}

/** Chance of at most `most` right answers. */
function atMost(most: number, cups: number, share: number): number {
  if (most >= cups) return 1;
  let log = cups * Math.log1p(-share);
  let sum = Math.exp(log);
  for (let right = 1; right <= most; right++) {
    log += Math.log((cups - right + 1) / right) + Math.log(share) - Math.log1p(-share);
    sum += Math.exp(log);
  }
  return Math.min(1, sum);
}

function upperBound(right: number, cups: number): number {
  if (right === cups) return 1;
  let [low, high] = [right / cups, 1];
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2;
    if (atMost(right, cups, middle) > BOUND_TAIL) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
