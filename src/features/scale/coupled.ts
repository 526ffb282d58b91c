import { useEffect } from "react";
import type { Bench } from "#contract/bench.ts";
import type { CoupleAsked, CoupledFailure, IcedSheet } from "#core/iced";
import type { Result } from "#core/result";
import type { ScaleState } from "#scaling/choice";
import { isCoupled } from "#scaling/choice";
import { coupleAsked } from "#scaling/sheet";

/** The forecast's extraction in the very brew that a sheet asks for. */
export interface Coupled {
  readonly of: ScaleState;
  /** % of the dose; that of the sheet before where this one has none, undefined where there is no forecast at all. */
  readonly pct: number | undefined;
  readonly failure?: CoupledFailure;
}

interface Coupling {
  readonly state: ScaleState;
  readonly bench: Bench;
  readonly sheet: IcedSheet;
  readonly coupled: Coupled | undefined;
  readonly extraction: (asked: CoupleAsked) => Promise<Result<number, CoupledFailure>>;
  readonly onCoupled: (coupled: Coupled) => void;
}

/** Asks once for each sheet whose extraction is the forecast's, and hands the answer up to where it is solved. */
export function useCoupled({ state, bench, sheet, coupled, extraction, onCoupled }: Coupling): void {
  const isThere = coupled?.of === state;
  const pct = coupled?.pct;
  // biome-ignore lint/correctness/useExhaustiveDependencies: the sheet follows from the state and from what is found here
  useEffect(() => {
    if (isThere) return;
    if (!isCoupled(state)) return;
    const question = coupleAsked(state, bench, sheet);
    if (!question) {
      // Without a forecast it counts with the source cup's extraction.
      onCoupled({ of: state, pct: undefined });
      return;
    }
    let isMounted = true;
    extraction(question).then(
      (found) =>
        isMounted &&
        onCoupled(found.ok ? { of: state, pct: found.value } : { of: state, pct, failure: found.failure }),
      () => isMounted && onCoupled({ of: state, pct }),
    );
    return () => {
      isMounted = false;
    };
  }, [state, bench, isThere, extraction, onCoupled]);
}
