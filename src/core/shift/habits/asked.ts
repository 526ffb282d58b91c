import { type Habits, QUARTER_MIN } from "./habits.ts";

/** More or less of what is asked for, in some hours of the day. Times in minutes of the day. */
export interface DemandFactor {
  readonly fromMin: number;
  readonly toMin: number;
  /** Multiplies the cups; 1.3 for 30 % more. */
  readonly factor: number;
  /** Places of the products that it is for; all where undefined. */
  readonly products?: readonly number[] | undefined;
}

/** Cups that come beside the usual ones, in a queue before a known time: a sailing, a break. */
export interface Surge {
  readonly atMin: number;
  /** The queue begins so long before, min. */
  readonly beforeMin: number;
  readonly cups: number;
  readonly products?: readonly number[] | undefined;
}

/** Cups that go to nobody who pays: the staff's, and guests' second ones. */
export interface Beside {
  /** Over the day, shared out as the guests come. */
  readonly staffCups: number;
  /** Of the cups sold, 0 to 1. */
  readonly refillShare: number;
}

/** Cups asked for by product and quarter of an hour on one day: its habits with what is known of the day. */
export function askedOn(
  habits: Habits,
  {
    factors,
    surges,
    beside,
  }: {
    readonly factors: readonly DemandFactor[];
    readonly surges: readonly Surge[];
    readonly beside: Beside;
  },
): readonly (readonly number[])[] {
  const cups = habits.products.map(({ meanCups }, product) =>
    meanCups.map((mean, quarter) =>
      factors
        .filter(({ products }) => products?.includes(product) ?? true)
        .reduce((now, factor) => now * (1 + (factor.factor - 1) * overlap(quarter, factor)), mean),
    ),
  );
  const usual = cups.map((quarters) => quarters.reduce((total, mean) => total + mean, 0));
  for (const surge of surges) {
    const into = [...cups.keys()].filter((product) => surge.products?.includes(product) ?? true);
    addSurge(cups, surge, into, usual);
  }
  const all = usual.reduce((total, mean) => total + mean, 0);
  const times = 1 + beside.refillShare + (all > 0 ? beside.staffCups / all : 0);
  return cups.map((quarters) => quarters.map((mean) => mean * times));
}

/** A surge's cups fall evenly into its queue, and to its products as they are usually asked for. */
function addSurge(
  cups: number[][],
  { atMin, beforeMin, cups: more }: Surge,
  products: readonly number[],
  usual: readonly number[],
): void {
  const all = products.reduce((total, product) => total + usual[product]!, 0);
  const span = { fromMin: atMin - beforeMin, toMin: atMin };
  for (const product of products) {
    const share = all > 0 ? usual[product]! / all : 1 / products.length;
    for (const quarter of cups[product]!.keys())
      cups[product]![quarter]! += (more * share * overlap(quarter, span) * QUARTER_MIN) / beforeMin;
  }
}

/** Share of a quarter of an hour that lies within a span. */
function overlap(
  quarter: number,
  { fromMin, toMin }: { readonly fromMin: number; readonly toMin: number },
): number {
  const from = quarter * QUARTER_MIN;
  return Math.max(0, Math.min(from + QUARTER_MIN, toMin) - Math.max(from, fromMin)) / QUARTER_MIN;
}

/** Cups asked for from one minute of the day up to another one. */
export function cupsBetween(
  quarters: readonly number[],
  span: { readonly fromMin: number; readonly toMin: number },
): number {
  return quarters.reduce((total, cups, quarter) => total + cups * overlap(quarter, span), 0);
}

/**
 * Range of a count about its mean, eight in ten.
 *
 * @param daySd how whole days differ, a share
 */
export function countRange(
  mean: number,
  varianceToMean: number,
  daySd: number,
): readonly [low: number, high: number] {
  const off = 1.28 * Math.sqrt(varianceToMean * mean + (daySd * mean) ** 2);
  return [Math.max(0, mean - off), mean + off];
}
