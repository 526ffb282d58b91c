import { useMemo, useState } from "react";
import type { Bench } from "#contract/bench.ts";
import { type Drip, STIRRINGS, type Stirring } from "#core/ice";
import type { IcedSheet } from "#core/iced";
import { printNumber } from "#core/units";
import { Chart, type Series } from "#parts/chart.tsx";
import { chosenOf, type ScaleState } from "#scaling/choice";
import { meltingOf } from "#scaling/iced";
import { Choice } from "#ui/choice/choice.tsx";
import { Panel } from "#ui/panel.tsx";
import { useUnits } from "#ui/units.tsx";
import { meltSentence, STIRRING_WORDS } from "#words/iced";

interface MeltPanelProps {
  readonly state: ScaleState;
  readonly bench: Bench;
  readonly sheet: IcedSheet;
  /** As forecast; undefined while there is none. */
  readonly drip: Drip | undefined;
}

const S_PER_MIN = 60;
const X = { title: "minutes from the first water" };
const CHARTS = [
  { name: "temperature", title: "temperature, °C", as: "line", read: "tempC" },
  { name: "ice", title: "ice left, g", as: "dashes", read: "iceLeftG" },
  { name: "strength", title: "strength, %", as: "thin", read: "strengthPct" },
  { name: "fill", title: "how full, ml", as: "line", read: "levelMl" },
] as const;

/** The ice in the server while the coffee drips on it, and after: how long to swirl, and how high it rises. */
export function MeltPanel({ state, bench, sheet, drip }: MeltPanelProps) {
  const units = useUnits();
  const [stirring, setStirring] = useState<Stirring>("swirled");
  const melting = useMemo(
    () => meltingOf(state, bench, sheet, { drip, stirring }),
    [state, bench, sheet, drip, stirring],
  );
  const brimMl = sheet.asked.vessel?.brimG;
  const charts = useMemo(() => {
    const points = melting?.curve.points ?? [];
    const minutes = points.map(({ atS }) => atS / S_PER_MIN);
    const brim: Series[] =
      brimMl === undefined
        ? []
        : [
            {
              name: "brim",
              as: "dashes",
              x: minutes,
              y: minutes.map(() => brimMl),
              each: minutes.map(() => "the brim"),
            },
          ];
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
        ...(name === "fill" ? brim : []),
      ] satisfies Series[],
    }));
  }, [melting, stirring, brimMl]);
  if (!melting) return null;
  const iceLeftG = melting.curve.points.at(-1)?.iceLeftG ?? 0;
  const { mostMl } = melting.curve;
  const { vessel } = chosenOf(state, bench);
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
        {meltSentence({ ...melting, iceLeftG }, stirring, units.words)}{" "}
        {brimMl !== undefined && (
          <span data-testid="level">
            {mostMl > brimMl
              ? `It rises to ${printNumber(mostMl, 0)} ml on the way, over the brim of ${printNumber(brimMl, 0)} ml.`
              : `It rises to ${printNumber(mostMl, 0)} ml of the ${printNumber(brimMl, 0)} ml that ${state.iced.servers === 2 ? "two of these servers" : vessel.name} ${state.iced.servers === 2 ? "hold" : "holds"}.`}
          </span>
        )}
      </p>
      <div className="grid gap-3 lg:grid-cols-2">
        {charts.map(({ name, y, series }) => (
          <Chart key={name} label={`${name} while the ice melts`} x={X} y={y} series={series} />
        ))}
      </div>
    </Panel>
  );
}
