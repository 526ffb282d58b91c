import type { CurveReason } from "#contract/aspects.ts";
import type { BlankRunRow, CoolingRow, DripRow, FlowRow } from "#contract/measure.ts";
import type { RowOf } from "#contract/things.ts";
import type { CurvePoint, MatchedPair } from "#core/grind";
import type { LoggedYield } from "#core/measure";

/*
 * What the Bench shows of things beyond their own figures.
 */

export interface CurveVersion {
  readonly id: string;
  readonly version: number;
  readonly why: CurveReason;
  readonly points: readonly CurvePoint[];
  /** As it is read at the site. */
  readonly since: string;
}

export type BrewerRow = RowOf<"brewer"> & {
  readonly slope: number;
  readonly interceptG: number;
  readonly runs: readonly BlankRunRow[];
  readonly flows: readonly FlowRow[];
  readonly drips: readonly DripRow[];
  /** Weighed pots of the log with its filter and its ending, the newest first. */
  readonly yields: readonly LoggedYield[];
};

export type VesselRow = RowOf<"vessel"> & {
  readonly emptyG: number | null;
  readonly coolingPerS: number | null;
  readonly coolings: readonly CoolingRow[];
};

export type GrinderRow = RowOf<"grinder"> & {
  /** The newest first. */
  readonly curves: readonly CurveVersion[];
  /** Settings of the pots that are approved on it. */
  readonly standards: readonly number[];
  readonly pairs: readonly {
    readonly otherId: string;
    readonly pairs: readonly (MatchedPair & { readonly id: string })[];
  }[];
};

export type CoffeeRow = RowOf<"coffee"> & {
  /** Days since it was roasted, at the site; undefined when nobody knows. */
  readonly ageDays: number | undefined;
};
