import { useMemo, useState } from "react";
import type { Bench } from "#contract/bench.ts";
import { STIRRINGS, type Stirring } from "#core/ice";
import type { SheetFigures } from "#core/sheet";
import { Chart, type Series } from "#parts/chart.tsx";
import { meltingOf } from "#scaling/melting.ts";
import type { ScaleState } from "#scaling/state.ts";
import { Choice } from "#ui/choice.tsx";
import { Panel } from "#ui/panel.tsx";
import { meltSentence, STIRRING_WORDS } from "#words/index.ts";

interface MeltPanelProps {
  readonly state: ScaleState;
  readonly bench: Bench;
  readonly figures: SheetFigures;
  /** As forecast; undefined while there is none. */
  readonly brewTimeS: number | undefined;
}

const S_PER_MIN = 60;
const X = { title: "minutes from the first water" };
const CHARTS = [
  { name: "temperature", title: "temperature, °C", as: "line", read: "tempC" },
  { name: "ice", title: "ice left, g", as: "dashes", read: "iceLeftG" },
  { name: "strength", title: "strength, %", as: "thin", read: "strengthPct" },
] as const;

/** The ice in the server while the coffee drips on it, and after: how long to swirl. */
export function MeltPanel({ state, bench, figures, brewTimeS }: MeltPanelProps) {
  const [stirring, setStirring] = useState<Stirring>("swirled");
  const melting = useMemo(
    () => meltingOf(state, bench, figures, { brewTimeS, stirring }),
    [state, bench, figures, brewTimeS, stirring],
  );
  const charts = useMemo(() => {
    const points = melting?.curve.points ?? [];
    const minutes = points.map(({ atS }) => atS / S_PER_MIN);
    return CHARTS.map(({ name, title, as, read }) => ({
      name,
      y: { title },
      series: [
        {
          name,
          as,
          x: minutes,
          y: points.map((point) => point[read]),
          each: points.map(() => STIRRING_WORDS[stirring]),
        },
      ] satisfies Series[],
    }));
  }, [melting, stirring]);
  if (!melting) return null;
  const iceLeftG = melting.curve.points.at(-1)?.iceLeftG ?? 0;
  return (
    <Panel
      title="The melt"
      aside={
        <Choice
          label="the server is"
          value={stirring}
          options={STIRRINGS.map((each) => ({ value: each, text: STIRRING_WORDS[each] }))}
          onChange={(value) => setStirring(value as Stirring)}
        />
      }
    >
      <p className="mb-2" data-testid="melt">
        {meltSentence({ ...melting, iceLeftG }, stirring)}
      </p>
      <div className="grid gap-3 lg:grid-cols-2">
        {charts.map(({ name, y, series }) => (
          <Chart key={name} label={`${name} while the ice melts`} x={X} y={y} series={series} />
        ))}
      </div>
    </Panel>
  );
}
