"use client";

import type { Aspect } from "#contract/aspects.ts";
import type { BlankRunRow } from "#contract/measure.ts";
import { type CurvePoint, SIZE_SHARE } from "#core/grind";
import { fitDelivery, type LoggedYield, learnRetention } from "#core/measure";
import { printNumber } from "#core/units";
import { Panel } from "#ui/panel.tsx";
import { type Printers, useUnits } from "#ui/units.tsx";
import { TYPICAL_WORDS } from "#words/bench";

interface Known {
  readonly name: string;
  readonly typical: readonly Aspect[];
  /** When it was measured here, as it is read; undefined while it was not. */
  readonly measured: string | undefined;
}

/** How surely the things are known that Scale's first sheet rests on. */
export interface SureOf {
  readonly brewer: Known & {
    readonly runs: readonly BlankRunRow[];
    readonly yields: readonly LoggedYield[];
    readonly retentionGPerG: number;
  };
  readonly vessel: Known & { readonly workingG: number };
  readonly coffee: Known & { readonly densityGPerMl: number };
  readonly grinder: Known & { readonly points: readonly CurvePoint[] };
}

/** How sure each figure is that the first sheet rests on. */
export function Sure({ sure }: { readonly sure: SureOf }) {
  const units = useUnits();
  return (
    <Panel title="How sure Scale's figures are">
      <dl>
        {rowsOf(sure, units).map(({ what, figure, how, guess }) => (
          <div key={what} className="border-rim/20 border-b py-2 last:border-0">
            <dt className="text-quiet text-sm">
              <bdi>{what}</bdi>
            </dt>
            <dd>
              <span className="font-semibold tabular-nums">{figure}</span>{" "}
              <span className={guess ? "text-due" : ""}>{how}</span>
            </dd>
          </div>
        ))}
      </dl>
    </Panel>
  );
}

/** Farther apart than this, what is counted with and what the log says are two figures. */
const APART_G_PER_G = 0.05;
const PER_CENT = 100;
const n = (value: number, decimals: number) => printNumber(value, decimals);

function rowsOf({ brewer, vessel, coffee, grinder }: SureOf, units: Printers) {
  const known = ({ typical, measured }: Known, aspect: Aspect, better?: string) => {
    const guess = typical.includes(aspect);
    return {
      guess,
      how: guess ? TYPICAL_WORDS : (better ?? (measured ? `measured ${measured}` : "typed in")),
    };
  };
  const line = fitDelivery(brewer.runs);
  const runs = line.ok
    ? `${brewer.runs.length - line.value.outliers.length} blank runs${line.value.scatterG === undefined ? "" : `, give or take ${units.printMass(line.value.scatterG)}`}`
    : undefined;
  const learned = learnRetention(brewer.yields);
  const pots = learned.ok
    ? `the log's last ${learned.value.batches} say ${n(learned.value.retentionGPerG, 2)}, give or take ${n(learned.value.scatterGPerG ?? 0, 2)}`
    : undefined;
  const apart = learned.ok && Math.abs(learned.value.retentionGPerG - brewer.retentionGPerG) > APART_G_PER_G;
  const delivers = line.ok
    ? `${n(line.value.slope, 3)} × what is set ${line.value.interceptG < 0 ? "−" : "+"} ${units.printLiquid(Math.abs(line.value.interceptG))}`
    : "what is set";
  const sieved = grinder.points.every(({ by }) => by === "sieve");
  const spread = PER_CENT * (sieved ? SIZE_SHARE.sieve : SIZE_SHARE.word);
  const retentionLine = known(brewer, "retention", pots);
  return [
    { what: `${brewer.name} delivers`, figure: delivers, ...known(brewer, "delivery", runs) },
    {
      what: `${brewer.name}'s bed keeps`,
      figure: `${n(brewer.retentionGPerG, 2)} g per g`,
      ...retentionLine,
      guess: retentionLine.guess || apart,
    },
    {
      what: `${vessel.name}, working fill`,
      figure: units.printLiquid(vessel.workingG),
      ...known(vessel, "fill"),
    },
    {
      what: `${coffee.name}, density`,
      figure: `${n(coffee.densityGPerMl, 3)} g/ml`,
      ...known(coffee, "density"),
    },
    {
      what: `${grinder.name}, what its dial grinds`,
      figure: grinder.points.length > 0 ? `${grinder.points.length} points` : "not known",
      ...known(
        grinder,
        "dial",
        grinder.points.length > 0
          ? `by ${sieved ? "sieve" : "feel"}, give or take ${n(spread, 0)} %`
          : "matched pairs only",
      ),
    },
  ];
}
