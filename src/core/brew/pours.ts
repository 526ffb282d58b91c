/** When a pour starts: at a time, when the level has dropped so far since the pour before, or when no water stands. */
export type PourStart =
  | { readonly atS: number }
  | { readonly afterDropMm: number }
  | { readonly whenDrained: true };

/** Water by hand or by a spray head. */
export type Pour = PourStart & {
  /** g, above 0 */
  readonly waterG: number;
  /** g/s, above 0 */
  readonly rateGPerS: number;
};

/** The state of the bed that a pour waits for. */
export interface Standing {
  readonly atS: number;
  readonly levelMm: number;
  /** The level when the pour before ended. */
  readonly leftAtMm: number;
  readonly drained: boolean;
}

/** Whether a pour begins now. */
export function begins(pour: Pour, { atS, levelMm, leftAtMm, drained }: Standing): boolean {
  if ("atS" in pour) return atS >= pour.atS;
  if ("afterDropMm" in pour) return drained || leftAtMm - levelMm >= pour.afterDropMm;
  return drained;
}

/** The time that a pour is written down to begin at, s; undefined where the bed says when. */
export function startOf(pour: { readonly start: PourStart } | undefined): number | undefined {
  return pour && "atS" in pour.start ? pour.start.atS : undefined;
}
