"use client";

import { useMemo } from "react";
import { Chart, type Series } from "#parts/chart.tsx";
import { Panel } from "#ui/panel.tsx";

interface StrengthPanelProps {
  /** What was metered, with its name. */
  readonly points: readonly {
    readonly name: string;
    readonly strengthPct: number;
    readonly extractionPct: number;
  }[];
  readonly window: {
    readonly strengthPct: readonly [low: number, high: number];
    readonly extractionPct: readonly [low: number, high: number];
  };
  /** The sheet whose ratio is drawn as a line, with its forecast on it; none where the batches have several. */
  readonly sheet?: {
    readonly doseG: number;
    readonly yieldG: number;
    readonly forecast: { readonly strengthPct: number; readonly extractionPct: number } | null;
  };
}

const LINE_FROM_PCT = 14;
const LINE_TO_PCT = 26;
const X_AXIS = { title: "extraction, %" } as const;
const Y_AXIS = { title: "strength, %" } as const;
/**
 * How far a forecast's extraction is off, eight times in ten, as a share of it: what coffees differ in how readily they give (6 %),
 * before the house's own batches have corrected it.
 */
const FORECAST_SHARE = 1.28 * 0.06;

/** Strength over extraction: the house's window, the line of a sheet's ratio, its forecast with its range, and what was metered. */
export function StrengthPanel({ points, window, sheet }: StrengthPanelProps) {
  const pointsText = JSON.stringify(points);
  // biome-ignore lint/correctness/useExhaustiveDependencies: `pointsText` says what was metered
  const series = useMemo((): Series[] => {
    const [low, high] = window.extractionPct;
    const [thin, strong] = window.strengthPct;
    return [
      {
        name: "what is liked",
        as: "area",
        x: [low, high, high, low, low],
        y: [thin, thin, strong, strong, thin],
      },
      ...(sheet ? sheetSeries(sheet) : []),
      {
        name: "metered",
        as: "points",
        x: points.map(({ extractionPct }) => extractionPct),
        y: points.map(({ strengthPct }) => strengthPct),
        each: points.map(({ name }) => name),
      },
    ];
  }, [pointsText, sheet, window]);
  if (points.length === 0) return undefined;
  return (
    <Panel title="Strength and extraction">
      <Chart label="strength over extraction" x={X_AXIS} y={Y_AXIS} series={series} />
    </Panel>
  );
}

function sheetSeries({ doseG, yieldG, forecast }: NonNullable<StrengthPanelProps["sheet"]>): Series[] {
  const strengthAt = (extractionPct: number) => (extractionPct * doseG) / yieldG;
  const along = (from: number, to: number) => ({ x: [from, to], y: [strengthAt(from), strengthAt(to)] });
  const ratio: Series = { name: "this ratio", as: "thin", ...along(LINE_FROM_PCT, LINE_TO_PCT) };
  if (!forecast) return [ratio];
  const { extractionPct, strengthPct } = forecast;
  return [
    ratio,
    {
      name: "forecast's range",
      as: "line",
      ...along(extractionPct * (1 - FORECAST_SHARE), extractionPct * (1 + FORECAST_SHARE)),
    },
    { name: "forecast", as: "crosses", x: [extractionPct], y: [strengthPct] },
  ];
}
