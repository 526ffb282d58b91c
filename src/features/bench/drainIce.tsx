"use client";

import type { RowOf } from "#contract/things.ts";
import { printPct } from "#core/units";
import { WEIGHED } from "./measured.ts";
import { TwoWeighings } from "./twoWeighings.tsx";

interface DrainIceProps {
  readonly ice: RowOf<"ice">;
  readonly onDone: () => void;
}

/** A scoop of ice, weighed as it comes and again when it has drained in a sieve. */
export function DrainIce({ ice, onDone }: DrainIceProps) {
  return (
    <TwoWeighings
      what={ice.figures.name}
      revision={ice.revision}
      first={{
        label: "a scoop of it",
        help: "as it comes; clean scoop, no hands",
        field: "wholeG",
        measured: WEIGHED,
      }}
      second={{ label: "drained", help: "a minute in a sieve", field: "drainedG", measured: WEIGHED }}
      figure={{
        name: "iceWetShare",
        was: ice.figures.iceWetShare,
        from: (wholeG, drainedG) => 1 - drainedG / wholeG,
        print: (share) => `${printPct(100 * share, { decimals: 0 })} of it is water already`,
      }}
      measured={(wholeG, drainedG, revision) => ({
        what: "wetIce",
        of: { id: ice.id, revision, wholeG, drainedG },
      })}
      onDone={onDone}
    />
  );
}
