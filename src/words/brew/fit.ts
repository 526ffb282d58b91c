import { printNumber, printPct, printTime } from "#core/units";

/** How far forecasts lie from what was measured, as shares: half of them lie within. */
const GOOD_SHARE = 0.03;
const FAIR_SHARE = 0.07;

interface Fitted {
  /** Shares off, of times and of strengths, without sign; of what counts. */
  readonly timeOff: readonly number[];
  readonly strengthOff: readonly number[];
  /** Half of a typical time, s. */
  readonly typicalS: number;
  readonly odd: number;
}

/** In plain words, how good a forecast has been. */
export function fitSentences({ timeOff, strengthOff, typicalS, odd }: Fitted): readonly string[] {
  const sentences: string[] = [];
  if (timeOff.length > 0) {
    const half = middle(timeOff);
    sentences.push(
      `${judged(half)} with the clock: half of ${timeOff.length} forecasts lie within ${printPct(100 * half, { decimals: 1 })} of it, about ${printTime(Math.round(half * typicalS))}.`,
    );
  }
  if (strengthOff.length > 0) {
    const half = middle(strengthOff);
    sentences.push(
      `${judged(half)} with the meter: half of ${strengthOff.length} lie within ${printPct(100 * half, { decimals: 1 })} of what it read.`,
    );
  }
  if (odd > 0) {
    sentences.push(
      odd === 1
        ? "One batch lies far out, and turns nothing: a spilt pot, a clock that was forgotten, or a slip of the pen."
        : `${odd} batches lie far out, and turn nothing: spilt pots, clocks that were forgotten, or slips of the pen.`,
    );
  }
  return sentences;
}

function judged(half: number): string {
  return half < GOOD_SHARE ? "Good" : half < FAIR_SHARE ? "Fair" : "Poor";
}

function middle(values: readonly number[]): number {
  return values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)]!;
}

/** The two factors in a sentence. */
export function factorsSentence(
  { permeability, extraction }: { readonly permeability: number; readonly extraction: number },
  from: string,
): string {
  const times = (factor: number) => `${printNumber(factor, 2)} times`;
  return `${from}: water runs ${times(permeability)} as freely through this bed as in the model, and this coffee gives ${times(extraction)} as readily.`;
}
