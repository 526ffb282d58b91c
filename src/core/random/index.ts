export { countChances, drawnCount } from "./counts.ts";

/** Numbers that look random and are the same each time: for what is sampled, and for what is made up. */
export interface Random {
  /** From 0 to below 1, all equally likely. */
  readonly share: () => number;
  /** Normally distributed, with mean 0 and standard deviation 1. */
  readonly normal: () => number;
}

const TWO_TO_32 = 2 ** 32;
/** Steps of the Weyl sequence and multipliers of the mixing; source: T. Ettinger, mulberry32, public domain. */
const WEYL = 0x6d2b79f5;

/**
 * A stream of numbers from a seed.
 *
 * @param seed a whole number; equal seeds give equal streams
 */
export function seeded(seed: number): Random {
  let state = seed >>> 0;
  const share = () => {
    state = (state + WEYL) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / TWO_TO_32;
  };
  // Box and Muller: 1 − share lies above 0, so that its logarithm is finite.
  const normal = () => Math.sqrt(-2 * Math.log(1 - share())) * Math.cos(2 * Math.PI * share());
  return { share, normal };
}
