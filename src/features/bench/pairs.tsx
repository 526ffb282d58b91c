"use client";

import { useMemo, useState } from "react";
import { type MatchedPair, translate } from "#core/grind";
import { printNumber } from "#core/units";
import { Chart } from "#parts/chart.tsx";
import { Choice } from "#ui/choice/choice.tsx";
import { FIGURE_KINDS } from "#ui/figure/kinds.ts";
import { pairsSentence } from "#words/bench";
import { Readings } from "./readings.tsx";
import type { GrinderRow } from "./rows.ts";

interface Named {
  readonly id: string;
  readonly name: string;
}

interface PairsProps {
  readonly grinder: GrinderRow;
  readonly others: readonly Named[];
  readonly onDone: () => void;
}

/** Settings at which two grinders grind alike, matched by eye, sieve or cup. */
export function Pairs({ grinder, others, onDone }: PairsProps) {
  const [otherId, setOtherId] = useState(grinder.pairs[0]?.otherId ?? others[0]?.id);
  const other = others.find(({ id }) => id === otherId);
  if (!other) return <p className="p-3">There is no other grinder to match it with.</p>;
  return (
    <>
      <div className="px-3 pt-3">
        <Choice
          label="matched with"
          value={other.id}
          options={others.map(({ id, name }) => ({ value: id, text: name }))}
          onChange={setOtherId}
        />
      </div>
      <PairsWith key={other.id} grinder={grinder} other={other} onDone={onDone} />
    </>
  );
}

const n = (value: number) => printNumber(value, 2);
/** As far as any dial goes; the other one's own limits are on its site. */
const MOST_ON_A_DIAL = 1000;

function PairsWith({ grinder, other, onDone }: Omit<PairsProps, "others"> & { readonly other: Named }) {
  const { name, dialMin, dialMax, dialStep } = grinder.figures;
  const middle = (dialMin + dialMax) / 2;
  const summary = (rows: readonly MatchedPair[]) => {
    const translated = translate(middle, rows);
    if (!translated.ok) return pairsSentence(translated.failure);
    return `${name} at ${n(middle)} grinds like ${other.name} at ${printNumber(translated.value.setting, 1)}${translated.value.extrapolated ? ", which lies beyond the pairs" : ""}.`;
  };
  return (
    <Readings
      what={`${name}'s pairs with ${other.name}`}
      start={grinder.pairs.find(({ otherId }) => otherId === other.id)?.pairs ?? []}
      allowNone
      revision={grinder.revision}
      columns={[
        {
          name: "from",
          label: name,
          measured: { kind: { ...FIGURE_KINDS.dial, step: dialStep }, bounds: [dialMin, dialMax] },
          print: n,
        },
        {
          name: "to",
          label: other.name,
          measured: { kind: FIGURE_KINDS.dial, bounds: [-MOST_ON_A_DIAL, MOST_ON_A_DIAL] },
          print: n,
        },
      ]}
      summary={summary}
      chart={(rows) => <PairsChart pairs={rows} names={[name, other.name]} />}
      measured={(rows, revision) => ({
        what: "pairs",
        of: { id: grinder.id, revision, otherId: other.id, pairs: rows },
      })}
      onDone={onDone}
    />
  );
}

interface PairsChartProps {
  readonly pairs: readonly MatchedPair[];
  readonly names: readonly [string, string];
}

function PairsChart({ pairs, names: [from, to] }: PairsChartProps) {
  const [x, y] = useMemo(() => [{ title: from }, { title: to }], [from, to]);
  const series = useMemo(() => {
    const sorted = pairs.toSorted((a, b) => a.from - b.from);
    if (!translate(0, sorted).ok) return undefined;
    const xy = { x: sorted.map((pair) => pair.from), y: sorted.map((pair) => pair.to) };
    return [
      { name: "pairs", as: "points" as const, ...xy },
      { name: "translation", as: "line" as const, ...xy },
    ];
  }, [pairs]);
  return series && <Chart label={`${from} and ${to}`} x={x} y={y} series={series} />;
}
