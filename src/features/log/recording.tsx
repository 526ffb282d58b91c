import { useMemo } from "react";
import { Chart, type Series } from "#parts/chart.tsx";
import { Panel } from "#ui/panel.tsx";

/** What a scale said while a batch was brewed, beside what was forecast. */
export interface BrewRecording {
  readonly under: "vessel" | "brewer";
  readonly timeS: readonly number[];
  readonly massG: readonly number[];
  readonly forecast: { readonly timeS: readonly number[]; readonly massG: readonly number[] } | undefined;
}

const X = { title: "time, s" } as const;

/** A brew as its scale weighed it, and as it was forecast. */
export function Recording({
  recording: { under, timeS, massG, forecast },
}: {
  readonly recording: BrewRecording;
}) {
  const series = useMemo(
    (): Series[] => [
      { name: "weighed", as: "line", x: timeS, y: massG },
      ...(forecast
        ? [{ name: "forecast", as: "dashes", x: forecast.timeS, y: forecast.massG } as const]
        : []),
    ],
    [timeS, massG, forecast],
  );
  const what = under === "vessel" ? "dripped" : "poured";
  return (
    <Panel title={`What the scale said: ${what}`}>
      <Chart label={`${what}, g, over time`} x={X} y={{ title: `${what}, g` }} series={series} />
    </Panel>
  );
}
