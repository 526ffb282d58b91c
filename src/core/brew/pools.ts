import * as c from "./constants.ts";
import type { SizeClass } from "./sizes.ts";

/** A part of the dose that gives its solids at one rate. */
export interface Pool {
  /** Of the dose, 0 to 1. */
  readonly part: number;
  /** At the reference temperature. */
  readonly perS: number;
}

/** Every size has a shell of broken cells and an inside: two pools, the second one slower the larger the grain. */
export function poolsOf(classes: readonly SizeClass[]): readonly Pool[] {
  return classes.flatMap(({ share, um }) => {
    const shell = 1 - Math.max(0, 1 - (2 * c.BROKEN_UM) / um) ** 3;
    const slow = (c.SPHERE * c.DIFFUSION_M2_PER_S) / (um / c.UM_PER_M) ** 2;
    return [
      { part: share * shell, perS: c.BROKEN_PER_S },
      { part: share * (1 - shell), perS: Math.min(slow, c.BROKEN_PER_S) },
    ];
  });
}

/** Pools of one rate are one pool: what they give is linear in what they hold. */
export function merged(pools: readonly Pool[]): readonly Pool[] {
  const parts = new Map<number, number>();
  for (const { part, perS } of pools) parts.set(perS, (parts.get(perS) ?? 0) + part);
  return [...parts].filter(([, part]) => part > 0).map(([perS, part]) => ({ part, perS }));
}
