"use client";

import type { RowOf } from "#contract/things.ts";
import { FIGURE_KINDS } from "#ui/figure/kinds.ts";
import { WEIGHED } from "./measured.ts";
import { printDensity } from "./printed.ts";
import { TwoWeighings } from "./twoWeighings.tsx";

/** A cup that beans are weighed in, ml. */
const CUP_ML = [1, 20_000] as const;

interface WeighBeansProps {
  readonly coffee: RowOf<"coffee">;
  readonly onDone: () => void;
}

/** Beans in a cup of known volume, levelled and not pressed. */
export function WeighBeans({ coffee, onDone }: WeighBeansProps) {
  const { name, densityGPerMl } = coffee.figures;
  return (
    <TwoWeighings
      what={name}
      revision={coffee.revision}
      first={{
        label: "the cup holds",
        help: "weighed with water: 1 g is 1 ml",
        field: "volumeMl",
        measured: { kind: FIGURE_KINDS.ml, bounds: CUP_ML },
      }}
      second={{
        label: "beans in it",
        help: "levelled, not pressed",
        field: "massG",
        measured: WEIGHED,
      }}
      figure={{
        name: "densityGPerMl",
        was: densityGPerMl,
        from: (volumeMl, massG) => massG / volumeMl,
        print: printDensity,
      }}
      measured={(volumeMl, massG, revision) => ({
        what: "density",
        of: { id: coffee.id, revision, massG, volumeMl },
      })}
      onDone={onDone}
    />
  );
}
